import { describe, expect, it } from 'vitest'
import type { Clock } from '../session/playback/clock.ts'
import { soundClock } from './soundClock.ts'

const FRAME = 1000 / 60

/** A page and a sound device whose clocks go at different speeds, both set by hand. */
function twoClocks(faster: number, tremble = 0) {
  const device = { now: 0, isRunning: true, stamp: 0 }
  let page = 5000
  let tick: (stamp: number) => void = () => undefined
  const clock: Clock = {
    now: () => page,
    onTick: (given) => {
      tick = given
      return () => (tick = () => undefined)
    },
  }
  let count = 0
  const context = {
    getOutputTimestamp: () => {
      count += 1
      return {
        contextTime: (device.now + tremble * Math.sin(count * 1.7)) / 1000,
        performanceTime: device.stamp,
      }
    },
  }
  const frame = (): void => {
    page += FRAME
    if (device.isRunning) {
      device.now += FRAME * faster
      device.stamp = page
    }
    tick(page)
  }
  return { made: soundClock(context, clock), frame, device }
}

describe('the sound device’s clock', () => {
  it.each([0.9995, 1, 1.0005])(
    'leads: over 5 minutes of one %f times as fast, playback is within 10 ms of what is heard',
    (faster) => {
      const { made, frame, device } = twoClocks(faster, 3)
      const start = made.now()
      let now = start
      made.onTick((stamp) => (now = stamp))
      for (let i = 0; i < 5 * 60 * 60; i += 1) {
        frame()
        if (i > 120) expect(Math.abs(now - start - device.now)).toBeLessThan(10)
      }
      // By the page's clock it would be 150 ms off.
      expect(Math.abs(5 * 60 * 1000 - device.now)).toBeCloseTo(Math.abs(faster - 1) * 300_000, 0)
    },
  )

  it('goes on while the device rests, and neither jumps nor goes back when it starts', () => {
    const { made, frame, device } = twoClocks(1)
    device.isRunning = false
    const seen = [made.now()]
    made.onTick((stamp) => seen.push(stamp))
    for (let i = 0; i < 60; i += 1) frame()
    device.isRunning = true
    for (let i = 0; i < 60; i += 1) frame()
    device.isRunning = false
    for (let i = 0; i < 60; i += 1) frame()
    device.isRunning = true
    for (let i = 0; i < 60; i += 1) frame()
    const steps = seen.slice(1).map((stamp, i) => stamp - seen[i]!)
    for (const step of steps) {
      expect(step).toBeGreaterThan(FRAME * 0.5)
      expect(step).toBeLessThan(FRAME * 1.5)
    }
    expect(made.heard()).toBeCloseTo(device.now / 1000, 2)
  })
})
