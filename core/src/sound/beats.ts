import { clamp } from '../number/index.ts'
import { BadSound } from './badSound.ts'
import { bandPassed } from './bandPass.ts'
import { mixedDown, type Band, type Sound } from './sound.ts'

export interface Beat {
  readonly seconds: number
  /** 0 … 1: how loud it sets in, against the loudest around it. */
  readonly strength: number
}

export interface FindBeats extends Band {
  /** 0 … 100: how small a rise still counts. */
  readonly sensitivity?: number | undefined
  /** Least distance between two, s. */
  readonly apart?: number | undefined
}

const USUAL_SENSITIVITY = 50
/** s */
const USUAL_APART = 0.1

/** Time of one look at how loud a sound is, s. */
const LOOK = 0.001
/** Time a rise is looked at over, s; narrow bands need more to tell a rise from chance: this many over their width. */
const LEAST_WINDOW = 0.01
const OVER_WIDTH = 2
/** How much longer is looked at before a rise. */
const BEFORE = 3
/** What is so much fainter than the loudest is silence, as a share of power (−50 dB). */
const SILENT = 1e-5
/** How far around a beat others are loud beside it, s. */
const AROUND = 6

/** Rise of power, dB, and share of the loudest rise around, in amplitude, that a beat takes; by sensitivity 0 and 100. */
const RISES = [9, 1] as const
const SHARES = [0.75, 0.05] as const

/**
 * Finds where something sets in within a band: where power rises above what it was just before, by much in itself and beside
 * the other rises around.
 * @throws BadSound for a band, a sensitivity or a distance that is none
 * Source: own, after the energy and detection functions in J. P. Bello et al., A Tutorial on Onset Detection in Music Signals,
 * IEEE Trans. Speech and Audio Processing 13 (2005).
 */
export function findBeats(sound: Sound, options: FindBeats = {}): Beat[] {
  const { sensitivity = USUAL_SENSITIVITY, apart = USUAL_APART, low, high } = options
  if (!(sensitivity >= 0 && sensitivity <= 100)) throw new BadSound('A sensitivity lies from 0 to 100.')
  if (!(apart >= 0 && Number.isFinite(apart)))
    throw new BadSound('The least distance between beats is 0 or more.')
  const { rate } = sound
  const samples = bandPassed(mixedDown(sound), rate, { low, high })
  const hop = Math.max(1, Math.round(LOOK * rate))
  const power = powerOf(samples, hop)
  const look = hop / rate
  const width = Math.min(high ?? rate / 2, rate / 2) - (low ?? 0)
  const window = Math.max(2, Math.round(Math.max(LEAST_WINDOW, OVER_WIDTH / width) / look))
  const rises = risesOf(power, window)
  const share = sensitivity / 100
  const least = {
    decibels: RISES[0] + (RISES[1] - RISES[0]) * share,
    share: SHARES[0] * (SHARES[1] / SHARES[0]) ** share,
  }
  const found = peaksOf(rises, { window, around: Math.round(AROUND / look), least })
  return keptApart(found, Math.max(1, Math.round(apart / look))).map(({ at, strength }) => ({
    seconds: onsetAt(power, at, window) * look,
    strength,
  }))
}

/** The mean power of each look. */
function powerOf(samples: Float32Array, hop: number): Float64Array {
  const power = new Float64Array(Math.ceil(samples.length / hop))
  for (let k = 0; k < power.length; k += 1) {
    const end = Math.min(samples.length, (k + 1) * hop)
    let sum = 0
    for (let i = k * hop; i < end; i += 1) sum += samples[i]! * samples[i]!
    power[k] = sum / (end - k * hop)
  }
  return power
}

interface Rises {
  /** By how much power rises at each look, and by how many dB. */
  readonly power: Float64Array
  readonly decibels: Float64Array
}

