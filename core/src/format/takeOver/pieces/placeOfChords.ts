import { LINEAR, NO_LINKS } from '../../../bend/index.ts'
import { compileProperty, propertyGap, type Key, type Property } from '../../../property/index.ts'
import { distanceBetween, type Cubic, type Vec2 } from '../../../route/index.ts'
import { frameTicks, type FrameRate } from '../../../time/index.ts'
import { still, type Moving } from '../motion/moving.ts'
import { routeAlong } from '../motion/routeOf.ts'
import { fewerKeysIn } from './fewerKeysIn.ts'
import { withoutChords } from '../motion/withoutChords.ts'

/** Looks a frame by which the deviation is proven. */
const LOOKS = 4

/**
 * A place that was written out as straight ways at even speeds, as a route with bends: the way is fitted by itself, and how much
 * of it is gone in time by itself. Null where that strays too far, or takes no fewer keys.
 * @param within px
 */
export function placeOfChords(property: Property, rate: FrameRate, within: number): Property | null {
  const { keys } = property
  const isCurved = ({ route }: Key): boolean =>
    Boolean(route && [...route.arrive, ...route.leave].some((part) => part !== 0))
  if (keys.some((key) => key.timeless || isCurved(key))) return null
  const at = (key: Key): Vec2 => key.value as Vec2
  const gone: number[] = [0]
  const chords: Cubic[] = []
  keys.slice(1).forEach((key, i) => {
    const [from, to] = [at(keys[i]!), at(key)]
    const length = distanceBetween(from, to)
    gone.push(gone.at(-1)! + length)
    if (length > 0) chords.push({ from, leave: from, arrive: to, to })
  })
  if (chords.length === 0) return null
  const total = gone.at(-1)!
  const step = frameTicks(rate) / LOOKS
  const distance: Property = {
    kind: 'number',
    value: 0,
    keys: keys.map(({ id, t, bend }, i) => ({ id, t, value: gone[i]!, bend, through: 'corner' })),
  }
  const few = fewerKeysIn(distance, { within, step })
  const share: Moving<number> = {
    ...still(0),
    keys: few.keys.map(({ t, value, bend }) => ({
      t,
      value: (value as number) / total,
      bend: bend.kind === 'linked' ? LINEAR : bend,
    })),
  }
  const place = routeAlong(withoutChords(chords), () => share)
  if (place.keys.length >= keys.length) return null
  const route: Property = {
    ...property,
    keys: place.keys.map(({ t, value, bend, route: sides, timeless }, i) => ({
      id: keys[i]!.id,
      t,
      value,
      bend,
      through: 'corner',
      ...(sides ? { route: { ...sides, through: 'corner' } } : {}),
      ...(timeless ? { timeless } : {}),
    })),
  }
  const stretch = { start: keys[0]!.t, end: keys.at(-1)!.t, step }
  const gap = propertyGap(compileProperty(property, NO_LINKS), compileProperty(route, NO_LINKS), stretch)
  return gap <= 2 * within ? route : null
}
