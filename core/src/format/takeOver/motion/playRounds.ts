import { HOLD, mirrorBend, type PlainBend } from '../../../bend/index.ts'
import { asTicks, ticksOfSeconds } from '../../../time/index.ts'
import { still, type Moving, type MovingKey } from './moving.ts'

/** When rounds of a motion are played. Source of the words: W3C, CSS Animations 1; SVG Animations 2. */
export interface Timing {
  /** s; below 0 it has begun before. */
  readonly delay: number
  /** Of one round, s, > 0. */
  readonly duration: number
  /** How many, Infinity for ever. */
  readonly rounds: number
  /** Whether every other round runs backwards. */
  readonly alternates: boolean
  /** Whether the first runs backwards. */
  readonly reversed: boolean
  /** Whether the first value holds before it begins. */
  readonly fillsBefore: boolean
  /** Whether the last value holds after it has ended. */
  readonly fillsAfter: boolean
}

/** A value at a share of one round, 0 … 1, and how it goes on. */
export interface RoundKey<V> {
  readonly share: number
  readonly value: V
  readonly bend: PlainBend
}

export interface PlayRounds<V> {
  /** In order, from 0 to 1. */
  readonly round: readonly RoundKey<V>[]
  readonly timing: Timing
  /** What holds where it does not play. */
  readonly rest: V
  /** Where the scene ends, s: rounds that have to be written out end there. */
  readonly until: number
}

/** Keys a motion may be written out as. */
const MOST_KEYS = 5_000

/** Length after which a motion repeats, s; null where it does not for ever. */
export const periodOf = ({ duration, rounds, alternates }: Timing): number | null =>
  rounds === Infinity ? (alternates ? 2 : 1) * duration : null

/** Where a motion has ended, or has begun to repeat, s. */
export const settledAt = ({ delay, duration, rounds }: Timing): number =>
  Math.max(0, rounds === Infinity ? delay : delay + duration * rounds)

/** Rounds of a motion as a value in time: a loop where it repeats for ever, else written out. */
export function playRounds<V>({ round, timing, rest, until }: PlayRounds<V>): Moving<V> {
  if (round.length === 0 || timing.rounds <= 0) return still(rest)
  const same = (a: V, b: V): boolean => JSON.stringify(a) === JSON.stringify(b)
  const first = timing.reversed ? mirrored(round) : round
  const rests = timing.delay > 0 && !timing.fillsBefore && !same(first[0]!.value, rest)
  return timing.rounds === Infinity && !rests
    ? looped(first, timing, rest)
    : writtenOut(first, { timing, rest, until, rests })
}

function looped<V>(round: readonly RoundKey<V>[], timing: Timing, rest: V): Moving<V> {
  const period = periodOf(timing)!
  const { delay, duration, alternates } = timing
  // A motion that began before the scene is written from the first round that begins in it.
  const start = delay < 0 ? delay + period * Math.ceil(-delay / period - 1e-9) : delay
  const after = alternates ? 'thereAndBack' : 'loop'
  return {
    rest,
    keys: roundKeys(round, start, duration),
    before: delay > 0 ? 'hold' : after,
    after,
  }
}

/** Keys of one round; two at one moment come to lie a tick apart, the first held till then. */
function roundKeys<V>(round: readonly RoundKey<V>[], start: number, duration: number): MovingKey<V>[] {
  const keys: MovingKey<V>[] = []
  for (const { share, value, bend } of round) addKey(keys, start + share * duration, value, bend)
  return keys
}

function addKey<V>(keys: MovingKey<V>[], seconds: number, value: V, bend: PlainBend): void {
  const t = ticksOfSeconds(seconds)
  const last = keys.at(-1)
  if (last && last.t >= t) {
    const before = keys.at(-2)
    const isSame = JSON.stringify(last.value) === JSON.stringify(value)
    // What was only there for no time at all is nobody's loss.
    if (isSame || (before && before.t >= t - 1)) keys.pop()
    else keys[keys.length - 1] = { ...last, t: asTicks(t - 1), bend: HOLD }
  }
  keys.push({ t, value, bend })
}

function writtenOut<V>(
  first: readonly RoundKey<V>[],
  {
    timing,
    rest,
    until,
    rests,
  }: Pick<PlayRounds<V>, 'timing' | 'rest' | 'until'> & { readonly rests: boolean },
): Moving<V> {
  const { delay, duration, rounds, alternates, fillsAfter } = timing
  const second = alternates ? mirrored(first) : first
  const keys: MovingKey<V>[] = []
  if (rests) addKey(keys, 0, rest, HOLD)
  const whole = Number.isFinite(rounds) ? Math.ceil(rounds - 1e-9) : Infinity
  // Rounds that are over before the scene begins are not seen.
  const from = Math.max(0, Math.min(whole - 1, Math.floor(-delay / duration)))
  for (let i = from; i < whole && delay + i * duration < until && keys.length < MOST_KEYS; i += 1)
    for (const { share, value, bend } of i % 2 === 0 ? first : second)
      addKey(keys, delay + (i + share) * duration, value, bend)
  const end = delay + duration * whole
  if (!fillsAfter && end < until) addKey(keys, end, rest, HOLD)
  return { rest, keys, before: 'hold', after: 'hold' }
}

/** A round run backwards. */
function mirrored<V>(round: readonly RoundKey<V>[]): RoundKey<V>[] {
  const last = round.length - 1
  return round.map((_, i) => {
    const { share, value } = round[last - i]!
    const bend = last - i > 0 ? mirrorBend(round[last - i - 1]!.bend) : round[last]!.bend
    return { share: 1 - share, value, bend }
  })
}
