import {
  BlobSource,
  BufferTarget,
  EncodedAudioPacketSource,
  EncodedPacket,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  Input,
  Output,
  WEBM,
  WebMOutputFormat,
} from 'mediabunny'
import { describe, expect, it } from 'vitest'
import { soundPart } from './soundPart.ts'

/** A WebM of one picture so large, and ten packets of sound, 20 ms each; no decoder is asked about either. */
async function webm(pictureBytes: number, sounds: number): Promise<Blob> {
  const target = new BufferTarget()
  const output = new Output({ format: new WebMOutputFormat(), target })
  const pictures = new EncodedVideoPacketSource('vp8')
  output.addVideoTrack(pictures)
  const sound = sounds > 0 ? new EncodedAudioPacketSource('opus') : null
  if (sound) output.addAudioTrack(sound)
  await output.start()
  await pictures.add(new EncodedPacket(new Uint8Array(pictureBytes), 'key', 0, 0.2), {
    decoderConfig: { codec: 'vp8', codedWidth: 64, codedHeight: 64 },
  })
  for (let i = 0; i < sounds; i += 1)
    await sound!.add(new EncodedPacket(new Uint8Array([0xfc, i]), 'key', i / 50, 1 / 50), {
      decoderConfig: { codec: 'opus', sampleRate: 48_000, numberOfChannels: 2 },
    })
  await output.finalize()
  return new Blob([target.buffer!], { type: 'video/webm' })
}

describe('soundPart', () => {
  it('is a small clip or a sound itself', async () => {
    const small = await webm(100, 10)
    expect(await soundPart(small)).toBe(small)
    const sound = new Blob([new Uint8Array(40 * 1024 * 1024)], { type: 'audio/wav' })
    expect(await soundPart(sound)).toBe(sound)
  })

  it('of a large clip is its sound alone, as it was written', async () => {
    const part = (await soundPart(await webm(33 * 1024 * 1024, 10)))!
    expect(part.size).toBeLessThan(10_000)
    const input = new Input({ source: new BlobSource(part), formats: [WEBM] })
    expect(await input.getPrimaryVideoTrack()).toBeNull()
    const found: number[] = []
    for await (const packet of new EncodedPacketSink((await input.getPrimaryAudioTrack())!).packets())
      found.push(packet.data[1]!)
    expect(found).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9])
  })

  it('is none where a large clip is silent', async () => {
    expect(await soundPart(await webm(33 * 1024 * 1024, 0))).toBeNull()
  })
})
