import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LINEAR, NO_LINKS } from '../../../bend/index.ts'
import { compileProperty, valueAt, type Property } from '../../../property/index.ts'
import { ticksOfSeconds } from '../../../time/index.ts'
import type { Moving } from './moving.ts'
import { playRounds, type RoundKey, type Timing } from './playRounds.ts'

const UNTIL = 12
const REST = -7

/** A number as a layer's property plays it. */
function played({ rest, keys, before, after }: Moving<number>): (seconds: number) => number {
  const property: Property = {
    kind: 'number',
    value: rest,
    keys: keys.map(({ t, value, bend }, i) => ({ id: `k${i}`, t, value, bend, through: 'corner' })),
    before,
    after,
  }
  const compiled = compileProperty(property, NO_LINKS)
  return (seconds) => valueAt(compiled, ticksOfSeconds(seconds))[0]!
}

/** What CSS says holds at a moment. Source: W3C, Web Animations 1, sections 4.8 to 4.10 (active time, iterations, directed progress). */
function reference(round: readonly RoundKey<number>[], timing: Timing, seconds: number): number {
  const { delay, duration, rounds, alternates, reversed, fillsBefore, fillsAfter } = timing
  const active = duration * rounds
  const local = seconds - delay
  if (local < 0 && !fillsBefore) return REST
  if (local >= active && !fillsAfter) return REST
  const time = Math.min(Math.max(0, local), active)
  const overall = time / duration
  const isEnd = local >= active
  const iteration = isEnd ? rounds - 1 : Math.floor(overall)
  const simple = isEnd ? 1 : overall - iteration
  const isBack = (alternates && iteration % 2 === 1) !== reversed
  const progress = isBack ? 1 - simple : simple
  const i = Math.max(
    0,
    round.findLastIndex((key, n) => key.share <= progress && n < round.length - 1),
  )
  const [from, to] = [round[i]!, round[i + 1]!]
  return from.value + ((to.value - from.value) * (progress - from.share)) / (to.share - from.share)
}

const value = fc.integer({ min: -50, max: 50 })
const rounds: fc.Arbitrary<RoundKey<number>[]> = fc
  .tuple(
    fc.uniqueArray(fc.integer({ min: 1, max: 19 }), { maxLength: 3 }),
    fc.array(value, { minLength: 5, maxLength: 5 }),
  )
  .map(([inner, values]) =>
    [0, ...inner.sort((a, b) => a - b), 20].map((part, i) => ({
      share: part / 20,
      value: values[i]!,
      bend: LINEAR,
    })),
  )
const timings: fc.Arbitrary<Timing> = fc.record({
  delay: fc.integer({ min: -24, max: 24 }).map((part) => part / 8),
  duration: fc.integer({ min: 4, max: 24 }).map((part) => part / 8),
  rounds: fc.oneof(fc.integer({ min: 1, max: 4 }), fc.constant(Infinity)),
  alternates: fc.boolean(),
  reversed: fc.boolean(),
  fillsBefore: fc.boolean(),
  fillsAfter: fc.boolean(),
})

describe('rounds that are played', () => {
  it('are at every moment what the standard says, however they begin, turn round and end', () => {
    fc.assert(
      fc.property(
        rounds,
        timings,
        fc.array(fc.integer({ min: 0, max: 1199 }), { minLength: 12, maxLength: 12 }),
        (round, timing, looks) => {
          const at = played(playRounds({ round, timing, rest: REST, until: UNTIL }))
          // Off the grid of eighths, so that no jump falls on a look.
          for (const look of looks) {
            const seconds = look / 100 + 0.0037
            expect(at(seconds)).toBeCloseTo(reference(round, timing, seconds), 3)
          }
        },
      ),
      { numRuns: 400 },
    )
  })

  it('for ever are one round that loops, not many', () => {
    const round = [
      { share: 0, value: 0, bend: LINEAR },
      { share: 1, value: 9, bend: LINEAR },
    ]
    const timing = {
      delay: -0.3,
      duration: 1,
      rounds: Infinity,
      alternates: false,
      reversed: false,
      fillsBefore: false,
      fillsAfter: false,
    }
    const { keys, after } = playRounds({ round, timing, rest: 0, until: UNTIL })
    expect(keys).toHaveLength(2)
    expect(after).toBe('loop')
  })

  it('none of are what rests', () => {
    const timing = {
      delay: 0,
      duration: 1,
      rounds: 0,
      alternates: false,
      reversed: false,
      fillsBefore: true,
      fillsAfter: true,
    }
    expect(
      playRounds({ round: [{ share: 0, value: 1, bend: LINEAR }], timing, rest: 5, until: 1 }),
    ).toMatchObject({ rest: 5, keys: [] })
  })
})
