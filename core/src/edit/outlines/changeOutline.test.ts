import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyOutline,
  ease,
  edited,
  ids,
  key,
  layerWith,
  projectOf,
  property,
  propertyOf,
} from '../../../test/trials.ts'
import { compileProperty, storedValueAt, type Outline, type Property } from '../../property/index.ts'
import { cubicPoint } from '../../route/index.ts'
import { armOffset, outlineCubics, projectSchema, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  closeOutline,
  insertVertex,
  isJoined,
  madeCorners,
  madeSmooth,
  intoCorner,
  movedVertices,
  removeVertices,
  reshapeOutline,
  reverseOutline,
  scaledVertices,
  setFirstVertex,
  turnedVertices,
  withArm,
} from '../index.ts'

const ref = { scene: 'scene', layer: 'a', property: 'outline' }
const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const withKeys = (...outlines: readonly Outline[]): Project =>
  projectOf([
    layerWith('a', {
      outline: property(
        'outline',
        outlines.map((outline, i) => ({ ...key(i, outline), bend: ease })),
        { value: outlines[0]! },
      ),
    }),
  ])
const outlineOf = (project: Project): Property => propertyOf(project, 'a', 'outline')
const shown = (project: Project, seconds: number): Outline =>
  storedValueAt(compileProperty(outlineOf(project), []), seconds * TICKS_PER_SECOND) as Outline
/** Points all along an outline. */
const along = (outline: Outline): number[][] =>
  outlineCubics(outline).flatMap((cubic) => [0, 0.2, 0.5, 0.9].map((s) => [...cubicPoint(cubic, s)]))
const expectNear = (found: readonly number[][], wanted: readonly number[][]): void => {
  expect(found).toHaveLength(wanted.length)
  wanted.forEach((point, i) => point.forEach((number, k) => expect(found[i]![k]).toBeCloseTo(number, 6)))
}
const vertex = (x: number, y: number) => ({
  at: [x, y] as const,
  arrive: { angle: 0, length: 0 },
  leave: { angle: 0, length: 0 },
  corner: 0,
})
const square: Outline = {
  closed: true,
  vertices: [
    [0, 0],
    [100, 0],
    [100, 100],
    [0, 100],
  ].map(([x, y]) => vertex(x!, y!)),
}

describe('vertices of an outline', () => {
  it('taken out as they were put in leave the shape it had, at every key (P. de Casteljau)', () => {
    fc.assert(
      fc.property(
        anyOutline(4),
        anyOutline(4),
        fc.nat(2),
        fc.integer({ min: 2, max: 8 }),
        (a, b, edge, tenth) => {
          const given = withKeys(a, { ...b, closed: a.closed })
          const more = edited(given, (draft) => insertVertex(draft, ref, { edge, s: tenth / 10 }))
          const less = edited(more, (draft) => removeVertices(draft, ref, new Set([edge + 1])))
          for (const i of [0, 1]) {
            const [was, now] = [given, less].map((one) => outlineOf(one).keys[i]!.value as Outline) as [
              Outline,
              Outline,
            ]
            // A straight edge is cut by length, a bent one by its parameter.
            const [from, to] = [was.vertices[edge]!, was.vertices[(edge + 1) % 4]!]
            if (from.leave.length === 0 || to.arrive.length === 0) continue
            expectNear(along(now), along(was))
          }
          expect(projectSchema.safeParse(less).error?.issues).toBeUndefined()
        },
      ),
      { numRuns: 200, seed: 20 },
    )
  })

  it('may begin elsewhere and go the other way round: what is seen between keys stays', () => {
    fc.assert(
      fc.property(anyOutline(5), anyOutline(5), fc.nat(4), (a, b, first) => {
        const given = withKeys({ ...a, closed: true }, { ...b, closed: true })
        const begun = edited(given, (draft) => setFirstVertex(draft, ref, first))
        const turned = edited(begun, (draft) => reverseOutline(draft, ref))
        for (const seconds of [0, 0.3, 0.8, 1]) {
          const [was, now] = [shown(given, seconds), shown(turned, seconds)]
          const place = ({ vertices }: Outline): string[] =>
            vertices.map((one) => one.at.map((n) => n.toFixed(6)).join()).sort()
          expect(place(now)).toEqual(place(was))
          expect(now.vertices[0]!.at[0]).toBeCloseTo(was.vertices[first]!.at[0], 6)
          expect(now.vertices[0]!.leave.length).toBeCloseTo(was.vertices[first]!.arrive.length, 6)
        }
        const back = edited(turned, (draft) => reverseOutline(draft, ref))
        expect(outlineOf(back)).toEqual(outlineOf(begun))
      }),
      { numRuns: 100, seed: 21 },
    )
  })

  it('take the numbers of a bump along', () => {
    const lift = Array.from({ length: 28 }, (_, i) => i + 1)
    const bumped = {
      kind: 'handles',
      leave: { reach: 0.3, rise: 0, lift },
      arrive: { reach: 0.3, rise: 0 },
    } as const
    const given = projectOf([
      layerWith('a', {
        outline: property('outline', [{ ...key(0, square), bend: bumped }, key(1, square)], {
          value: square,
        }),
      }),
    ])
    const liftOf = (project: Project): readonly number[] => {
      const { bend } = outlineOf(project).keys[0]!
      return (bend.kind === 'handles' && bend.leave.lift) || []
    }
    expect(liftOf(edited(given, (draft) => removeVertices(draft, ref, new Set([1]))))).toEqual([
      ...lift.slice(0, 7),
      ...lift.slice(14),
    ])
    expect(liftOf(edited(given, (draft) => reverseOutline(draft, ref)))).toEqual(
      [0, 3, 2, 1].flatMap((v) => [1, 2, 5, 6, 3, 4, 7].map((n) => v * 7 + n)),
    )
  })

  it('are refused with a sentence where they cannot be', () => {
    const given = withKeys(square)
    expect(() => edited(given, (draft) => removeVertices(draft, ref, new Set([0, 1, 2])))).toThrow(
      'two vertices at least',
    )
    expect(() => edited(given, (draft) => removeVertices(draft, ref, new Set([9])))).toThrow('no such vertex')
    const open = edited(given, (draft) => closeOutline(draft, ref, false))
    expect((outlineOf(open).keys[0]!.value as Outline).closed).toBe(false)
    expect(() => edited(open, (draft) => setFirstVertex(draft, ref, 1))).toThrow('begins at its end')
    expect(() => edited(given, (draft) => reverseOutline(draft, { ...ref, property: 'turn' }))).toThrow(
      'Only an outline',
    )
  })
})

