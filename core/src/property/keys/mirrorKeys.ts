import { isSameBend, mirrorBend, plainBend, type BendLibrary, type Handle } from '../../bend/index.ts'
import { asTicks } from '../../time/index.ts'
import type { Key, PropertyKind } from '../property.ts'

export interface MirrorOptions {
  readonly kind: PropertyKind
  readonly library: BendLibrary
  /** When a moment comes, once mirrored, ticks. */
  readonly timeOf: (time: number) => number
  /** The bend of what is now the last timed key: its span is not among the mirrored ones. */
  readonly lastBend: Key['bend']
}

/**
 * Keys played backwards: times mirrored, bends mirrored and handed to the key they now begin at, routes turned round.
 * A linked bend becomes a bend of its own unless it is its own mirror image.
 * @param keys in order of time, the first and last timed
 * @returns the same keys, ids kept, in their new order
 */
export function mirrorKeys(keys: readonly Key[], options: MirrorOptions): Key[] {
  const { timeOf, lastBend } = options
  let bend: Key['bend'] | null = null
  const backwards = keys.map((key): Key => {
    const begins = bend
    if (!key.timeless) bend = mirroredBend(key.bend, options)
    const route = key.route && { ...key.route, arrive: key.route.leave, leave: key.route.arrive }
    return {
      ...key,
      t: asTicks(timeOf(key.t)),
      bend: key.timeless ? key.bend : (begins ?? lastBend),
      ...(route ? { route } : {}),
    }
  })
  return backwards.reverse()
}

function mirroredBend(
  bend: Key['bend'],
  { kind, library }: Pick<MirrorOptions, 'kind' | 'library'>,
): Key['bend'] {
  if (bend.kind === 'handles' && kind === 'place') {
    // A bump of a place is a distance onward: backwards it is one back.
    return { kind: 'handles', leave: turned(bend.arrive), arrive: turned(bend.leave) }
  }
  if (bend.kind !== 'linked') return mirrorBend(bend)
  return isOwnMirrorImage(bend, library) ? bend : mirrorBend(plainBend(bend, library))
}

/** Whether a bend is the same backwards, so that a linked span stays linked. */
export function isOwnMirrorImage(bend: Key['bend'], library: BendLibrary): boolean {
  const plain = plainBend(bend, library)
  return isSameBend(plain, mirrorBend(plain))
}

const turned = ({ lift, ...handle }: Handle): Handle =>
  lift ? { ...handle, lift: lift.map((part) => -part || 0) } : handle
