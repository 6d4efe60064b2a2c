import type { BendLibrary } from '../bend/index.ts'
import type { Ticks } from '../time/index.ts'
import { compileProperty, type CompiledProperty } from './compileProperty.ts'
import { PlaceSpan } from './placeSpan.ts'
import type { Key, Property } from './property.ts'

/** Halvings that settle an elapsed fraction to the last bit of a tick. */
const HALVINGS = 60
/** Looks along a span for the first moment its distance is reached. */
const LOOKS = 256

/**
 * A place with the times of its waypoints at the moments they are passed, to the tick and in order.
 * A waypoint between two timed keys too close for a tick of its own stands as near as it can.
 * @returns the same property where nothing moves
 */
export function settleWaypoints(property: Property, library: BendLibrary = []): Property {
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
    latest = Math.min(most, Math.max(latest + 1, Math.round(passingTime(compiled, span, piece))))
    return latest === key.t ? key : { ...key, t: latest as Ticks }
  })
  return keys.every((key, i) => key === property.keys[i]) ? property : { ...property, keys }
}

/** When the end of a route's nth piece is first reached, ticks. */
function passingTime({ spans, times }: CompiledProperty, span: number, piece: number): number {
  const place = spans[span] as PlaceSpan
  const distance = place.route.pieceStart(piece)
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
