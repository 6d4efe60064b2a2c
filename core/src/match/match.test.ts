import { describe, expect, it } from 'vitest'
import { ease, key, property } from '../../test/trials.ts'
import { compileBend } from '../bend/index.ts'
import { compileProperty, valueAt } from '../property/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import { matchRuns, runOf, type RunOptions } from './index.ts'

const rate = { num: 24, den: 1 }
const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const named = (more: Partial<RunOptions> = {}): RunOptions => ({ name: 'It', library: [], ...more })

const zoom = property('pair', [key(1, [100, 100], ease), key(3, [200, 200])])
const pan = property('place', [key(1, [0, 0]), key(3, [300, 400])])

describe('matchRuns', () => {
  it('finds where two motions are farthest apart, as dense sampling does', () => {
    const match = matchRuns(runOf(pan, named()), runOf(zoom, named()), { rate, real: false })
    const curve = compileBend(ease)
    let [most, when] = [0, 0]
    for (let i = 0; i <= 100_000; i += 1) {
      const apart = Math.abs(curve.progress(i / 100_000) - i / 100_000)
      if (apart > most) [most, when] = [apart, i / 100_000]
    }
    expect(match.largest.percent).toBeCloseTo(100 * most, 6)
    // An ease at both ends is as far behind as it is ahead later: the first of both is told.
    expect(match.largest.frame).toBeCloseTo(24 + 48 * Math.min(when, 1 - when), 1)
    expect(match.offsetFrames).toEqual({ start: 0, end: 0 })
    expect(match.peaks[0].speed).toBeCloseTo(250, 9)
    expect(match.peaks[1].frame).toBeCloseTo(48, 2)
    const [x, y] = [0.5, 0.5001].map((u) => valueAt(compileProperty(zoom, []), at(1 + 2 * u)))
    expect(match.peaks[1].speed).toBeCloseTo(Math.hypot(y![0]! - x![0]!, y![1]! - x![1]!) / 0.0002, 1)
  })

  it('compares each over its own time, or both as they are seen', () => {
    const later = property('turn', [key(2, 0, ease), key(6, -90)])
    const first = runOf(zoom, named())
    const second = runOf(later, named())
    const own = matchRuns(first, second, { rate, real: false })
    expect(own.offsetFrames).toEqual({ start: 24, end: 72 })
    expect(own.largest.percent).toBeLessThan(1e-9)
    const real = matchRuns(first, second, { rate, real: true })
    expect(real.largest.percent).toBeGreaterThan(50)
    expect(real.largest.frame).toBeGreaterThan(48)
    expect(real.largest.frame).toBeLessThanOrEqual(72)
  })

  it('knows runs that progress alike by the bend they share, but not one with a bump or mixed by ratio', () => {
    const handle = { reach: 0.3, rise: 0 }
    const bumped = { kind: 'handles', leave: { ...handle, lift: [20] }, arrive: handle } as const
    const runs = [
      zoom,
      property('turn', [key(2, 0, ease), key(6, -90)]),
      property('place', [key(0, [0, 0], ease), key(5, [30, -70])]),
    ].map((one) => runOf(one, named()))
    for (const { bend, progressAt, start, end } of runs) {
      expect(bend).toBe(ease)
      for (let i = 0; i <= 100; i += 1)
        expect(progressAt(start + (i / 100) * (end - start))).toBeCloseTo(
          compileBend(ease).progress(i / 100),
          9,
        )
    }
    for (const other of [
      property('number', [key(0, 0, bumped), key(1, 10)]),
      { ...zoom, mix: 'geometric' as const },
      property('number', [key(0, 0, ease), key(1, 10, ease), key(2, 20)]),
    ])
      expect(runOf(other, named()).bend).toBeNull()
  })

  it('takes the keys within a stretch, and the way along a curved route', () => {
    const long = property('place', [
      key(0, [0, 0]),
      key(1, [100, 0], ease, { route: { arrive: [0, 0], leave: [0, 200], through: 'corner' } }),
      key(3, [300, 0]),
      key(9, [300, 900]),
    ])
    const run = runOf(long, named({ from: at(0.5), to: at(4) }))
    expect([run.start, run.end]).toEqual([at(1), at(3)])
    const match = matchRuns(runOf(zoom, named()), run, { rate, real: false })
    expect(match.largest.percent).toBeLessThan(1e-6)
  })

  it.each([
    [property('choice', [key(0, 'a'), key(1, 'b')]), /goes by no numbers/],
    [property('turn', [key(0, 4)]), /fewer than two keys/],
    [property('turn', [key(0, 4), key(1, 90), key(2, 4)]), /ends where it began/],
    [property('place', [key(0, [5, 5]), key(1, [5, 5])]), /ends where it began/],
  ])('refuses what has no progress', (given, sentence) => {
    expect(() => runOf(given, named())).toThrow(sentence)
  })
})
