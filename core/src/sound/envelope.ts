import type { Sound } from './sound.ts'

/** The lowest and highest sample of each stretch of a sound, over all channels, at ever larger stretches. */
export interface Envelope {
  /** Samples a second. */
  readonly rate: number
  readonly levels: readonly {
    /** Samples of a stretch. */
    readonly length: number
    readonly lows: Float32Array
    readonly highs: Float32Array
  }[]
}

/** Samples of the shortest stretches, and how many times as long those of the next level are. */
const SHORTEST = 64
const LONGER = 8
/** A level of so few stretches is the last. */
const FEW = 64

/** What is no number is silence. */
export function envelopeOf({ rate, channels }: Sound): Envelope {
  const count = channels[0]?.length ?? 0
  const size = Math.ceil(count / SHORTEST)
  const [lows, highs] = [new Float32Array(size), new Float32Array(size)]
  for (const channel of channels)
    for (let i = 0; i < count; i += 1) {
      const sample = channel[i]!
      const at = Math.floor(i / SHORTEST)
      if (sample < lows[at]!) lows[at] = sample
      else if (sample > highs[at]!) highs[at] = sample
    }
  const levels: Level[] = [{ length: SHORTEST, lows, highs }]
  for (let below = levels[0]!; below.lows.length > FEW; below = levels.at(-1)!) levels.push(coarser(below))
  return { rate, levels }
}

type Level = Envelope['levels'][number]

function coarser({ length, lows, highs }: Level): Level {
  const size = Math.ceil(lows.length / LONGER)
  const most = (from: Float32Array, better: (a: number, b: number) => number): Float32Array =>
    Float32Array.from({ length: size }, (_, k) => from.subarray(k * LONGER, (k + 1) * LONGER).reduce(better))
  return {
    length: length * LONGER,
    lows: most(lows, (a, b) => Math.min(a, b)),
    highs: most(highs, (a, b) => Math.max(a, b)),
  }
}

/**
 * The lowest and highest sample from one moment to another, as nearly as the shortest stretches tell: those they touch count.
 * @param from, to s; outside the sound there is silence
 */
export function extentBetween(
  { rate, levels }: Envelope,
  from: number,
  to: number,
): readonly [low: number, high: number] {
  const [first, last] = [Math.min(from, to) * rate, Math.max(from, to) * rate]
  // The longest stretches of which a few lie between: no more are looked at however long that is.
  let level = levels[0]!
  for (const one of levels) if (one.length * 4 <= last - first) level = one
  let [low, high] = [0, 0]
  const end = Math.min(level.lows.length, Math.ceil(last / level.length))
  for (let k = Math.max(0, Math.floor(first / level.length)); k < end; k += 1) {
    low = Math.min(low, level.lows[k]!)
    high = Math.max(high, level.highs[k]!)
  }
  return [low, high]
}
