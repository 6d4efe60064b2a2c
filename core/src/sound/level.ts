import { BadSound } from './badSound.ts'
import { bandPassed } from './bandPass.ts'
import { lengthOf, type Band, type Sound } from './sound.ts'

/**
 * How loud a sound is in a band, a number a frame: the root of the mean square of all its samples from one frame's moment to
 * the next, over all channels; what is no number is silence.
 * @param rate frames a second
 * @throws BadSound for a band or a rate that is none
 */
export function levelOf(sound: Sound, rate: number, band: Band = {}): Float64Array {
  if (!(rate > 0 && rate <= sound.rate))
    throw new BadSound(`A level is taken from 1 to ${sound.rate} times a second.`)
  const channels = sound.channels.map((channel) => bandPassed(finite(channel), sound.rate, band))
  const frames = Math.ceil(lengthOf(sound) * rate - 1e-9)
  const level = new Float64Array(frames)
  const count = channels[0]?.length ?? 0
  const sampleOf = (frame: number): number => Math.min(count, Math.round((frame * sound.rate) / rate))
  for (let frame = 0; frame < frames; frame += 1) {
    const [from, to] = [sampleOf(frame), sampleOf(frame + 1)]
    let sum = 0
    for (const channel of channels) for (let i = from; i < to; i += 1) sum += channel[i]! * channel[i]!
    level[frame] = to > from ? Math.sqrt(sum / ((to - from) * channels.length)) : 0
  }
  return level
}

function finite(samples: Float32Array): Float32Array {
  return samples.every(Number.isFinite) ? samples : samples.map((one) => (Number.isFinite(one) ? one : 0))
}
