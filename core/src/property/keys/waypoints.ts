import { clamp } from '../../number/index.ts'
import type { BendLibrary } from '../../bend/index.ts'
import type { Ticks } from '../../time/index.ts'
import { compileProperty, type CompiledProperty } from '../compileProperty.ts'
import { cutBend } from './cutBend.ts'
import { fitBend } from './fitBend.ts'
import { withTime } from './orderKeys.ts'
import { pinSmooth } from '../smooth/pinSmooth.ts'
import type { PlaceSpan } from '../spans/placeSpan.ts'
import type { Key, Property } from '../property.ts'

/** Halvings that settle an elapsed fraction to the last bit of a tick. */
const HALVINGS = 60
/** Looks along a span for the first moment its distance is reached. */
const LOOKS = 256

/**
 * A place with the times of its waypoints at the moments they are passed, to the tick and in order.
 * A waypoint between two timed keys too close for a tick of its own stands as near as it can.
 * @returns the same property where nothing moves
 */
export function timeWaypoints(property: Property, library: BendLibrary): Property {
  if (!property.keys.some((key) => key.timeless)) return property
  const compiled = compileProperty(property, library)
  let span = -1
  let piece = 0
  let latest = -Infinity
  const left = (from: number): number => property.keys.slice(from).findIndex((key) => !key.timeless)
  const keys = property.keys.map((key, i): Key => {
    if (!key.timeless) {
      span += 1
      piece = 0
      latest = key.t
      return key
    }
    piece += 1
    const most = compiled.times[span + 1]! - left(i)
    latest = clamp(Math.round(passingTime(compiled, span, piece)), latest + 1, most)
    return latest === key.t ? key : { ...key, t: latest as Ticks }
  })
  return keys.every((key, i) => key === property.keys[i]) ? property : { ...property, keys }
}

/**
 * Makes a key of a place a waypoint, or a waypoint a key with a time of its own.
 * A waypoint gets the moment it is passed at, and the motion stays as it was (to 1e-9 where two bends can say so,
 * else near). A key that becomes a waypoint gives up its moment: one bend, the nearest to both, runs over its spans.
 * @returns the same property where the key is that already, or is the first or last, which have to have a time
 */
export function setTimeless(
  property: Property,
  id: string,
  timeless: boolean,
  library: BendLibrary,
): Property {
  const at = property.keys.findIndex((key) => key.id === id)
  const key = property.keys[at]
  if (property.kind !== 'place' || !key || Boolean(key.timeless) === timeless) return property
  if (at === 0 || at === property.keys.length - 1) return property
  return timeless ? madeWaypoint(property, id, library) : madeTimed(property, id, library)
}

function madeTimed(given: Property, id: string, library: BendLibrary): Property {
  const property = timeWaypoints(
    pinSmooth(given, () => true, library),
    library,
  )
  const compiled = compileProperty(property, library)
  const at = property.keys.findIndex((key) => key.id === id)
  const key = property.keys[at]!
  const span = property.keys.slice(0, at).filter(({ timeless }) => !timeless).length - 1
  const from = compiled.keys[span]!
  const cut = cutBend(compiled, span, (key.t - from.t) / (compiled.times[span + 1]! - from.t))
  const keys = property.keys.map((other): Key => {
    if (other === from) return { ...from, bend: cut.before }
    return other === key ? { ...withTime(key), bend: cut.after, through: 'corner' } : other
  })
  return { ...property, keys }
}

function madeWaypoint(given: Property, id: string, library: BendLibrary): Property {
  const property = pinSmooth(given, () => true, library)
  const compiled = compileProperty(property, library)
  const at = compiled.keys.findIndex((key) => key.id === id)
  const [before, key, after] = [at - 1, at, at + 1].map((i) => compiled.keys[i]!) as [Key, Key, Key]
  const same = JSON.stringify(compiled.bends[at - 1]) === JSON.stringify(compiled.bends[at])
  const straightOn = same && compiled.bends[at]!.kind === 'linear'
  const bend = straightOn ? before.bend : fitBend(compiled, before.t, after.t)
  const keys = property.keys.map((other): Key => {
    if (other.id === before.id) return { ...before, bend }
    return other.id === id ? { ...key, timeless: true } : other
  })
  return timeWaypoints({ ...property, keys }, library)
}

/** When the end of a route's nth piece is first reached, ticks. */
function passingTime(compiled: CompiledProperty, span: number, piece: number): number {
  return timeOfDistance(compiled, span, (compiled.spans[span] as PlaceSpan).route.pieceStart(piece))
}

/**
 * When a place has first come a distance along one of its spans, ticks; the span's end where it never does.
 * @param compiled of a place
 * @param distance px from the span's start
 */
export function timeOfDistance({ spans, times }: CompiledProperty, span: number, distance: number): number {
  const place = spans[span] as PlaceSpan
  const [from, to] = [times[span]!, times[span + 1]!]
  let high = 1
  for (let i = 1; i < LOOKS; i += 1) {
    if (place.distanceAt(i / LOOKS) < distance) continue
    high = i / LOOKS
    break
  }
  let low = high - 1 / LOOKS
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2
    if (place.distanceAt(middle) < distance) low = middle
    else high = middle
  }
  return from + high * (to - from)
}
