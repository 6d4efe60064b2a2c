import { asTicks, frameTicks, ticksOfSeconds, type FrameRate, type Ticks } from '../../../time/index.ts'
import { periodOf, settledAt, type Timing } from './playRounds.ts'

/** Motions that repeat for ever are shown until all begin anew together, but no longer than this, s. */
const LONGEST_ROUND = 30
/** A file without an end of its own is shown so long, s; a longer one is cut there. */
const LONGEST = 3600
/** Times are compared in ms: files are written with three places at most. */
const PER_SECOND = 1000

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b))

/** How long a scene has to be to show everything that moves in it, s, > 0. */
export function sceneSeconds(timings: readonly Timing[]): number {
  const settled = Math.max(0, ...timings.map(settledAt))
  const periods = timings.flatMap((timing) => {
    const period = periodOf(timing)
    return period === null ? [] : [Math.max(1, Math.round(period * PER_SECOND))]
  })
  const common = periods.reduce(
    (all, period) => Math.min(Number.MAX_SAFE_INTEGER / 1e4, (all / divisor(all, period)) * period),
    1,
  )
  const longest = Math.max(0, ...periods)
  const round =
    periods.length === 0 ? 0 : (common <= LONGEST_ROUND * PER_SECOND ? common : longest) / PER_SECOND
  const length = settled + round
  return length > 0 ? Math.min(LONGEST, length) : 1
}

/** Rates tried, that of browsers first. */
const RATES: readonly FrameRate[] = [
  { num: 60, den: 1 },
  { num: 24, den: 1 },
  { num: 25, den: 1 },
  { num: 50, den: 1 },
  { num: 24000, den: 1001 },
  { num: 60000, den: 1001 },
]
/** A moment this near to a frame lies on it, frames. */
const ON_FRAME = 0.01

/** The rate on whose frames all these moments lie, s; 60 frames a second where there is none. */
export function rateOf(moments: readonly number[]): FrameRate {
  const isOnFrames = (rate: FrameRate): boolean =>
    moments.every((moment) => {
      const frames = (moment * rate.num) / rate.den
      return Math.abs(frames - Math.round(frames)) < ON_FRAME
    })
  return RATES.find(isOnFrames) ?? RATES[0]!
}

/** A length as whole frames, at least one, ticks. */
export function wholeFrames(seconds: number, rate: FrameRate): Ticks {
  const frame = frameTicks(rate)
  return asTicks(Math.max(1, Math.ceil(ticksOfSeconds(seconds) / frame - 1e-6)) * frame)
}