describe('the shape of an outline', () => {
  it('is changed at the playhead: one key holds all of it', () => {
    const given = withKeys(square, square)
    const moved = edited(given, (draft) =>
      reshapeOutline(draft, ref, at(0.5), {
        autoKey: true,
        makeId: ids(),
        change: (outline) => movedVertices(outline, new Set([1, 2]), [20, -5]),
      }),
    )
    const { keys } = outlineOf(moved)
    expect(keys.map(({ t }) => t)).toEqual([at(0), at(0.5), at(1)])
    expect((keys[1]!.value as Outline).vertices.map((one) => one.at)).toEqual([
      [0, 0],
      [120, -5],
      [120, 95],
      [0, 100],
    ])
    expect(() =>
      edited(given, (draft) =>
        reshapeOutline(draft, ref, at(0.5), { autoKey: false, makeId: ids(), change: (outline) => outline }),
      ),
    ).toThrow('auto-key')
  })

  it('turns and sizes some vertices with their arms, and leaves the others', () => {
    const smooth = madeSmooth(square, new Set([0, 1, 2, 3]))
    expect(smooth.vertices.every(isJoined)).toBe(true)
    const turned = turnedVertices(smooth, new Set([1]), { about: [0, 0], degrees: 90 })
    expect(turned.vertices[1]!.at).toEqual([0, 100].map((part) => expect.closeTo(part, 9)))
    expect(turned.vertices[1]!.leave.angle).toBeCloseTo(smooth.vertices[1]!.leave.angle + 90, 9)
    expect(turned.vertices[0]).toEqual(smooth.vertices[0])
    expect(madeCorners(smooth, new Set([0])).vertices[0]!.leave.length).toBe(0)
    const wide = scaledVertices(smooth, new Set([1, 2]), { about: [100, 0], by: [3, 0.5] })
    expect(wide.vertices.map(({ at: place }) => place)).toEqual([
      [0, 0],
      [100, 0],
      [100, 50],
      [0, 100],
    ])
    const [before, after] = [smooth, wide].map(({ vertices }) => armOffset(vertices[1]!.leave))
    expect(after).toEqual([before![0]! * 3, before![1]! * 0.5].map((part) => expect.closeTo(part, 9)))
  })

  it('has corners one can go into, but not where its line ends or goes straight on', () => {
    const diagonal = Math.SQRT1_2
    expect(intoCorner(square, 0)).toEqual([diagonal, diagonal].map((part) => expect.closeTo(part, 9)))
    expect(intoCorner(square, 2)).toEqual([-diagonal, -diagonal].map((part) => expect.closeTo(part, 9)))
    expect(intoCorner({ ...square, closed: false }, 0)).toBeNull()
    expect(intoCorner(madeSmooth(square, new Set([1])), 1)).toBeNull()
  })

  it('has arms that turn together while they are joined, unless parted, and never spin in mixing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -300, max: 300, noNaN: true }),
        fc.double({ min: 1, max: 300, noNaN: true }),
        (x, y) => {
          const smooth = madeSmooth(square, new Set([2]))
          const move = { vertex: 2, side: 'leave', offset: [x, y] } as const
          const together = withArm(smooth, { ...move, free: false }).vertices[2]!
          expect(isJoined(together)).toBe(true)
          expect(together.arrive.length).toBe(smooth.vertices[2]!.arrive.length)
          for (const side of ['arrive', 'leave'] as const)
            expect(Math.abs(together[side].angle - smooth.vertices[2]![side].angle)).toBeLessThanOrEqual(180)
          expect(withArm(smooth, { ...move, free: true }).vertices[2]!.arrive).toEqual(
            smooth.vertices[2]!.arrive,
          )
        },
      ),
      { seed: 22 },
    )
  })
})
