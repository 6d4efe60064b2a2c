import { describe, expect, it } from 'vitest'
import { compileScene, makeLayer, sampleSceneInto, type Scene, type SoundAsset } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { SoundPlayer } from './soundPlayer.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const BELL: SoundAsset = {
  id: 'bell',
  kind: 'sound',
  name: 'Bell',
  type: 'audio/wav',
  duration: at(4),
  sha256: 'b'.repeat(64),
}
const sceneWith = (values: Readonly<Record<string, number>>, heardAtAnySpeed: boolean): Scene => ({
  id: 'scene',
  name: 'Scene',
  size: [640, 360],
  rate: { num: 25, den: 1 },
  duration: at(10),
  background: '#ffffff',
  layers: [
    {
      ...makeLayer({ id: 'a', name: 'Bell', kind: 'sound', span: [at(1), at(9)], values }),
      source: { asset: 'bell' },
      ...(heardAtAnySpeed ? { heardAtAnySpeed } : {}),
    },
  ],
  markers: [],
  playRange: null,
})

/** A clock that is set by hand, and what was done by it. */
function stage(values: Readonly<Record<string, number>> = {}, heardAtAnySpeed = false) {
  const done: string[] = []
  const context = {
    currentTime: 0,
    destination: {} as AudioDestinationNode,
    decodeAudioData: () =>
      Promise.resolve({
        duration: 4,
        numberOfChannels: 1,
        length: 4,
        sampleRate: 1,
        getChannelData: () => new Float32Array([1, 2, 3, 4]),
      } as unknown as AudioBuffer),
    createBuffer: (_channels: number, length: number) =>
      ({
        duration: length,
        copyToChannel: (samples: Float32Array) => done.push(`made ${samples.join(' ')}`),
      }) as unknown as AudioBuffer,
    createGain: () =>
      ({
        gain: { value: 1, setTargetAtTime: (gain: number) => done.push(`gain ${gain}`) },
        connect: () => undefined,
        disconnect: () => undefined,
      }) as unknown as GainNode,
    createBufferSource: () =>
      ({
        buffer: null,
        connect: () => undefined,
        disconnect: () => undefined,
        playbackRate: {
          set value(rate: number) {
            if (rate !== 1) done.push(`rate ${rate}`)
          },
        },
        start: (_when: number, offset: number, length?: number) =>
          done.push(`start ${offset.toFixed(2)}${length ? ` for ${length}` : ''}`),
        stop: () => done.push('stop'),
      }) as unknown as AudioBufferSourceNode,
  }
  const late = { by: 0 }
  const player = new SoundPlayer(
    context,
    () => Promise.resolve(new Blob(['x'])),
    () => context.currentTime - late.by,
  )
  const sampler = compileScene(sceneWith(values, heardAtAnySpeed), [])
  const follow = (seconds: number, pace = 1): void => {
    sampleSceneInto(sampler, at(seconds))
    player.follow(sampler, pace)
  }
  return { player, context, late, sampler, follow, done }
}

