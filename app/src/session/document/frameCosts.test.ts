import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { FrameCost } from './followerBudget.ts'
import { frameCosts } from './frameCosts.ts'

const FRAME_MS = 16
let waiting: FrameRequestCallback[] = []
/** Time goes by as it is told here; messages come when the page has time for them, as everywhere. */
beforeEach(() => {
  waiting = []
  vi.useFakeTimers({ toFake: ['performance'] })
  vi.stubGlobal('requestAnimationFrame', (then: FrameRequestCallback) => waiting.push(then))
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})
const nextFrame = (): void => {
  vi.advanceTimersByTime(FRAME_MS)
  for (const then of waiting.splice(0)) then(performance.now())
}
const messages = () => new Promise((resolve) => setTimeout(resolve, 5))

describe('what frames cost', () => {
  it('is the work of the change and of the frame that shows it, not the time between', async () => {
    const costs: FrameCost[] = []
    frameCosts((cost) => costs.push(cost))()
    await messages()
    nextFrame()
    await messages()
    nextFrame()
    expect(costs).toEqual([{ workMs: 0, frameMs: FRAME_MS }])
  })

  it('is all there is where the next frame comes before the page had time to tell of the paint', async () => {
    const costs: FrameCost[] = []
    const changed = frameCosts((cost) => costs.push(cost))
    changed()
    await messages()
    nextFrame()
    nextFrame()
    expect(costs).toEqual([{ workMs: FRAME_MS, frameMs: FRAME_MS }])
    // Changes of one frame count once.
    changed()
    changed()
    await messages()
    nextFrame()
    await messages()
    nextFrame()
    expect(costs.slice(1)).toEqual([{ workMs: 0, frameMs: FRAME_MS }])
  })
})
