import { strToU8 } from 'fflate'

/** Longer silence says no more, and only takes room. */
const MOST_SECONDS = 60
const RATE = 8000

/**
 * Silence as a WAV file, 8 bit, mono, 8 kHz; a minute of it at most.
 * Source: IBM and Microsoft, Multimedia Programming Interface and Data Specifications 1.0 (1991), WAVE.
 */
export function silentWav(seconds: number): Uint8Array<ArrayBuffer> {
  const count = Math.max(1, Math.round(Math.min(seconds, MOST_SECONDS) * RATE))
  const bytes = new Uint8Array(44 + count)
  const view = new DataView(bytes.buffer)
  const words = (at: number, text: string): void => bytes.set(strToU8(text), at)
  words(0, 'RIFF')
  view.setUint32(4, 36 + count, true)
  words(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, RATE, true)
  view.setUint32(28, RATE, true)
  view.setUint16(32, 1, true)
  view.setUint16(34, 8, true)
  words(36, 'data')
  view.setUint32(40, count, true)
  // The middle of unsigned samples.
  bytes.fill(0x80, 44)
  return bytes
}
