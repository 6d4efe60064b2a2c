import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { key, property } from '../../../test/trials.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  compileProperty,
  parseColour,
  playedSpeedInto,
  playedValueAt,
  PATTERN_KINDS,
  valueAt,
  type Pattern,
  type Property,
} from '../index.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const pattern = (given: Partial<Pattern> = {}): Pattern => ({
  id: 'p',
  kind: 'sine',
  from: at(1),
  to: at(5),
  low: -10,
  high: 30,
  frequency: 1.3,
  phase: 0.2,
  mode: 'add',
  ...given,
})
const still = (patterns: readonly Pattern[], value = 7): Property => ({
  kind: 'number',
  value,
  keys: [],
  patterns,
})
const seen = (given: Property, seconds: number): number[] =>
  playedValueAt(compileProperty(given, []), at(seconds))
const speedOf = (given: Property, seconds: number): number[] => {
  const compiled = compileProperty(given, [])
  const out = new Float64Array(compiled.speedWidth)
  playedSpeedInto(out, compiled, at(seconds))
  return [...out]
}
const frac = (x: number): number => x - Math.floor(x)

// Source: the motion model, section 13.
const FORMULAS: readonly [given: Partial<Pattern>, level: (x: number, s: number) => number][] = [
  [{ kind: 'sine' }, (x) => 10 + 20 * Math.sin(2 * Math.PI * x)],
  [{ kind: 'zigzag' }, (x) => (frac(x) < 0.5 ? -10 + 80 * frac(x) : 30 - 80 * (frac(x) - 0.5))],
  [{ kind: 'square' }, (x) => (frac(x) < 0.5 ? -10 : 30)],
  [{ kind: 'square', duty: 0.2 }, (x) => (frac(x) < 0.2 ? -10 : 30)],
  [{ kind: 'fadingSine', fade: 0.7 }, (x, s) => 10 + 20 * Math.sin(2 * Math.PI * x) * Math.exp(-0.7 * s)],
  [{ kind: 'fadingSine', fade: -0.4 }, (x, s) => 10 + 20 * Math.sin(2 * Math.PI * x) * Math.exp(0.4 * s)],
  [{ kind: 'own', bend: { kind: 'linear' } }, (x) => -10 + 40 * frac(x)],
]
const MODES = [
  ['add', (value: number, w: number) => value + w],
  ['multiply', (value: number, w: number) => value * w],
  ['replace', (_value: number, w: number) => w],
] as const

