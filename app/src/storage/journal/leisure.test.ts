import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Leisure } from './leisure.ts'

/** A clock that says each time it is asked that so many ms have gone by. */
const clockOf = (step: number) => {
  let time = 0
  return () => (time += step)
}

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

describe('leisure', () => {
  it('rests as long as it is asked to', async () => {
    const leisure = new Leisure()
    let went = false
    void leisure.rest(100).then(() => (went = true))
    await vi.advanceTimersByTimeAsync(99)
    expect(went).toBe(false)
    await vi.advanceTimersByTimeAsync(1)
    expect(went).toBe(true)
  })

  it('gathers everything in order, in as many pieces as it takes', async () => {
    const leisure = new Leisure(clockOf(2))
    const pause = vi.spyOn(leisure as unknown as { pause: () => Promise<void> }, 'pause')
    expect(await leisure.gather([1, 2, 3, 4, 5, 6, 7])).toEqual([1, 2, 3, 4, 5, 6, 7])
    // 2 ms each, and no piece longer than the first that is over 5 ms.
    expect(pause).toHaveBeenCalledTimes(2)
  })

  it('that has an end ends at once: what rests goes on without a timer, and does not rest again', async () => {
    const leisure = new Leisure(clockOf(10))
    const work = leisure.rest(60_000).then(() => leisure.gather([1, 2, 3]))
    leisure.hurry()
    expect(await work).toEqual([1, 2, 3])
    leisure.relax()
    let went = false
    void leisure.rest(10).then(() => (went = true))
    await Promise.resolve()
    expect(went).toBe(false)
    await vi.advanceTimersByTimeAsync(10)
    expect(went).toBe(true)
  })
})
