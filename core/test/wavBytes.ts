/** A WAV file of whole numbers (8, 16 or 24 bits), channel by channel. Source: Microsoft/IBM, RIFF WAVE (1991). */
export function wavBytes(
  channels: readonly ArrayLike<number>[],
  { rate, bits = 16 }: { readonly rate: number; readonly bits?: 8 | 16 | 24 },
): Uint8Array<ArrayBuffer> {
  const [frames, width] = [channels[0]?.length ?? 0, bits / 8]
  const size = frames * channels.length * width
  const bytes = new Uint8Array(44 + size)
  const view = new DataView(bytes.buffer)
  const word = (at: number, text: string): void => bytes.set(new TextEncoder().encode(text), at)
  word(0, 'RIFF')
  view.setUint32(4, 36 + size, true)
  word(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, channels.length, true)
  view.setUint32(24, rate, true)
  view.setUint32(28, rate * channels.length * width, true)
  view.setUint16(32, channels.length * width, true)
  view.setUint16(34, bits, true)
  word(36, 'data')
  view.setUint32(40, size, true)
  let at = 44
  for (let i = 0; i < frames; i += 1)
    for (const channel of channels) {
      const value = channel[i]!
      if (bits === 8) view.setUint8(at, value + 128)
      else if (bits === 16) view.setInt16(at, value, true)
      else {
        view.setInt16(at + 1, value >> 8, true)
        view.setUint8(at, value & 255)
      }
      at += width
    }
  return bytes
}
