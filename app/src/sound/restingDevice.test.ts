import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { restingDevice } from './restingDevice.ts'

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

describe('the sound device', () => {
  const trial = () => {
    const done: string[] = []
    const device = restingDevice({
      resume: () => Promise.resolve(void done.push('resumed')),
      suspend: () => Promise.resolve(void done.push('suspended')),
    })
    return { done, device }
  }

  it('rests a while after the last that is heard, and wakes for the next', () => {
    const { done, device } = trial()
    device.wake()
    vi.advanceTimersByTime(60_000)
    device.restSoon()
    vi.advanceTimersByTime(4_000)
    device.restSoon()
    vi.advanceTimersByTime(4_000)
    expect(done).toEqual(['resumed'])
    vi.advanceTimersByTime(2_000)
    device.wake()
    expect(done).toEqual(['resumed', 'suspended', 'resumed'])
  })

  it('goes on where something is heard again before that, and is left alone once it is used no more', () => {
    const { done, device } = trial()
    device.wake()
    device.restSoon()
    device.wake()
    vi.advanceTimersByTime(60_000)
    device.restSoon()
    device.leave()
    vi.advanceTimersByTime(60_000)
    expect(done).toEqual(['resumed', 'resumed'])
  })

  it('takes no harm from a browser that refuses', async () => {
    const refuse = () => Promise.reject(new Error('not allowed'))
    const device = restingDevice({ resume: refuse, suspend: refuse })
    device.wake()
    device.restSoon()
    await vi.advanceTimersByTimeAsync(10_000)
  })
})
