import { BadBend } from './badBend.ts'
import type { Bend, Handle, PlainBend } from './bend.ts'

/** The named bends of a project, which linked spans follow. */
export type BendLibrary = readonly { readonly id: string; readonly bend: PlainBend }[]

/** For properties that are known to have no linked spans. */
export const NO_LINKS: BendLibrary = []

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

/** A bend as a library keeps it: without a bump, which is in the units of one property. */
export function withoutLift(bend: PlainBend): PlainBend {
  if (bend.kind !== 'handles' || !hasLift(bend)) return bend
  const bare = ({ reach, rise }: Handle): Handle => ({ reach, rise })
  return { kind: 'handles', leave: bare(bend.leave), arrive: bare(bend.arrive) }
}

/** A bend with its bumps so many times as high. */
export function scaledLift<B extends Bend>(bend: B, factor: number): B | PlainBend {
  if (bend.kind !== 'handles' || !hasLift(bend)) return bend
  const side = (handle: Handle): Handle =>
    handle.lift ? { ...handle, lift: handle.lift.map((one) => one * factor) } : handle
  return { kind: 'handles', leave: side(bend.leave), arrive: side(bend.arrive) }
}

/** Whether a bend is written with a bump, be it of nothing. */
export function hasLift(bend: PlainBend): boolean {
  return bend.kind === 'handles' && [bend.leave, bend.arrive].some(({ lift }) => lift !== undefined)
}
