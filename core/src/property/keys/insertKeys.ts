import type { BendLibrary } from '../../bend/index.ts'
import type { Ticks } from '../../time/index.ts'
import { compileProperty } from '../compileProperty.ts'
import { storedValueAt } from '../evaluate.ts'
import { insertKey } from './insertKey.ts'
import type { Key, Property } from '../property.ts'

/** How many timed keys on either side a cut can depend on: an end's slope looks two keys far, from one that is near itself. */
const NEAR = 5

/**
 * Puts keys at many moments, keeping the motion as `insertKey` does, in time that grows with the number of keys and not
 * with its square: a span is cut among the keys near it. Moments that have a key already are passed over.
 */
export function insertKeys(
  property: Property,
  times: readonly Ticks[],
  makeId: () => string,
  library: BendLibrary,
): Property {
  const taken = new Set<number>(property.keys.map(({ t }) => t))
  const wanted = [...new Set(times)].filter((t) => !taken.has(t)).sort((one, other) => one - other)
  const first = property.keys[0]?.t ?? Infinity
  const last = property.keys.at(-1)?.t ?? -Infinity
  const inside = wanted.filter((t) => t > first && t < last)
  const keys = [...property.keys]
  let place = 0
  for (const t of inside) {
    while (keys[place]!.t < t) place += 1
    const [from, to] = [edgeOf(keys, place - 1, -1), edgeOf(keys, place, 1)]
    const window = { ...property, keys: keys.slice(from, to + 1) }
    keys.splice(from, window.keys.length, ...insertKey(window, t, makeId(), library).property.keys)
  }
  const cut = { ...property, keys }
  const before = wanted.filter((t) => t <= first && t < last).reverse()
  const after = wanted.filter((t) => t >= last)
  return withOutside(withOutside(cut, before, makeId, library), after, makeId, library)
}

/** Where a window of `NEAR` timed keys ends that goes one way from a key: at a key that has a time. */
function edgeOf(keys: readonly Key[], start: number, step: 1 | -1): number {
  let edge = start
  let timed = 0
  for (let i = start; i >= 0 && i < keys.length && timed < NEAR; i += step) {
    if (keys[i]!.timeless) continue
    edge = i
    timed += 1
  }
  return edge
}

/** Keys at moments on one side of all others, the nearest first: it alone has neighbours whose slopes are to stay. */
function withOutside(
  property: Property,
  times: readonly Ticks[],
  makeId: () => string,
  library: BendLibrary,
): Property {
  const [nearest, ...farther] = times
  if (nearest === undefined) return property
  const shown = compileProperty(property, library)
  const begun = insertKey(property, nearest, makeId(), library).property
  const others = farther.map((t): Key => ({
    id: makeId(),
    t,
    value: storedValueAt(shown, t),
    bend: { kind: 'linear' },
    through: 'corner',
  }))
  const isBefore = farther.length > 0 && farther[0]! < nearest
  return { ...begun, keys: isBefore ? [...others.reverse(), ...begun.keys] : [...begun.keys, ...others] }
}
