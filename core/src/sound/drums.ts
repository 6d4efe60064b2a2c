import { sharesOf } from '../chance/index.ts'
import type { Sound } from './sound.ts'

/** What lays a sound of its own over samples, from a moment on. @param rate samples a second */
export type Hit = (samples: Float32Array, at: number, loud: number, rate: number) => void

/** Lays a sound over samples, as far as they go. @param sample of so many seconds after it set in */
function lay(
  samples: Float32Array,
  { at, rate, seconds }: { readonly at: number; readonly rate: number; readonly seconds: number },
  sample: (t: number) => number,
): void {
  const end = Math.min(samples.length, at + Math.floor(seconds * rate))
  for (let i = at; i < end; i += 1) samples[i] = samples[i]! + sample((i - at) / rate)
}

/** Eight milliseconds of a click at 1 500 Hz. */
export const click: Hit = (samples, at, loud, rate) =>
  lay(samples, { at, rate, seconds: 0.008 }, (t) => loud * Math.sin(2 * Math.PI * 1500 * t) * (1 - t / 0.008))

/** A drum that falls from 120 to 50 Hz within a fifth of a second. */
export const kick: Hit = (samples, at, loud, rate) => {
  let phase = 0
  lay(samples, { at, rate, seconds: 0.2 }, (t) => {
    phase += (2 * Math.PI * (50 + 70 * Math.exp(-t / 0.03))) / rate
    return loud * Math.min(1, t / 0.002) * Math.sin(phase) * Math.exp(-t / 0.06)
  })
}

/** Forty milliseconds of noise without what is low. */
export const hat: Hit = (samples, at, loud, rate) => {
  const chance = sharesOf(at + 7)
  let before = 0
  lay(samples, { at, rate, seconds: 0.04 }, (t) => {
    const now = chance()
    const sample = loud * 0.5 * (now - before) * Math.exp(-t / 0.01)
    before = now
    return sample
  })
}

/** A bell of three partials that fades within a second and a half. */
export const bell: Hit = (samples, at, loud, rate) =>
  lay(samples, { at, rate, seconds: 1.5 }, (t) => {
    const partial = (hertz: number, share: number, fade: number): number =>
      share * Math.sin(2 * Math.PI * hertz * t) * Math.exp(-t / fade)
    return loud * (partial(660, 0.5, 0.5) + partial(1742, 0.25, 0.25) + partial(2640, 0.15, 0.12))
  })

/** What is played: a click on every beat, or drums and hats between them. */
export type TestSound = 'clicks' | 'drums'

export interface MakeTestSound {
  readonly kind: TestSound
  /** Beats a minute, 20 … 300. */
  readonly perMinute: number
  /** How long it is, 1 … 600. */
  readonly seconds: number
}

const RATE = 22_050
/** The first beat comes so late that it is seen and heard to set in, s. */
const LEAD = 0.25

/** A sound to try things with: the first beat of four is louder. */
export function testSound({ kind, perMinute, seconds }: MakeTestSound): Sound {
  const samples = new Float32Array(Math.round(seconds * RATE))
  const beat = 60 / perMinute
  const on = kind === 'clicks' ? click : kick
  for (let i = 0; LEAD + i * beat < seconds; i += 1) {
    const at = Math.round((LEAD + i * beat) * RATE)
    on(samples, at, i % 4 === 0 ? 0.8 : 0.55, RATE)
    if (kind === 'drums') hat(samples, at + Math.round((beat / 2) * RATE), 0.4, RATE)
  }
  return { rate: RATE, channels: [samples] }
}
