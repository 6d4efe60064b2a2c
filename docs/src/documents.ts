import { toJSONSchema } from 'zod/mini'
import { projectSchema } from '@arrow-bend/core/scene'
import * as pictures from './pictures.ts'

/** What the core has to say of itself: each file's name within docs/ and its text. */
export function documents(): Map<string, string> {
  const schema = toJSONSchema(projectSchema, { io: 'input', unrepresentable: 'any', reused: 'ref' })
  return new Map([
    ...Object.entries(pictures).map(
      ([name, draw]) => [`pictures/${name.replace('Picture', '')}.svg`, draw()] as const,
    ),
    ['project.schema.json', `${JSON.stringify(schema, null, 2)}\n`],
  ])
}
