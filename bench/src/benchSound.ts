import { findBeats } from '@arrow-bend/core/sound'
import { seeded, shortest, type Result } from './result.ts'

const RATE = 44_100
const MINUTES = 10

/** Beats of a long stereo sound, as a worker looks for them. */
export function benchSound(): Result[] {
  const random = seeded(3)
  const channel = (): Float32Array => {
    const samples = new Float32Array(MINUTES * 60 * RATE)
    for (let i = 0; i < samples.length; i += 1) {
      const sinceBeat = (i % (RATE / 2)) / RATE
      samples[i] = 0.1 * (random() - 0.5) + 0.6 * Math.exp(-sinceBeat / 0.05) * Math.sin(377 * sinceBeat)
    }
    return samples
  }
  const sound = { rate: RATE, channels: [channel(), channel()] }
  let found = 0
  const ours = shortest(() => (found = findBeats(sound, { low: 30, high: 150 }).length), 2)
  if (found < MINUTES * 100) throw new Error('no beats were found')
  return [
    {
      name: `beats of a ${MINUTES}-minute stereo sound in a low band`,
      unit: 'ms',
      ours,
      wanted: '< 6 000 ms',
    },
  ]
}
