import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LINEAR } from '../../../bend/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import { ticksOfSeconds } from '../../../time/index.ts'
import { multiply } from '../../svg/index.ts'
import { isStill, still, type Moving } from '../motion/moving.ts'
import { boxesOf, type Box } from './boxes.ts'
import { IDENTITY, matrixOfSteps, moveBy, type Step } from './steps.ts'

const END = ticksOfSeconds(1)

/** A value that goes evenly from one to another within a second. */
const from = <V>(a: V, b: V): Moving<V> => ({
  ...still(a),
  keys: [
    { t: ticksOfSeconds(0), value: a, bend: LINEAR },
    { t: END, value: b, bend: LINEAR },
  ],
})
const at = <V>(moving: Moving<V>, share: number): V => {
  if (isStill(moving)) return moving.rest
  const [a, b] = moving.keys.map(({ value }) => value) as [V, V]
  const mix = (x: number, y: number): number => x + share * (y - x)
  return (
    Array.isArray(a)
      ? a.map((part: number, i) => mix(part, (b as number[])[i]!))
      : mix(a as number, b as number)
  ) as V
}
const stepAt = (step: Step, share: number): Step =>
  ({ ...step, by: still(at(step.by as Moving<never>, share)) }) as Step
const boxMatrix = ({ position, turn, scale, pivot }: Box, share: number): readonly number[] =>
  matrixOfSteps([
    moveBy(at(position, share)),
    { kind: 'turn', by: still(at(turn, share)) },
    { kind: 'scale', by: still(at(scale, share)) },
    moveBy([-pivot[0], -pivot[1]]),
  ])

const number = fc.integer({ min: -90, max: 90 })
const pair = fc.tuple(number, number) as fc.Arbitrary<Vec2>
const size = fc
  .tuple(fc.integer({ min: 2, max: 9 }), fc.integer({ min: -9, max: -2 }))
  .map(([x, y]): Vec2 => [x / 4, y / 4])
const moving = <V>(value: fc.Arbitrary<V>): fc.Arbitrary<Moving<V>> =>
  fc.oneof(
    value.map(still),
    fc.tuple(value, value).map(([a, b]) => from(a, b)),
  )
const step: fc.Arbitrary<Step> = fc.oneof(
  moving(pair).map((by): Step => ({ kind: 'move', by })),
  moving(number).map((by): Step => ({ kind: 'turn', by })),
  moving(size).map((by): Step => ({ kind: 'scale', by })),
  fc
    .tuple(number, number)
    .map(([a, b]): Step => ({ kind: 'matrix', by: still([1, a / 50, b / 50, 1, a, b]) })),
)

describe('steps as boxes', () => {
  it('place alike at every moment, whatever is moved, turned, scaled or slanted', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 7 }), fc.constantFrom(0, 0.3, 0.75, 1), (steps, share) => {
        const wanted = matrixOfSteps(steps.map((one) => stepAt(one, share)))
        const found = boxesOf(steps)
          .map((box) => boxMatrix(box, share))
          .reduce(multiply, IDENTITY)
        found.forEach((part, i) => expect(part).toBeCloseTo(wanted[i]!, 4))
      }),
      { numRuns: 600 },
    )
  })

  it('are one where a layer can do all of it: about a point is its pivot', () => {
    const turn: Step = { kind: 'turn', by: from(0, 360) }
    const [box, ...more] = boxesOf([moveBy([18, 20]), turn, moveBy([-18, -20]), moveBy([5, 5])])
    expect(more).toEqual([])
    expect(box).toMatchObject({ position: { rest: [18, 20] }, pivot: [13, 15] })
  })

  it('are as many as it takes where two turn about different points', () => {
    const turn = (by: number): Step => ({ kind: 'turn', by: from(0, by) })
    expect(boxesOf([turn(90), moveBy([10, 0]), turn(-90), moveBy([4, 0])])).toHaveLength(2)
    expect(boxesOf([])).toHaveLength(1)
  })
})
