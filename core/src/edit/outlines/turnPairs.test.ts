import { describe, expect, it } from 'vitest'
import { edited, key, layerWith, projectOf, property, propertyOf } from '../../../test/trials.ts'
import type { Outline } from '../../property/index.ts'
import { checkChange, outlineCubics, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { turnPairs, type PairTurn } from '../index.ts'

const ref = { scene: 'scene', layer: 'a', property: 'outline' }
const square = (size: number, closed = true): Outline => ({
  closed,
  vertices: [
    [0, 0],
    [size, 0],
    [size, size],
    [0, size],
  ].map(([x, y]) => ({
    at: [x!, y!] as const,
    arrive: { angle: 180, length: 5 },
    leave: { angle: 0, length: 5 },
    corner: 0,
  })),
})
const keyed = (...outlines: readonly Outline[]): Project =>
  projectOf([
    layerWith(
      'a',
      {
        outline: property(
          'outline',
          outlines.map((one, i) => key(i, one)),
        ),
      },
      'path',
    ),
  ])
const turned = (project: Project, seconds: number, by: PairTurn): Project => {
  const after = edited(project, (draft) => turnPairs(draft, ref, asTicks(seconds * TICKS_PER_SECOND), by))
  expect(() => checkChange(project, after)).not.toThrow()
  return after
}
const firsts = (project: Project): unknown[] =>
  propertyOf(project, 'a', 'outline').keys.map(({ value }) => (value as Outline).vertices[0]!.at)
const drawn = (outline: Outline): string[] =>
  outlineCubics(outline)
    .map((cubic) => JSON.stringify(cubic))
    .sort()

describe('the pairs of an outline’s vertices', () => {
  const three = keyed(square(10), square(20), square(30))

  it('turn by one over the span before a key; later spans keep theirs, and no key looks different', () => {
    const after = turned(three, 1, 1)
    expect(firsts(after)).toEqual([
      [0, 0],
      [20, 0],
      [30, 0],
    ])
    const [before, now] = [three, after].map((project) => propertyOf(project, 'a', 'outline').keys)
    before!.forEach(({ value }, i) =>
      expect(drawn(now![i]!.value as Outline)).toEqual(drawn(value as Outline)),
    )
    expect(firsts(turned(after, 1, -1))).toEqual(firsts(three))
  })

  it('can go the other way round, and back', () => {
    const after = turned(three, 2, 'reversed')
    const last = propertyOf(after, 'a', 'outline').keys[2]!.value as Outline
    expect(last.vertices[1]!.at).toEqual([0, 30])
    // Arms turn the short way from those of the key before.
    for (const { arrive } of last.vertices) expect(Math.abs(arrive.angle - 180)).toBeLessThanOrEqual(180)
    expect(firsts(turned(after, 2, 'reversed'))).toEqual(firsts(three))
  })

  it('are refused without a key before, for open outlines and beside keys', () => {
    expect(() => turned(three, 0, 1)).toThrow(/another before it/)
    expect(() => turned(three, 0.5, 1)).toThrow(/Go to a key/)
    expect(() => turned(keyed(square(1, false), square(2, false)), 1, 1)).toThrow(/one order/)
  })
})
