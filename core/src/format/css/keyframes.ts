import type { PlayedKey, PlayedTrack } from '../../play/index.ts'
import type { PlaceSpan } from '../../property/index.ts'
import { easingText } from './easingText.ts'

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

/**
 * A played track as keyframes, each with the CSS easing toward the next.
 * @param within largest error of an easing that has to be written as points, in the value's own unit
 * @returns at least one keyframe
 */
export function keyframesOf({ keys, path }: PlayedTrack, within: number): Track {
  const keyframes = keys.map((key, i): Keyframe => {
    const { share, numbers, bend } = key
    const next = keys[i + 1]
    const easing = next
      ? easingText(bend, toleranceFor(changeOf(key, next), path ? Infinity : within))
      : 'linear'
    return { offset: share, numbers, easing }
  })
  return { keyframes: withEnds(keyframes), path }
}

function changeOf(from: PlayedKey, to: PlayedKey): number {
  return Math.max(...to.numbers.map((part, i) => Math.abs(part - from.numbers[i]!)))
}

/** Progress may be off by 0.0005, and by no more than 1/50 of a unit, or `within`, of what it moves. */
function toleranceFor(change: number, within: number): number {
  const own = Math.min(0.0005, 0.02 / Math.max(1e-6, change))
  return Math.min(own, within / Math.max(change, 1e-9))
}

/** Keyframes at 0 and 1, as CSS would otherwise put the element's own value there. */
function withEnds(keyframes: readonly Keyframe[]): Keyframe[] {
  const first = keyframes[0]!
  const last = keyframes[keyframes.length - 1]!
  return [
    ...(first.offset > 0 ? [{ ...first, offset: 0, easing: 'linear' }] : []),
    ...keyframes,
    ...(last.offset < 1 ? [{ ...last, offset: 1, easing: 'linear' }] : []),
  ]
}
