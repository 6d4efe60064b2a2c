import { bell, hat, kick, type Sound } from '@arrow-bend/core/sound'

const RATE = 11_025
const SECONDS = 12
/** Beats a minute. */
const TEMPO = 100

/** The drum of the regatta: a beat a step, rattles between them, a bell where the lamps are lit, the berth is made and it is left. */
export function drumTrack(): Sound {
  const samples = new Float32Array(RATE * SECONDS)
  const at = (seconds: number): number => Math.round(seconds * RATE)
  const beat = 60 / TEMPO
  for (let i = 0; (i + 1) * beat < SECONDS; i += 1) {
    kick(samples, at(i * beat + 0.2), i % 4 === 0 ? 0.8 : 0.5, RATE)
    hat(samples, at((i + 0.5) * beat + 0.2), 0.25, RATE)
    if (i % 4 === 3) hat(samples, at((i + 0.75) * beat + 0.2), 0.2, RATE)
  }
  for (const frame of [24, 128, 192]) bell(samples, at(frame / 24), 0.3, RATE)
  return { rate: RATE, channels: [samples] }
}
