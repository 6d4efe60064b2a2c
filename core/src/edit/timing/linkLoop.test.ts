import fc from 'fast-check'
import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { Property, Value } from '../../property/index.ts'
import { sceneAt, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { goesByLinks } from './linkLoop.ts'
import { makeLoop } from './makeLoop.ts'

const still = (kind: Property['kind'], value: Value): Property => ({ kind, value, keys: [] })
const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const chain = (more: Readonly<Record<string, Property>>, count = 12): Layer =>
  layerWith('a', {
    position: still('place', [300, 200]),
    pivot: still('pair', [20, -10]),
    scale: still('pair', [80, 80]),
    turn: still('turn', 15),
    copies: still('number', count),
    ...more,
  })
function looped(layer: Layer, way: 1 | -1): Project {
  return produce(projectOf([layer]), (draft) => {
    const ref = { scene: 'scene', layer: 'a', property: 'copies' }
    const options = { from: at(0), to: at(2), joined: true, makeId: ids() }
    expect(makeLoop(draft, [ref], { end: { kind: 'link', way }, ...options })).toEqual({
      looped: 1,
      left: [],
      jumping: [],
    })
  })
}
/** Matrices and opacities of the copies, the first first. */
const drawn = (project: Project, seconds: number): number[][] =>
  sceneAt(project.scenes[0]!, seconds * TICKS_PER_SECOND, [])
    .reverse()
    .map(({ matrix, opacity }) => [...matrix, opacity])
const near = (rows: readonly number[][]): unknown =>
  rows.map((row) => row.map((part) => expect.closeTo(part, 5) as unknown))
/** Just before the round's end, as at it a new one begins. */
const END = 2 - 1e-9

describe('a loop by one link', () => {
  const kinds: [string, Readonly<Record<string, Property>>][] = [
    ['a chain that only moves', { 'copy offset': still('pair', [70, 20]) }],
    ['a ring', { 'copy turn': still('turn', 30) }],
    ['a zoom', { 'copy scale': still('number', 80) }],
    [
      'a spiral',
      {
        'copy offset': still('pair', [70, 20]),
        'copy turn': still('turn', 25),
        'copy scale': still('number', 90),
      },
    ],
    ['a trail that fades', { 'copy offset': still('pair', [70, 0]), 'copy opacity': still('number', 80) }],
  ]
  it.each(kinds)(
    'of %s looks at its beginning as before, and at its end the same a copy further',
    (_, more) => {
      const before = drawn(projectOf([chain(more)]), 0)
      const onward = looped(chain(more), 1)
      expect(drawn(onward, 0)).toEqual(near(before))
      expect(drawn(onward, END).slice(0, -1)).toEqual(near(before.slice(1)))
      const back = looped(chain(more), -1)
      const start = drawn(back, 0)
      expect(drawn(back, END).slice(1)).toEqual(near(start.slice(0, -1)))
      // For ever.
      expect(drawn(onward, 7)).toEqual(near(drawn(onward, 1)))
    },
  )

  it('goes at every moment by the same power of the step: copy k at half the round is half way to copy k + 1', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -170, max: 170 }),
        fc.integer({ min: 60, max: 140 }),
        fc.integer({ min: -90, max: 90 }),
        (turn, ratio, x) => {
          const more = {
            'copy offset': still('pair', [x, 30]),
            'copy turn': still('turn', turn),
            'copy scale': still('number', ratio),
          }
          const project = looped(chain(more, 6), 1)
          const [start, half, end] = [0, 1, END].map((seconds) => drawn(project, seconds))
          // The size of each is the geometric middle of what it was and will be.
          half!.forEach((row, k) => {
            const sizes = [start![k]!, row, end![k]!].map(([a, b]) => Math.hypot(a!, b!))
            expect(sizes[1]! ** 2).toBeCloseTo(sizes[0]! * sizes[2]!, 6)
          })
          expect(end!.slice(0, -1)).toEqual(near(start!.slice(1)))
        },
      ),
      { numRuns: 40 },
    )
  })

  it('is not for chains that move, lie on one spot, are late or uneven', () => {
    const far = { 'copy offset': still('pair', [70, 20]) }
    expect(goesByLinks(chain(far))).toBe(true)
    expect(goesByLinks(chain({}))).toBe(false)
    expect(goesByLinks(chain({ ...far, copies: still('number', 1) }))).toBe(false)
    expect(goesByLinks(chain({ ...far, turn: property('turn', [key(0, 0), key(1, 9)]) }))).toBe(false)
    expect(goesByLinks(chain({ ...far, 'copy delay': still('number', 0.1) }))).toBe(false)
    const uneven = { scale: still('pair', [50, 80]), 'copy turn': still('turn', 30) }
    expect(goesByLinks(chain(uneven))).toBe(false)
    const project = projectOf([chain({})])
    const report = produce(project, (draft) => {
      const ref = { scene: 'scene', layer: 'a', property: 'copies' }
      const end = { kind: 'link', way: 1 } as const
      expect(
        makeLoop(draft, [ref], { end, from: at(0), to: at(2), joined: true, makeId: ids() }).left,
      ).toEqual(['a copies'])
    })
    expect(report).toBe(project)
  })
})
