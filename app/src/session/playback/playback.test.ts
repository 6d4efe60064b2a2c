import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { layerWith, projectOf } from '../../../../core/test/trials.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import type { Clock } from './clock.ts'
import { useDocument } from '../document/document.ts'
import { FrameMeter } from './frameMeter.ts'
import { usePlayback } from './playback.ts'
import { usePreferences } from '../preferences.ts'
import { placeOfRun } from './transport.ts'

const FRAME = frameTicks({ num: 24, den: 1 })
/** ms of one frame. */
const FRAME_MS = 1000 / 24

/** A clock that is turned by hand. */
function handClock(): Clock & { turn: (ms: number) => void; readonly runs: boolean } {
  let now = 1000
  let tick: ((stamp: number) => void) | null = null
  return {
    now: () => now,
    onTick: (listener) => {
      tick = listener
      return () => {
        if (tick === listener) tick = null
      }
    },
    turn: (ms) => {
      now += ms
      tick?.(now)
    },
    get runs() {
      return tick !== null
    },
  }
}

let clock: ReturnType<typeof handClock>
let playback: ReturnType<typeof usePlayback>
/** Frames that were shown, in their order. */
let shown: number[]

beforeEach(() => {
  // The one thing of a page the preferences touch.
  vi.stubGlobal('document', { documentElement: { dataset: {} } })
  setActivePinia(createPinia())
  useDocument().load(projectOf([layerWith('a', {})]))
  playback = usePlayback()
  clock = handClock()
  playback.goBy(clock)
  shown = []
  playback.onFrame((time) => shown.push(time / FRAME))
})

describe('playback', () => {
  it('shows the frame its clock has come to, each once, at half and at twice the pace', () => {
    for (const [pace, frames] of [
      [100, [0, 1, 2]],
      [50, [0, 1]],
      [200, [1, 2, 3, 4, 5]],
    ] as const) {
      usePreferences().playPercent = pace
      playback.seek(0)
      shown = []
      playback.play()
      for (let i = 0; i < 5; i += 1) clock.turn(FRAME_MS / 2 + (i === 0 ? 0.1 : 0))
      playback.pause()
      expect([...new Set(shown)]).toEqual(frames)
    }
  })

  it('goes round at the end of the range, or stops on its last frame, or on its first when it runs backwards', () => {
    playback.seek(9.5 * TICKS_PER_SECOND)
    playback.play()
    clock.turn(600)
    expect(shown.at(-1)).toBe(2)
    playback.pause()
    usePreferences().loop = false
    playback.seek(9.5 * TICKS_PER_SECOND)
    playback.play()
    clock.turn(600)
    expect([playback.playing, playback.time]).toEqual([false, playback.lastFrame])
    expect(clock.runs).toBe(false)
    playback.seek(TICKS_PER_SECOND)
    playback.shuttle(-1)
    clock.turn(1200)
    expect([playback.playing, playback.time]).toEqual([false, 0])
  })

  it('begins anew from the end, goes on from where it is moved to, and pauses on a whole frame', () => {
    playback.seek(playback.lastFrame)
    playback.play()
    clock.turn(10)
    expect(shown.at(-1)).toBe(0)
    playback.seek(5 * TICKS_PER_SECOND)
    clock.turn(FRAME_MS * 1.5)
    expect(shown.at(-1)).toBe(121)
    playback.pause()
    expect(playback.time).toBe(121 * FRAME)
    clock.turn(500)
    expect(playback.time).toBe(121 * FRAME)
  })

  it('goes on from where it is when it is to go by another clock', () => {
    playback.play()
    clock.turn(FRAME_MS * 10.5)
    const other = handClock()
    playback.goBy(other)
    expect([playback.playing, clock.runs, other.runs]).toEqual([true, false, true])
    other.turn(FRAME_MS * 3)
    expect(shown.at(-1)).toBe(13)
    playback.pause()
    playback.goBy(clock)
    expect([playback.playing, clock.runs, other.runs]).toEqual([false, false, false])
  })

  it('shows a moment that is only glanced at, with the playhead where it was', () => {
    playback.seek(2 * TICKS_PER_SECOND)
    let wasQuiet = false
    playback.onFrame(() => (wasQuiet = playback.isQuiet()))
    playback.glance(asTicks(5 * TICKS_PER_SECOND))
    expect(wasQuiet).toBe(true)
    expect([shown.at(-1), playback.time]).toEqual([120, 2 * TICKS_PER_SECOND])
    expect(playback.inPicture()).toBe(5 * TICKS_PER_SECOND)
    playback.seek(playback.time)
    expect(playback.inPicture()).toBe(2 * TICKS_PER_SECOND)
    expect(wasQuiet).toBe(false)
  })
})

describe('the place of a run', () => {
  const range = { start: 100, end: 200, loops: true }
  const run = { from: 150, since: 0, pace: 1 }
  it('is never before it began, and goes round both ways', () => {
    const ms = (ticks: number): number => (ticks * 1000) / TICKS_PER_SECOND
    expect(placeOfRun(run, -5, range)).toEqual({ at: 150, ended: false })
    expect(placeOfRun(run, ms(70), range).at).toBeCloseTo(120, 6)
    expect(placeOfRun({ ...run, pace: -1 }, ms(70), range).at).toBeCloseTo(180, 6)
    expect(placeOfRun({ ...run, pace: -1 }, ms(70), { ...range, loops: false })).toEqual({
      at: 100,
      ended: true,
    })
    expect(placeOfRun(run, ms(70), { ...range, loops: false })).toEqual({ at: 200, ended: true })
  })
})

describe('the meter of frames', () => {
  it('tells four times a second how many there are, how many were dropped, and how many came late', () => {
    let late = 5
    const meter = new FrameMeter(0, () => late)
    late = 7
    const readings = [1, 2, 4, 5, 6].map((frame, i) => meter.tick(frame, (i + 1) * 50))
    expect(readings.map(({ isNew }) => isNew)).toEqual([true, true, true, true, true])
    expect(readings.map(({ reading }) => reading)).toEqual([
      null,
      null,
      null,
      null,
      { perSecond: 20, dropped: 1, late: 2 },
    ])
    // Elsewhere at once is no drop.
    expect(meter.tick(60, 600).reading).toMatchObject({ dropped: 1 })
    expect(meter.tick(60, 610).isNew).toBe(false)
  })
})
