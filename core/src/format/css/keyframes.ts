import { NO_LINKS, type BendLibrary, type PlainBend } from '../../bend/index.ts'
import {
  compileProperty,
  PlaceSpan,
  unrollProperty,
  type CompiledProperty,
  type Key,
  type Property,
} from '../../property/index.ts'
import type { Ticks } from '../../time/index.ts'
import { easingText } from './easingText.ts'
import { checkKeyframes } from './pageLimits.ts'

/** One keyframe: when, what, and how it goes on. */
export interface Keyframe {
  /** 0 … 1 of the scene's duration. */
  readonly offset: number
  /** Components of the value; a single distance in px for a path. */
  readonly numbers: readonly number[]
  readonly easing: string
}

export interface Track {
  readonly keyframes: readonly Keyframe[]
  /** Whether the numbers are distances along `path` rather than values. */
  readonly path: readonly PlaceSpan[] | null
}

/** Halvings of a span that has to be written as straight pieces. */
const DEEPEST = 12

export interface TrackOptions {
  readonly duration: Ticks
  /** Largest error of what is written, in the value's own unit. */
  readonly within: number
  /** The project's named bends. */
  readonly library: BendLibrary
}

/**
 * A property's keyframes over the scene, each with the CSS easing toward the next. What CSS cannot ease
 * (geometric mixes, lifts, other colour spaces, a curved route run past its end) becomes straight pieces.
 * @returns at least one keyframe
 */
export function propertyTrack(property: Property, { duration, within, library }: TrackOptions): Track {
  const unrolled = unrollProperty(property, 0 as Ticks, duration, library).property
  const compiled = compileProperty(unrolled, NO_LINKS)
  const path = pathSpans(compiled)
  const keyframes = path
    ? pathKeyframes(compiled, path, duration)
    : valueKeyframes(compiled, duration, within)
  return { keyframes: withEnds(keyframes), path }
}

/** The spans of a place whose curved route CSS can follow by distance; null when it has none or cannot. */
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

function pathKeyframes(
  { keys, bends }: CompiledProperty,
  path: readonly PlaceSpan[],
  duration: Ticks,
): Keyframe[] {
  let travelled = 0
  return keys.map((key, i) => {
    const here = travelled
    const length = path[i]?.route.length ?? 0
    travelled += length
    const bend = bends[i]
    const easing = bend ? easingText(bend, toleranceFor(length)) : 'linear'
    return { offset: key.t / duration, numbers: [here], easing }
  })
}

/** Progress may be off by 0.0005, and by no more than 1/50 of a unit of what it moves. */
function toleranceFor(change: number): number {
  return Math.min(0.0005, 0.02 / Math.max(1e-6, Math.abs(change)))
}

function valueKeyframes(compiled: CompiledProperty, duration: Ticks, within: number): Keyframe[] {
  const { property, keys, values, width, bends, spans } = compiled
  const keyAt = (i: number): number[] => [...values.slice(i * width, (i + 1) * width)]
  if (keys.length === 0) return [{ offset: 0, numbers: keyAt(0), easing: 'linear' }]
  let made = 0
  return keys.flatMap((key, i): Keyframe[] => {
    const offset = key.t / duration
    const bend = bends[i]
    if (!bend) return [{ offset, numbers: keyAt(i), easing: 'linear' }]
    const span = spans[i]!
    if (canEase(property, bend, span)) {
      const from = keyAt(i)
      const change = Math.max(...keyAt(i + 1).map((to, component) => Math.abs(to - from[component]!)))
      return [
        {
          offset,
          numbers: from,
          easing: easingText(bend, Math.min(toleranceFor(change), within / Math.max(change, 1e-9))),
        },
      ]
    }
    const length = keys[i + 1]!.t / duration - offset
    const pieces = straightPieces((out, u) => span.valueInto(out, u), width, within)
    checkKeyframes((made += pieces.length))
    return pieces.map(({ u, numbers }) => ({ offset: offset + u * length, numbers, easing: 'linear' }))
  })
}

function canEase(property: Property, bend: PlainBend, span: CompiledProperty['spans'][number]): boolean {
  if (bend.kind === 'hold') return true
  if (property.mix === 'geometric') return false
  if (property.kind === 'colour' && (property.mix ?? 'oklab') !== 'oklab') return false
  if (span instanceof PlaceSpan && !span.route.straight) return false
  return !(bend.kind === 'handles' && (bend.leave.lift || bend.arrive.lift))
}

export interface Sampled {
  readonly u: number
  readonly numbers: number[]
}

/** The values a choice takes during a scene, as its track numbers them. */
export function choiceValues(property: Property, duration: Ticks, library: BendLibrary): string[] {
  const { keys, value } = unrollProperty(property, 0 as Ticks, duration, library).property
  return keys.length > 0 ? keys.map((key) => String(key.value)) : [String(value)]
}

/** Points, the last left out, between which straight lines stay within `within` of the span. */
export function straightPieces(
  valueInto: (out: Float64Array, u: number) => void,
  width: number,
  within: number,
): Sampled[] {
  const at = (u: number): Sampled => {
    const out = new Float64Array(width)
    valueInto(out, u)
    return { u, numbers: [...out] }
  }
  const points: Sampled[] = []
  const visit = (from: Sampled, to: Sampled, depth: number): void => {
    const strays = [0.25, 0.5, 0.75].some((share) => {
      const { numbers } = at(from.u + share * (to.u - from.u))
      return numbers.some(
        (part, i) => Math.abs(part - (from.numbers[i]! * (1 - share) + to.numbers[i]! * share)) > within,
      )
    })
    if (!strays || depth === 0) {
      points.push(from)
      return
    }
    const middle = at((from.u + to.u) / 2)
    visit(from, middle, depth - 1)
    visit(middle, to, depth - 1)
  }
  const PIECES = 8
  for (let i = 0; i < PIECES; i += 1) visit(at(i / PIECES), at((i + 1) / PIECES), DEEPEST)
  return points
}

/** Keyframes at 0 and 1, as CSS would otherwise put the element's own value there. */
export function withEnds(keyframes: readonly Keyframe[]): Keyframe[] {
  const first = keyframes[0]!
  const last = keyframes[keyframes.length - 1]!
  return [
    ...(first.offset > 0 ? [{ ...first, offset: 0, easing: 'linear' }] : []),
    ...keyframes,
    ...(last.offset < 1 ? [{ ...last, offset: 1, easing: 'linear' }] : []),
  ]
}
