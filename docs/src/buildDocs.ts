import { mkdirSync, writeFileSync } from 'node:fs'
import { z } from 'zod'
import { projectSchema } from '@arrow-bend/core/scene'
import * as pictures from './pictures.ts'

/** Writes the pictures of docs/motion-model.md and the JSON Schema of project files. */
const DOCS = new URL('../', import.meta.url)
mkdirSync(new URL('pictures/', DOCS), { recursive: true })
for (const [name, draw] of Object.entries(pictures)) {
  const file = name.replace('Picture', '')
  writeFileSync(new URL(`pictures/${file}.svg`, DOCS), draw())
}
const schema = z.toJSONSchema(projectSchema, { io: 'input', unrepresentable: 'any', reused: 'ref' })
writeFileSync(new URL('project.schema.json', DOCS), `${JSON.stringify(schema, null, 1)}\n`)
