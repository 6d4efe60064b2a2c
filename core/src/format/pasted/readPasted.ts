import type { KeyClip } from '../../edit/index.ts'
import type { PlainBend } from '../../bend/index.ts'
import { BadFile } from '../badFile.ts'
import { readEasing } from '../css/index.ts'
import { isKeyClip, readKeyClip } from '../clip/index.ts'

/** What a text from the clipboard is good for on the Desk. */
export type Pasted =
  | { readonly kind: 'keys'; readonly clip: KeyClip }
  | { readonly kind: 'bend'; readonly bend: PlainBend }
  | { readonly kind: 'table'; readonly text: string }

/** Text that begins as an easing does: a name, perhaps with arguments, or a bend as JSON. */
const EASING = /^(?:[a-z][\w-]*(?:\s*\(.*\))?|\{.*\})$/is

/**
 * Tells what a pasted text is: copied keys, a CSS easing text, or rows of a table.
 * @throws BadFile for a text that is none of them; BadBend for an easing that cannot be read
 */
export function readPasted(text: string): Pasted {
  const trimmed = text.trim()
  if (trimmed === '')
    throw new BadFile('There is no text on the clipboard. Copy keys, an easing or a table first.')
  if (isKeyClip(trimmed)) return { kind: 'keys', clip: readKeyClip(trimmed) }
  const bare = trimmed
    .replace(/^[a-z-]*timing-function\s*:/i, '')
    .replace(/;$/, '')
    .trim()
  if (EASING.test(bare) && !/[\t\n]/.test(bare)) return { kind: 'bend', bend: readEasing(bare) }
  if (/[\t\n;,]/.test(trimmed) || /^[-+−\d.,]+\s*%?$/.test(trimmed)) return { kind: 'table', text }
  throw new BadFile(
    `“${trimmed.slice(0, 40)}” is neither copied keys nor an easing nor a table. Nothing was changed.`,
  )
}
