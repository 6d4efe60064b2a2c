/** How steadily beats come. */
export interface Tempo {
  /** Beats a minute. */
  readonly perMinute: number
  /** When one of them comes, s: all others are whole beats from it. */
  readonly first: number
  /** 0 … 1: how near the beats are to it, 1 for exactly. */
  readonly steadiness: number
}

const [SLOWEST, FASTEST] = [40, 240]
/**
 * Beats of a tempo fit its double as well, and those of no double fit its half: the slowest is meant that fits nearly as well
 * as the best.
 */
const NEARLY = 0.8
/** Less steady is no tempo. */
const LEAST_STEADINESS = 0.7
const LEAST_BEATS = 4
/** Tempos are looked at so finely that over all of the beats none slips by more than this share of a beat. */
const SLIP = 0.1

/**
 * The tempo of beats, where they have one: that by which they come nearest to whole beats. Some may be missing, and some
 * may come between.
 * @param seconds when they come, in order
 * Source: own, after the mean resultant length of circular data: N. I. Fisher, Statistical Analysis of Circular Data (1993).
 */
export function tempoOf(seconds: readonly number[]): Tempo | null {
  const [begin, end] = [seconds[0], seconds.at(-1)]
  if (begin === undefined || end === undefined || seconds.length < LEAST_BEATS || end === begin) return null
  const step = (60 * SLIP) / (end - begin)
  const looks = Array.from({ length: Math.ceil((FASTEST - SLOWEST) / step) + 1 }, (_, i) => {
    const perMinute = SLOWEST + i * step
    return { perMinute, length: meanDirection(seconds, perMinute).length }
  })
  const most = looks.reduce((best, { length }) => Math.max(best, length), 0)
  if (most < LEAST_STEADINESS) return null
  let at = looks.findIndex(({ length }) => length >= most * NEARLY)
  while (at + 1 < looks.length && looks[at + 1]!.length > looks[at]!.length) at += 1
  return refined(seconds, looks[at]!.perMinute)
}

/** How alike the beats are in where they come within a beat, 0 … 1, and where that is, share of a beat. */
function meanDirection(
  seconds: readonly number[],
  perMinute: number,
): { readonly length: number; readonly share: number } {
  let [x, y] = [0, 0]
  for (const second of seconds) {
    const angle = (2 * Math.PI * second * perMinute) / 60
    x += Math.cos(angle)
    y += Math.sin(angle)
  }
  return { length: Math.hypot(x, y) / seconds.length, share: Math.atan2(y, x) / (2 * Math.PI) }
}

/** The tempo that fits best by least squares, of beats that are numbered by a tempo near it. */
function refined(seconds: readonly number[], near: number): Tempo | null {
  let period = 60 / near
  let first = meanDirection(seconds, near).share * period
  for (let round = 0; round < 3; round += 1) {
    const numbers = seconds.map((second) => Math.round((second - first) / period))
    const [meanNumber, meanSecond] = [mean(numbers), mean(seconds)]
    let [over, under] = [0, 0]
    seconds.forEach((second, i) => {
      over += (numbers[i]! - meanNumber) * (second - meanSecond)
      under += (numbers[i]! - meanNumber) ** 2
    })
    if (!(over > 0)) return null
    period = over / under
    first = meanSecond - meanNumber * period
  }
  const perMinute = 60 / period
  return {
    perMinute,
    first: first - Math.floor(first / period) * period,
    steadiness: meanDirection(seconds, perMinute).length,
  }
}

const mean = (numbers: readonly number[]): number =>
  numbers.reduce((sum, one) => sum + one, 0) / numbers.length

/**
 * When whole beats of a tempo come within a stretch, s: every so many of them, from one on.
 * @param every ≥ 1
 * @param from which of the beats, counted from the first within the stretch, is the first of a bar; 0 for that
 */
export function beatGrid(
  { perMinute, first }: Pick<Tempo, 'perMinute' | 'first'>,
  [begin, end]: readonly [number, number],
  { every, from }: { readonly every: number; readonly from: number },
): number[] {
  const period = 60 / perMinute
  const grid: number[] = []
  const start = Math.ceil((begin - first) / period - 1e-9)
  for (let number = start + (((from % every) + every) % every); ; number += every) {
    const second = first + number * period
    if (second >= end) return grid
    grid.push(second)
  }
}
