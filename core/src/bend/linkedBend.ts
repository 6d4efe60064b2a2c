import { BadBend } from './badBend.ts'
import type { Bend, PlainBend } from './bend.ts'

/** The named bends of a project, which linked spans follow. */
export type BendLibrary = readonly { readonly id: string; readonly bend: PlainBend }[]

/**
 * The bend itself: a link's entry in the library, any other as it is.
 * @throws BadBend when the library has no such entry (a valid document has)
 */
export function plainBend(bend: Bend, library: BendLibrary): PlainBend {
  if (bend.kind !== 'linked') return bend
  const entry = library.find(({ id }) => id === bend.bendId)
  if (!entry) throw new BadBend('A span is linked to a bend the library does not have. Nothing was changed.')
  return entry.bend
}
