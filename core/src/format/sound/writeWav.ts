import { clamp } from '../../number/index.ts'
import type { Sound } from '../../sound/index.ts'

const HEAD = 44
const MOST = 32_767

/** A sound as a WAV file of 16 bits; what is louder than full is cut off. Source: Microsoft/IBM, RIFF WAVE (1991). */
export function writeWav({ rate, channels }: Sound): Uint8Array<ArrayBuffer> {
  const frames = channels[0]?.length ?? 0
  const size = frames * channels.length * 2
  const bytes = new Uint8Array(HEAD + size)
  const view = new DataView(bytes.buffer)
  const word = (at: number, text: string): void => {
    for (let i = 0; i < text.length; i += 1) bytes[at + i] = text.charCodeAt(i)
  }
  word(0, 'RIFF')
  view.setUint32(4, HEAD - 8 + size, true)
  word(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, channels.length, true)
  view.setUint32(24, rate, true)
  view.setUint32(28, rate * channels.length * 2, true)
  view.setUint16(32, channels.length * 2, true)
  view.setUint16(34, 16, true)
  word(36, 'data')
  view.setUint32(40, size, true)
  for (let i = 0, at = HEAD; i < frames; i += 1)
    for (const samples of channels) {
      view.setInt16(at, Math.round(clamp(samples[i]!, -1, 1) * MOST), true)
      at += 2
    }
  return bytes
}
