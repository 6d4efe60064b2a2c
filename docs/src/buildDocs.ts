import { mkdirSync, writeFileSync } from 'node:fs'
import { documents } from './documents.ts'

/** Writes the pictures of docs/motion-model.md and the JSON Schema of project files. */
const DOCS = new URL('../', import.meta.url)
mkdirSync(new URL('pictures/', DOCS), { recursive: true })
for (const [name, text] of documents()) writeFileSync(new URL(name, DOCS), text)
