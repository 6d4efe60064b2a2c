import { LINEAR, NO_LINKS, type PlainBend } from '../bend/index.ts'
import {
  compiledOf,
  compileProperty,
  PlaceSpan,
  storedValueAt,
  unrollProperty,
  playedValueInto,
  type CompiledProperty,
  type Key,
  type Property,
  isMoving,
} from '../property/index.ts'
import type { Ticks } from '../time/index.ts'
import { playLooks } from './playLooks.ts'
import type { PlayedKey, PlayedTrack, PlayOptions } from './playedTrack.ts'
import { straightPieces } from './straightPieces.ts'

/**
 * What a property does over a scene. Bends stay as they are where a value goes along with them evenly; geometric mixes,
 * lifts, other colour spaces and routes run past their ends become straight pieces, and so does all of a layer whose
 * time is not the scene's.
 * @param property of any kind but an outline; a choice is numbered by the index of its values (`choiceValues`)
 */
export function playProperty(property: Property, options: PlayOptions): PlayedTrack {
  const { duration, library } = options
  // What a pattern does to it can only be sampled.
  if (!options.clock.isSceneTime || compiledOf(property, library).patterns.length > 0)
    return playRetimed(property, options)
  const unrolled = unrollProperty(property, 0 as Ticks, duration, library).property
  const compiled = compileProperty(unrolled, NO_LINKS)
  const path = pathSpans(compiled)
  return path
    ? { keys: pathKeys(compiled, path, duration), path }
    : { keys: valueKeys(compiled, options), path: null }
}

/** The values a choice takes during a scene, as its track numbers them. */
export function choiceValues(property: Property, options: PlayOptions): string[] {
  const { duration, library, clock } = options
  if (!clock.isSceneTime) return valuesOf(property)
  const { keys, value } = unrollProperty(property, 0 as Ticks, duration, library).property
  return keys.length > 0 ? keys.map((key) => String(key.value)) : [String(value)]
}

const valuesOf = ({ keys, value }: Property): string[] =>
  keys.length > 0 ? [...new Set(keys.map((key) => String(key.value)))] : [String(value)]

function playRetimed(property: Property, options: PlayOptions): PlayedTrack {
  const compiled = compiledOf(property, options.library)
  if (!isMoving(property)) return { keys: valueKeys(compiled, options), path: null }
  const timeAt = options.clock.timeAt
  if (property.kind === 'choice') {
    const values = valuesOf(property)
    const indexInto = (out: Float64Array, time: number): void => {
      out[0] = values.indexOf(String(storedValueAt(compiled, timeAt(time))))
    }
    return playLooks(indexInto, 1, options)
  }
  return playLooks((out, time) => playedValueInto(out, compiled, timeAt(time)), compiled.width, options)
}

/** The spans of a place whose curved route can be followed by distance; null when it has none or cannot. */
function pathSpans({ property, spans }: CompiledProperty): PlaceSpan[] | null {
  if (property.kind !== 'place') return null
  const places = spans.filter((span) => span instanceof PlaceSpan)
  if (!places.some((span) => !span.route.straight)) return null
  const inside = places.every((span) => {
    for (let i = 0; i <= 256; i += 1) {
      const distance = span.distanceAt(i / 256)
      if (distance < -1e-6 || distance > span.route.length + 1e-6) return false
    }
    return true
  })
  return inside && !hasLift(property.keys) ? places : null
}

function hasLift(keys: readonly Key[]): boolean {
  return keys.some(({ bend }) => bend.kind === 'handles' && (bend.leave.lift || bend.arrive.lift))
}

function pathKeys(
  { keys, bends }: CompiledProperty,
  path: readonly PlaceSpan[],
  duration: Ticks,
): PlayedKey[] {
  let travelled = 0
  return keys.map((key, i) => {
    const here = travelled
    travelled += path[i]?.route.length ?? 0
    return { share: key.t / duration, numbers: [here], bend: bends[i] ?? LINEAR }
  })
}

function valueKeys(compiled: CompiledProperty, { duration, within, checkCount }: PlayOptions): PlayedKey[] {
  const { property, keys, values, width, bends, spans } = compiled
  const keyAt = (i: number): number[] => [...values.slice(i * width, (i + 1) * width)]
  if (keys.length === 0) return [{ share: 0, numbers: keyAt(0), bend: LINEAR }]
  let made = 0
  return keys.flatMap((key, i): PlayedKey[] => {
    const share = key.t / duration
    const bend = bends[i]
    if (!bend) return [{ share, numbers: keyAt(i), bend: LINEAR }]
    const span = spans[i]!
    if (goesEvenly(property, bend, span)) return [{ share, numbers: keyAt(i), bend }]
    const length = keys[i + 1]!.t / duration - share
    const pieces = straightPieces((out, u) => span.valueInto(out, u), width, within)
    checkCount((made += pieces.length))
    return pieces.map(({ u, numbers }) => ({ share: share + u * length, numbers, bend: LINEAR }))
  })
}

/** Whether a span's value is its ends mixed by its bend, number by number. */
function goesEvenly(property: Property, bend: PlainBend, span: CompiledProperty['spans'][number]): boolean {
  if (bend.kind === 'hold') return true
  if (property.mix === 'geometric') return false
  if (property.kind === 'colour' && (property.mix ?? 'oklab') !== 'oklab') return false
  if (span instanceof PlaceSpan && !span.route.straight) return false
  return !(bend.kind === 'handles' && (bend.leave.lift || bend.arrive.lift))
}
