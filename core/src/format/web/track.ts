import { LINEAR } from '../../bend/index.ts'
import type { PlayedKey, PlayedTrack } from '../../play/index.ts'

/** A played track with a key at the start and at the end, and how exactly it has to be written. */
export interface Track extends PlayedTrack {
  /** Largest error of what has to be written otherwise than it is, in the value's own unit. */
  readonly within: number
}

/** A played track made ready to be written: without keys at its ends a player would put an element's own value there. */
export function toTrack({ keys, path }: PlayedTrack, within: number): Track {
  const first = keys[0]!
  const last = keys[keys.length - 1]!
  const whole: readonly PlayedKey[] = [
    ...(first.share > 0 ? [{ ...first, share: 0, bend: LINEAR }] : []),
    ...keys,
    ...(last.share < 1 ? [{ ...last, share: 1, bend: LINEAR }] : []),
  ]
  return { keys: whole, path, within }
}

/** How far progress may be off from one key to the next: 0.0005, and no more than `within` of what it moves. */
export function progressWithin(from: PlayedKey, to: PlayedKey, { within }: Track): number {
  const change = Math.max(...to.numbers.map((part, i) => Math.abs(part - from.numbers[i]!)))
  return Math.min(0.0005, within / Math.max(change, 1e-9))
}
