import { HOLD, LINEAR } from '../bend/index.ts'
import type { PlayedKey, PlayedTrack, PlayOptions } from './playedTrack.ts'

/** Samples a frame; a frame's own moment is one of them. */
const SAMPLES_A_FRAME = 8

/** Halvings after which what has not come together is a jump: a sample's stretch is then far below a tick. */
const HALVINGS = 40

/** A straight piece takes at most this many samples in, so that checking it stays cheap. */
const LONGEST_PIECE = 512

interface Sample {
  readonly time: number
  readonly numbers: Float64Array
  /** Whether the value jumps here: the sample before holds until this moment. */
  readonly jumps: boolean
}

/**
 * What can only be sampled, as straight pieces and jumps: values that follow another time.
 * @param valueInto writes the value at a scene time in ticks
 * @param width numbers it has
 */
export function playLooks(
  valueInto: (out: Float64Array, time: number) => void,
  width: number,
  { duration, within, frame, checkCount }: Pick<PlayOptions, 'duration' | 'within' | 'frame' | 'checkCount'>,
): PlayedTrack {
  const at = (time: number): Float64Array => {
    const out = new Float64Array(width)
    valueInto(out, time)
    return out
  }
  const count = Math.ceil((duration * SAMPLES_A_FRAME) / frame)
  // Where it moves all along at least this share of the samples stays.
  checkCount(count / 20)
  const samples: Sample[] = [{ time: 0, numbers: at(0), jumps: false }]
  for (let i = 1; i <= count; i += 1) {
    const before = samples[samples.length - 1]!
    const time = Math.min(duration, (i * frame) / SAMPLES_A_FRAME)
    const numbers = at(time)
    if (gapOf(before.numbers, numbers) > within) {
      const jump = findJump(at, { before, time, numbers }, within)
      if (jump) samples.push(jump)
    }
    samples.push({ time, numbers, jumps: false })
  }
  const kept = straightened(samples, within)
  checkCount(kept.length)
  const keys = kept.map(({ time, numbers }, i): PlayedKey => ({
    share: time / duration,
    numbers: [...numbers],
    bend: kept[i + 1]?.jumps ? HOLD : LINEAR,
  }))
  return { keys: isStill(keys) ? keys.slice(0, 1) : keys, path: null }
}

const isStill = (keys: readonly PlayedKey[]): boolean =>
  keys.every(({ numbers }) => numbers.every((part, i) => part === keys[0]!.numbers[i]))

function gapOf(a: Float64Array, b: Float64Array): number {
  let gap = 0
  for (let i = 0; i < a.length; i += 1) gap = Math.max(gap, Math.abs(a[i]! - b[i]!))
  return gap
}

/** The first sample after a jump between two; null where the value comes together. */
function findJump(
  at: (time: number) => Float64Array,
  { before, time, numbers }: { before: Sample; time: number; numbers: Float64Array },
  within: number,
): Sample | null {
  let [low, high] = [before.time, time]
  let [from, to] = [before.numbers, numbers]
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2
    const value = at(middle)
    // The half with more of the way: a jump stays in it whole.
    if (gapOf(from, value) > gapOf(value, to)) [high, to] = [middle, value]
    else [low, from] = [middle, value]
    if (gapOf(from, to) <= within) return null
  }
  return { time: high, numbers: to, jumps: true }
}

/** Samples without those on a line between two that stay. Those beside a jump stay. */
function straightened(samples: readonly Sample[], within: number): Sample[] {
  const kept: Sample[] = []
  let from = 0
  while (from < samples.length) {
    kept.push(samples[from]!)
    let to = from + 1
    while (
      to + 1 < samples.length &&
      !samples[to]!.jumps &&
      !samples[to + 1]!.jumps &&
      isLine(samples, { from, to: to + 1 }, within)
    )
      to += 1
    from = to
  }
  return kept
}

function isLine(
  samples: readonly Sample[],
  { from, to }: { readonly from: number; readonly to: number },
  within: number,
): boolean {
  if (to - from > LONGEST_PIECE) return false
  const [a, b] = [samples[from]!, samples[to]!]
  for (let i = from + 1; i < to; i += 1) {
    const { time, numbers } = samples[i]!
    const share = (time - a.time) / (b.time - a.time)
    for (let part = 0; part < numbers.length; part += 1) {
      const line = a.numbers[part]! + share * (b.numbers[part]! - a.numbers[part]!)
      if (Math.abs(line - numbers[part]!) > within) return false
    }
  }
  return true
}