describe('sounds that play', () => {
  it('begin in their span where they are then, go on by themselves, and end', async () => {
    const { player, context, follow, done } = stage()
    follow(2)
    expect(done).toEqual([])
    await player.load([BELL])
    follow(0.5)
    follow(1.52)
    for (let step = 1; step < 20; step += 1) {
      context.currentTime = step / 25
      follow(1.52 + step / 25)
    }
    expect(done.filter((one) => !one.startsWith('gain'))).toEqual(['start 0.52'])
    follow(9.5)
    expect(done.at(-1)).toBe('stop')
  })
  it('are set right after a jump, and not for less than a frame or two', async () => {
    const { player, context, follow, done } = stage()
    await player.load([BELL])
    follow(2)
    context.currentTime = 0.04
    follow(2.08)
    expect(done.filter((one) => one.startsWith('start'))).toHaveLength(1)
    follow(4)
    expect(done.filter((one) => !one.startsWith('gain'))).toEqual(['start 1.00', 'stop', 'start 3.00'])
  })
  it('are silent at another speed, backwards, before their start and after their end', async () => {
    const { player, follow, done } = stage({ 'local time': -2 })
    await player.load([BELL])
    follow(2)
    follow(4, 0.5)
    follow(4, -1)
    expect(done).toEqual([])
    follow(4)
    follow(8)
    expect(done).toEqual(['start 1.00', 'stop'])
  })
  it('are heard at other speeds where they are to be: slower, faster and faster, and backwards from their end on', async () => {
    const { player, context, follow, done } = stage({}, true)
    await player.load([BELL])
    follow(2, 0.5)
    context.currentTime = 0.04
    follow(2.02, 0.5)
    follow(2.02, 0.75)
    context.currentTime = 0.08
    follow(2.05, 0.75)
    expect(done.filter((one) => !one.startsWith('gain'))).toEqual(['rate 0.5', 'start 1.00', 'rate 0.75'])
    done.length = 0
    follow(2, -2)
    context.currentTime = 0.12
    follow(1.92, -2)
    expect(done.filter((one) => !one.startsWith('gain'))).toEqual([
      'made 4 3 2 1',
      'stop',
      'rate 2',
      'start 3.00',
    ])
    follow(1.92, 0)
    expect(done.at(-1)).toBe('stop')
  })
  it('are as loud as their gain, and rest when told to', async () => {
    const { player, context, follow, done } = stage({ gain: 30 })
    await player.load([BELL])
    follow(2)
    context.currentTime = 0.04
    follow(2.04)
    expect(done).toEqual(['start 1.00', 'gain 0.3'])
    player.rest()
    expect(done.at(-1)).toBe('stop')
    follow(3)
    expect(done.at(-1)).toBe('start 2.00')
  })

  it('set off ahead by as much as the device is late, so that picture and sound are as one', async () => {
    const { player, context, late, follow, done } = stage()
    await player.load([BELL])
    context.currentTime = 10
    late.by = 0.2
    follow(2)
    expect(done).toEqual(['start 1.20'])
    // By the device's clock it is where it has to be from then on.
    for (let step = 1; step < 30; step += 1) {
      context.currentTime = 10 + step * 0.04
      follow(2 + step * 0.04)
    }
    expect(done.filter((one) => !one.startsWith('gain'))).toEqual(['start 1.20'])
  })

  it('are heard for a moment where one scrubs, not more often than the ear can tell', async () => {
    const { player, context, sampler, done } = stage({ gain: 50 })
    await player.load([BELL])
    for (let step = 0; step < 10; step += 1) {
      context.currentTime = step * 0.01
      sampleSceneInto(sampler, at(2 + step))
      player.glance(sampler)
    }
    expect(done.filter((one) => one.startsWith('start'))).toEqual(['start 1.00 for 0.09'])
    context.currentTime = 1
    sampleSceneInto(sampler, at(0.5))
    player.glance(sampler)
    expect(done.filter((one) => one.startsWith('start'))).toHaveLength(1)
  })

  it('are heard at their own pitch at another pace once they are made ready for it, and silent before', async () => {
    const { player, follow, done } = stage()
    await player.load([BELL])
    follow(2, 0.5)
    expect(done).toEqual([])
    const asked: number[] = []
    // One that could not be made then is asked for again.
    await player.keepPitch([BELL], 0.5, () => Promise.resolve(null))
    await player.keepPitch([BELL], 0.5, () => {
      asked.push(0.5)
      return Promise.resolve({ rate: 1, channels: [Float32Array.of(1, 1, 2, 2, 3, 3, 4, 4)] })
    })
    await player.keepPitch([BELL], 0.5, () => Promise.reject(new Error('asked twice')))
    follow(2, 0.5)
    expect(done).toEqual(['made 1 1 2 2 3 3 4 4', 'start 2.00'])
    follow(2, 0.75)
    expect(done.at(-1)).toBe('stop')
    player.leavePitch()
    done.length = 0
    follow(2, 0.5)
    expect(done).toEqual([])
    expect(asked).toEqual([0.5])
  })
})