/** The mean power of the looks to come over that of those before. */
function risesOf(power: Float64Array, window: number): Rises {
  const sums = new Float64Array(power.length + 1)
  for (let k = 0; k < power.length; k += 1) sums[k + 1] = sums[k]! + power[k]!
  const mean = (from: number, to: number): number => {
    const [a, b] = [clamp(from, 0, power.length), clamp(to, 0, power.length)]
    return b > a ? (sums[b]! - sums[a]!) / (b - a) : 0
  }
  // What is never heard to begin does not set in: before its first look a sound is thought to be as it mostly is.
  const usual = medianOf(power)
  let loudest = 0
  for (let k = 0; k < power.length; k += 1) loudest = Math.max(loudest, mean(k, k + window))
  const floor = loudest * SILENT
  const rises = { power: new Float64Array(power.length), decibels: new Float64Array(power.length) }
  if (loudest === 0) return rises
  for (let k = 0; k < power.length; k += 1) {
    const looked = Math.min(k, BEFORE * window)
    const missing = BEFORE * window - looked
    const before = (looked * mean(k - looked, k) + missing * usual) / (BEFORE * window)
    const after = mean(k, k + window)
    rises.power[k] = Math.max(0, after - before)
    rises.decibels[k] = 10 * Math.log10((after + floor) / (before + floor))
  }
  return rises
}

function medianOf(numbers: Float64Array): number {
  return Float64Array.from(numbers).sort()[numbers.length >> 1] ?? 0
}

interface Peak {
  /** Its look. */
  readonly at: number
  readonly strength: number
}

interface Picking {
  readonly window: number
  /** Looks on either side that are loud beside it. */
  readonly around: number
  readonly least: { readonly decibels: number; readonly share: number }
}

/** The looks at which power rises most in their window, and by enough. */
function peaksOf({ power, decibels }: Rises, { window, around, least }: Picking): Peak[] {
  const near = slidingMost(power, window)
  const far = slidingMost(power, around)
  const peaks: Peak[] = []
  for (let k = 0; k < power.length; k += 1) {
    if (power[k] === 0 || power[k] !== near[k] || decibels[k]! < least.decibels) continue
    const strength = Math.sqrt(power[k]! / far[k]!)
    if (strength < least.share) continue
    if (peaks.at(-1) && k - peaks.at(-1)!.at <= window) continue
    peaks.push({ at: k, strength })
  }
  return peaks
}

/** The largest of the numbers within a distance of each. */
function slidingMost(numbers: Float64Array, distance: number): Float64Array {
  const most = new Float64Array(numbers.length)
  // Those that may yet be the largest, in order; each is put in once and taken out once.
  const waiting = new Int32Array(numbers.length)
  let [first, last] = [0, 0]
  for (let k = 0; k < numbers.length + distance; k += 1) {
    if (k < numbers.length) {
      while (last > first && numbers[waiting[last - 1]!]! <= numbers[k]!) last -= 1
      waiting[last] = k
      last += 1
    }
    const at = k - distance
    if (at < 0) continue
    while (waiting[first]! < at - distance) first += 1
    most[at] = numbers[waiting[first]!]!
  }
  return most
}

/** Of peaks that are nearer to each other than a distance the strongest. */
function keptApart(peaks: readonly Peak[], distance: number): Peak[] {
  const kept: Peak[] = []
  for (const peak of peaks) {
    const before = kept.at(-1)
    if (!before || peak.at - before.at >= distance) kept.push(peak)
    else if (peak.strength > before.strength) kept[kept.length - 1] = peak
  }
  return kept
}

/** Where power passes halfway up its rise, in looks: where the ear hears it set in. */
function onsetAt(power: Float64Array, at: number, window: number): number {
  const [from, to] = [Math.max(0, at - window), Math.min(power.length - 1, at + window)]
  let top = from
  for (let k = from; k <= to; k += 1) if (power[k]! > power[top]!) top = k
  let k = top
  while (k > from && power[k - 1]! > power[top]! / 4) k -= 1
  return k
}
