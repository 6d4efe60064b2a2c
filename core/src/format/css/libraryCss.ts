import type { NamedBend } from '../../scene/index.ts'
import { easingText } from './easingText.ts'

/** Bends as a style sheet: a custom property each, named after it. Source: W3C, CSS Custom Properties 1. */
export function libraryCss(bends: readonly NamedBend[]): string {
  const taken = new Set<string>()
  const lines = bends.map(({ name, bend }) => `  --${propertyName(name, taken)}: ${easingText(bend)};`)
  return `:root {\n${lines.map((line) => `${line}\n`).join('')}}\n`
}

/** A name as a custom property may have it, one that is not taken. */
function propertyName(name: string, taken: Set<string>): string {
  const plain =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-+|-+$/g, '') || 'bend'
  let found = plain
  for (let number = 2; taken.has(found); number += 1) found = `${plain}-${number}`
  taken.add(found)
  return found
}