describe('a live pattern', () => {
  it.each(FORMULAS)('is its formula in its stretch, and nothing outside it: %j', (given, level) => {
    for (const [mode, lay] of MODES) {
      const patterned = still([pattern({ ...given, mode })])
      for (let i = 0; i <= 40; i += 1) {
        // Of a whole number of ticks, so that no rounding is looked at.
        const seconds = at(1 + (i * 3.9) / 40) / TICKS_PER_SECOND
        const x = 1.3 * (seconds - 1) + 0.2
        const wanted = lay(7, level(x, seconds - 1))
        expect(Math.abs(seen(patterned, seconds)[0]! - wanted)).toBeLessThanOrEqual(1e-9)
      }
      for (const outside of [0, 0.999, 5, 9]) expect(seen(patterned, outside)).toEqual([7])
    }
  })

  it('adds to what keys say, several in their order, and none that is switched off', () => {
    const patterns = [
      pattern({ id: 'a', low: 2, high: 2 }),
      pattern({ id: 'b', mode: 'multiply', low: 3, high: 3 }),
      pattern({ id: 'c', low: 1000, high: 1000, off: true }),
    ]
    const moving = { ...property('number', [key(0, 0), key(4, 8)]), patterns }
    const [keyed] = valueAt(compileProperty(moving, []), at(2))
    expect(seen(moving, 2)).toEqual([(keyed! + 2) * 3])
  })

  it('moves one number of a pair, or both; each with a phase of its own they go round in a circle', () => {
    const circle = (component: 0 | 1, phase: number): Pattern =>
      pattern({ id: `c${component}`, component, phase, low: -50, high: 50 })
    const place: Property = {
      kind: 'place',
      value: [100, 200],
      keys: [],
      patterns: [circle(0, 0.25), circle(1, 0)],
    }
    for (const seconds of [1, 1.7, 3.21]) {
      const [x, y] = seen(place, seconds)
      expect(Math.hypot(x! - 100, y! - 200)).toBeCloseTo(50, 6)
      expect(speedOf(place, seconds)[0]).toBeCloseTo(50 * 2 * Math.PI * 1.3, 4)
    }
    expect(seen({ ...place, patterns: [pattern({ low: 5, high: 5 })] }, 2)).toEqual([105, 205])
  })

  it('goes along a place’s route, or across it to the right', () => {
    const route = property('place', [key(0, [0, 0]), key(8, [0, 800])])
    const on = (direction: 'along' | 'across'): number[] =>
      seen({ ...route, patterns: [pattern({ direction, low: 9, high: 9 })] }, 2)
    const [x, y] = seen(route, 2)
    expect(on('along')).toEqual([expect.closeTo(x!, 9), expect.closeTo(y! + 9, 9)])
    expect(on('across')).toEqual([expect.closeTo(x! - 9, 9), expect.closeTo(y!, 9)])
  })

  it('goes between two colours, which it puts in the place of what the keys say', () => {
    const [low, high] = ['#102040', '#ffd27a']
    const lamp: Property = {
      kind: 'colour',
      value: '#000000',
      keys: [],
      patterns: [pattern({ kind: 'zigzag', low, high, mode: 'replace', frequency: 1, phase: 0 })],
    }
    expect(seen(lamp, 1)).toEqual(parseColour(low))
    expect(seen(lamp, 1.5)).toEqual(parseColour(high))
    const [from, to] = [parseColour(low), parseColour(high)]
    seen(lamp, 1.125).forEach((part, i) => expect(part).toBeCloseTo(from[i]! + (to[i]! - from[i]!) / 4, 9))
  })

  it('sets in and dies away by bends, from and to nothing of it', () => {
    const fade = { length: at(1), bend: { kind: 'linear' } as const }
    const faded = still([pattern({ low: 8, high: 8, fadeIn: fade, fadeOut: fade })])
    expect([1, 1.25, 2, 4, 4.75].map((seconds) => seen(faded, seconds)[0])).toEqual([7, 9, 15, 15, 9])
    const times = still([pattern({ mode: 'multiply', low: 3, high: 3, fadeIn: fade })])
    expect(seen(times, 1.5)).toEqual([14])
  })

  it('run backward shows at its end what it would show at its start', () => {
    const forward = still([pattern({ kind: 'own', bend: { kind: 'linear' } })])
    const back = still([pattern({ kind: 'own', bend: { kind: 'linear' }, backward: true })])
    for (const s of [0.1, 0.77, 2.3]) expect(seen(back, 5 - s)[0]).toBeCloseTo(seen(forward, 1 + s)[0]!, 6)
  })

  it('has the slope of what is seen as its speed, whatever it is laid on and however it varies', () => {
    const fade = { length: at(1.5), bend: { kind: 'family', family: 'sine', mode: 'inOut' } as const }
    const HAIR = 1e-5
    const anyPattern = fc.record({
      kind: fc.constantFrom(...PATTERN_KINDS.filter((kind) => kind !== 'square')),
      mode: fc.constantFrom('add', 'multiply', 'replace'),
      fade: fc.double({ min: -1, max: 2, noNaN: true }),
      seed: fc.integer({ min: -1000, max: 1000 }),
      unevenHeight: fc.double({ min: 0, max: 1, noNaN: true }),
      unevenTime: fc.double({ min: 0, max: 1, noNaN: true }),
      isFaded: fc.boolean(),
    })
    fc.assert(
      fc.property(
        anyPattern,
        fc.double({ min: 1.01, max: 4.99, noNaN: true }),
        ({ isFaded, ...given }, s) => {
          const bend = { kind: 'family', family: 'power', mode: 'in' } as const
          const fades = isFaded ? { fadeIn: fade, fadeOut: fade } : {}
          const live = pattern({ ...(given as Partial<Pattern>), bend, ...fades })
          const moving = { ...property('number', [key(0, 3), key(9, 12)]), patterns: [live] }
          const [before, here, after] = [-HAIR, 0, HAIR].map((by) => seen(moving, s + by)[0]!)
          const [speed] = speedOf(moving, s)
          const sides = [(here! - before!) / HAIR, (after! - here!) / HAIR]
          // Between the slopes found on both sides, but for what these bend within a hair, corners left out.
          if (Math.abs(sides[0]! - sides[1]!) > 1) return
          expect(Math.abs(speed! - (sides[0]! + sides[1]!) / 2)).toBeLessThan(1)
        },
      ),
    )
  })
})

describe('a wander', () => {
  const wander = (seed: number, given: Partial<Pattern> = {}): Property =>
    still([pattern({ kind: 'wander', mode: 'replace', seed, to: at(60), ...given })])

  it('stays within its bounds, goes near both, and has no jump in its slope', () => {
    fc.assert(
      fc.property(fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 }), (seed) => {
        const compiled = compileProperty(wander(seed), [])
        const values: number[] = []
        const speeds: number[] = []
        const out = new Float64Array(1)
        for (let s = 1; s < 59; s += 0.02) {
          values.push(playedValueAt(compiled, at(s))[0]!)
          playedSpeedInto(out, compiled, at(s))
          speeds.push(out[0]!)
        }
        expect(Math.min(...values)).toBeGreaterThanOrEqual(-10)
        expect(Math.max(...values)).toBeLessThanOrEqual(30)
        expect(Math.max(...values) - Math.min(...values)).toBeGreaterThan(20)
        // Its slope changes by at most 2 swings a step of x, squared: 40 · 2 · 1.3² in a second.
        const jumps = speeds.slice(1).map((speed, i) => Math.abs(speed - speeds[i]!))
        expect(Math.max(...jumps)).toBeLessThanOrEqual(40 * 4 * 1.3 ** 2 * 0.02 + 1e-6)
      }),
      { numRuns: 20 },
    )
  })

  it('is the same for the same seed everywhere, and another for another', () => {
    // Written down once; it only adds and multiplies, so that no machine may differ.
    const looks = [1, 2.5, 7.25].map((seconds) => seen(wander(42), seconds)[0]!)
    expect(looks).toEqual(LOOKS_OF_42)
    expect(seen(wander(43), 2.5)).not.toEqual(seen(wander(42), 2.5))
  })
})

const LOOKS_OF_42 = [6.674845936447987, 3.915669318445893, 18.187485494111257]
