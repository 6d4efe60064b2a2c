import { describe, expect, it } from 'vitest'
import type { EncodedPacket, EncodedPacketSink, VideoSample } from 'mediabunny'
import { WaitingDecoders, type Frames } from './waitingDecoders.ts'

/** s */
const LENGTH = 0.1

/**
 * A file of ten seconds with ten frames a second, whole pictures at some of its seconds, and what was decoded of it.
 * @param broken a moment, s, where nothing can be decoded
 */
function trial({ whole = [0, 2, 4, 6, 8], broken = NaN } = {}) {
  const started: number[] = []
  const open = new Set<VideoSample>()
  async function* samples(from = 0): Frames {
    started.push(from)
    if (from === broken) throw new Error('damaged')
    for (let number = Math.floor(from / LENGTH + 1e-6); number < 100; number += 1) {
      const sample = {
        timestamp: number * LENGTH,
        duration: LENGTH,
        close: () => open.delete(sample),
      } as Partial<VideoSample> as VideoSample
      open.add(sample)
      yield sample
    }
  }
  const packet = (timestamp: number | undefined): EncodedPacket | null =>
    timestamp === undefined ? null : ({ timestamp } as EncodedPacket)
  const packets = {
    getPacket: (time) => Promise.resolve(packet(Math.floor(time / LENGTH + 1e-6) * LENGTH)),
    getKeyPacket: (time) => Promise.resolve(packet(whole.findLast((at) => at <= time))),
    getNextKeyPacket: ({ timestamp }) => Promise.resolve(packet(whole.find((at) => at > timestamp))),
  } satisfies Pick<EncodedPacketSink, 'getPacket' | 'getKeyPacket' | 'getNextKeyPacket'>
  const decoders = new WaitingDecoders({ samples }, packets, 10)
  /** The number of the frame that is found, and of the one after it. */
  const found = async (moment: number): Promise<[number, number] | null> => {
    const frame = await decoders.frameAt(moment)
    if (!frame) return null
    const { value: next } = await frame.after.next()
    return [frame.sample, next!].map(({ timestamp }) => Math.round(timestamp / LENGTH)) as [number, number]
  }
  return { decoders, started, open, found }
}

describe('decoders that wait for jumps', () => {
  it('are not there until they are made ready', async () => {
    const { found, started } = trial()
    expect(await found(3.5)).toBeNull()
    expect(started).toEqual([])
  })

  it('give the very frame of a moment in the second half of a stretch and go on after it, once', async () => {
    const { decoders, found, started, open } = trial()
    await decoders.prepare(2.5, 1)
    expect(started).toEqual([3])
    expect(await found(3.55)).toEqual([35, 36])
    // The two given out; those before are let go of.
    expect(open.size).toBe(2)
    expect(await found(3.55)).toBeNull()
    await decoders.prepare(2.5, 1)
    expect(await found(3)).toEqual([30, 31])
  })

  it('are of no use for the first half, nor for other stretches', async () => {
    const { decoders, found } = trial()
    await decoders.prepare(2.5, 1)
    expect(await found(2.95)).toBeNull()
    expect(await found(5.5)).toBeNull()
    expect(await found(3.95)).toEqual([39, 40])
  })

  it('wait nearest to where one works, and those farther away are let go of', async () => {
    const { decoders, started, open, found } = trial()
    await decoders.prepare(5, 3)
    expect([...started].sort()).toEqual([3, 5, 7])
    await decoders.prepare(9.5, 2)
    expect(started.slice(3)).toEqual([9])
    expect(open.size).toBe(2)
    expect(await found(7.5)).toEqual([75, 76])
    expect(await found(5.5)).toBeNull()
    await decoders.prepare(9.5, 0)
    expect(await found(9.5)).toBeNull()
  })

  it('are all let go of when the clip is left, also one that is just being made ready', async () => {
    const { decoders, started, open, found } = trial()
    await decoders.prepare(5, 1)
    const ready = decoders.prepare(7, 3)
    while (started.length === 1) await Promise.resolve()
    await Promise.all([ready, decoders.clear()])
    expect(started).toHaveLength(2)
    expect(open.size).toBe(0)
    expect(await found(5.5)).toBeNull()
    await decoders.prepare(5, 1)
    expect(await found(5.5)).toEqual([55, 56])
  })

  it('are left out where stretches are short, where nothing can be decoded, and where another moment is asked for', async () => {
    const short = trial({ whole: [0, 0.4, 0.8] })
    await short.decoders.prepare(0.5, 3)
    expect(short.started).toEqual([5.4])
    const damaged = trial({ broken: 5 })
    await damaged.decoders.prepare(5, 2)
    expect(await damaged.found(5.5)).toBeNull()
    // The other stretch is made ready all the same.
    expect(damaged.open.size).toBe(1)
    const { decoders, started } = trial()
    await Promise.all([decoders.prepare(1, 4), decoders.prepare(9, 1)])
    expect(started).toEqual([9])
  })

  it('are made ready no further once something else is to be decoded', async () => {
    const { decoders, started, found } = trial()
    const ready = decoders.prepare(5, 3)
    while (started.length === 0) await Promise.resolve()
    decoders.stop()
    await ready
    expect(started).toEqual([5])
    expect(await found(5.2)).toEqual([52, 53])
  })

  it('are fewer the larger the frames', () => {
    expect(WaitingDecoders.mostOf(1280 * 720)).toBe(5)
    expect(WaitingDecoders.mostOf(3840 * 2160)).toBe(0)
  })
})
