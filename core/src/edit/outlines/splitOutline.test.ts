import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyBend,
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
import { numbersOfOutline, type Outline } from '../../property/index.ts'
import {
  outlineAtTime,
  projectSchema,
  sceneAt,
  vertexPartsIn,
  type Layer,
  type DrawItem,
  type Project,
} from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  addKey,
  closeOutline,
  insertVertex,
  joinOutline,
  keyVertices,
  movedVertices,
  removeVertices,
  reshapeOutline,
  reverseOutline,
  giveBends,
  setFirstVertex,
  splitOutline,
} from '../index.ts'

const ref = { scene: 'scene', layer: 'a', property: 'outline' }
const part = (name: string) => ({ ...ref, property: name })
const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const corner = (x: number, y: number, bow = 0) => ({
  at: [x, y] as const,
  arrive: { angle: 180, length: bow },
  leave: { angle: 0, length: bow },
  corner: 0,
})
const pennant = (dip: number): Outline => ({
  closed: true,
  vertices: [corner(0, 0), corner(100, dip, 20), corner(200, 40), corner(0, 60)],
})
const withKeys = (...outlines: readonly Outline[]): Project =>
  projectOf([
    layerWith(
      'a',
      {
        outline: property(
          'outline',
          outlines.map((outline, i) => ({ ...key(i, outline), bend: ease })),
          { value: outlines[0]! },
        ),
      },
      'path',
    ),
  ])
const layerA = (project: Project): Layer => project.scenes[0]!.layers[0]!
const lanes = (project: Project): string[] => vertexPartsIn(layerA(project).properties)
const shown = (project: Project, seconds: number): readonly number[] =>
  numbersOfOutline(outlineAtTime(layerA(project), 'outline', seconds * TICKS_PER_SECOND, project.bends))
const split = (project: Project): Project => edited(project, (draft) => splitOutline(draft, ref, ids()))
const MOMENTS = [-0.5, 0, 0.1, 0.5, 0.99, 1, 1.37, 2, 3]
const expectSame = (after: Project, before: Project, digits = 9): void => {
  for (const moment of MOMENTS)
    shown(after, moment).forEach((part, c) => expect(part).toBeCloseTo(shown(before, moment)[c]!, digits))
}

describe('splitting an outline', () => {
  it('makes lanes of what differs only, and changes nothing that is seen', () => {
    const before = withKeys(pennant(0), pennant(30), pennant(-10))
    const after = split(before)
    expect(lanes(after)).toEqual(['vertex 2 y'])
    expect(propertyOf(after, 'a', 'outline').split).toBe(true)
    expect(propertyOf(after, 'a', 'outline').keys).toEqual([])
    expectSame(after, before)
    expect(projectSchema.safeParse(after).success).toBe(true)
  })

  it('and joining gives the same keys and bends back, for any outlines and bends', () => {
    const pair = fc.tuple(anyOutline(4), anyOutline(4), anyBend)
    fc.assert(
      fc.property(pair, ([a, free, bend]) => {
        const b = { ...free, closed: a.closed }
        const plain = withKeys(a, b, a)
        const first = propertyOf(plain, 'a', 'outline').keys[0]!.id
        const before = edited(plain, (draft) => giveBends(draft, [{ ...ref, key: first }], () => bend))
        const apart = split(before)
        expectSame(apart, before, 6)
        const again = edited(apart, (draft) => {
          const report = joinOutline(draft, ref, { makeId: ids() })
          expect(report.error).toBeLessThan(1e-6)
        })
        expectSame(again, before, 6)
        expect(lanes(again)).toEqual([])
        expect(propertyOf(again, 'a', 'outline').keys).toHaveLength(lanes(apart).length > 0 ? 3 : 0)
      }),
      { numRuns: 60 },
    )
  })

  it('joins lanes with keys of their own within a tenth of a px, and says how far off', () => {
    const apart = edited(split(withKeys(pennant(0), pennant(30))), (draft) => {
      keyVertices(draft, ref, new Set([2]), { time: at(0.3), makeId: ids() })
      reshapeOutline(draft, ref, at(0.8), {
        change: (outline) => movedVertices(outline, new Set([2]), [13, 40]),
        autoKey: true,
        makeId: ids(),
      })
    })
    expect(lanes(apart)).toEqual(['vertex 2 y', 'vertex 3 x', 'vertex 3 y'])
    let error = NaN
    const whole = edited(apart, (draft) => {
      error = joinOutline(draft, ref, { makeId: ids() }).error
    })
    expect(error).toBeLessThanOrEqual(0.1)
    for (let moment = 0; moment < 2; moment += 0.013)
      shown(whole, moment).forEach((number, c) =>
        expect(Math.abs(number - shown(apart, moment)[c]!)).toBeLessThanOrEqual(error + 0.02),
      )
    expect(whole.scenes[0]!.layers[0]!.properties['outline']!.split).toBeUndefined()
  })

  it('keeps what goes on outside the keys as the lanes say it, whatever the outline said before', () => {
    const loops = edited(withKeys(pennant(0), pennant(30)), (draft) => {
      draft.scenes[0]!.layers[0]!.properties['outline']!.after = 'loop'
    })
    const apart = split(loops)
    expect(propertyOf(apart, 'a', 'vertex 2 y').after).toBe('loop')
    const join = (project: Project) => edited(project, (draft) => joinOutline(draft, ref, { makeId: ids() }))
    expect(propertyOf(join(apart), 'a', 'outline').after).toBe('loop')
    const holds = edited(apart, (draft) => {
      delete draft.scenes[0]!.layers[0]!.properties['vertex 2 y']!.after
    })
    expect(propertyOf(join(holds), 'a', 'outline').after).toBeUndefined()
  })

  it('is drawn as it is told', () => {
    const after = split(withKeys(pennant(0), pennant(30)))
    const item = sceneAt(after.scenes[0]!, TICKS_PER_SECOND, []).find(({ kind }) => kind === 'path')
    expect((item as Extract<DrawItem, { kind: 'path' }>).outline.vertices[1]!.at).toEqual([100, 30])
  })

  it('refuses what is split already, and keys for all of a split one', () => {
    const apart = split(withKeys(pennant(0), pennant(30)))
    expect(() => split(apart)).toThrow('already')
    expect(() => edited(apart, (draft) => addKey(draft, ref, at(0.5), ids()))).toThrow('join it first')
    expect(() => edited(withKeys(pennant(0)), (draft) => joinOutline(draft, ref, { makeId: ids() }))).toThrow(
      'Nothing was changed',
    )
  })
})

describe('a split outline', () => {
  const move = (project: Project, seconds: number, autoKey = true): Project =>
    edited(project, (draft) =>
      reshapeOutline(draft, ref, at(seconds), {
        change: (outline) => movedVertices(outline, new Set([3]), [0, 7]),
        autoKey,
        makeId: ids(),
      }),
    )
  const apart = split(withKeys(pennant(0), pennant(30), pennant(0)))

  it('keys only what a drag changed, and lets it rest at the keys beside it', () => {
    const after = move(apart, 0.5)
    expect(lanes(after)).toEqual(['vertex 2 y', 'vertex 4 y'])
    const { keys } = propertyOf(after, 'a', 'vertex 4 y')
    expect(keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])).toEqual([
      [0, 60],
      [0.5, 67],
      [1, 60],
    ])
  })

  it('moves for all time where nothing moves, or auto-key is off', () => {
    const still = move(split(withKeys(pennant(0))), 0.5)
    expect(lanes(still)).toEqual([])
    expect(shown(still, 5)[3 * 7 + 1]).toBe(67)
    const off = move(apart, 0.5, false)
    expect(lanes(off)).toEqual(['vertex 2 y'])
    expect(shown(off, 0)[3 * 7 + 1]).toBe(67)
  })

  it('goes the other way round, begins elsewhere, opens and closes as it was seen', () => {
    const points = (project: Project, moment: number): string[] =>
      outlineAtTime(layerA(project), 'outline', at(moment), [])
        .vertices.map((vertex) => vertex.at.map((part) => part.toFixed(6)).join())
        .sort()
    for (const change of [
      (draft: Parameters<typeof reverseOutline>[0]) => reverseOutline(draft, ref),
      (draft: Parameters<typeof reverseOutline>[0]) => setFirstVertex(draft, ref, 2),
      (draft: Parameters<typeof reverseOutline>[0]) => closeOutline(draft, ref, false),
    ]) {
      const after = edited(apart, change)
      expect(projectSchema.safeParse(after).success).toBe(true)
      for (const moment of MOMENTS) expect(points(after, moment)).toEqual(points(apart, moment))
    }
    expect(lanes(edited(apart, (draft) => reverseOutline(draft, ref)))).toEqual(['vertex 4 y'])
  })

  it('loses the lanes of a vertex with it, and those behind it count anew', () => {
    const after = edited(apart, (draft) => removeVertices(draft, ref, new Set([0])))
    expect(lanes(after)).toEqual(['vertex 1 y'])
    const none = edited(apart, (draft) => removeVertices(draft, ref, new Set([1])))
    expect(lanes(none)).toEqual([])
  })

  it('gains a vertex between two that rest, not beside one that moves', () => {
    const after = edited(apart, (draft) => insertVertex(draft, ref, { edge: 2, s: 0.5 }))
    expect(lanes(after)).toEqual(['vertex 2 y'])
    expect(propertyOf(after, 'a', 'outline').value).toMatchObject({ vertices: { length: 5 } })
    expect(() => edited(apart, (draft) => insertVertex(draft, ref, { edge: 0, s: 0.5 }))).toThrow(
      'moves by itself',
    )
  })

  it('is refused where it has keys for all, or moves a vertex it does not have', () => {
    const wrong = structuredClone(apart) as unknown as {
      scenes: { layers: { properties: Record<string, unknown> }[] }[]
    }
    wrong.scenes[0]!.layers[0]!.properties['vertex 9 x'] = { kind: 'number', value: 0, keys: [] }
    expect(projectSchema.safeParse(wrong).error?.issues[0]?.message).toContain('it has 4')
  })

  it('has lanes like any other: a bend of one vertex leaves the others', () => {
    const { keys } = propertyOf(apart, 'a', 'vertex 2 y')
    const bent = edited(apart, (draft) =>
      giveBends(draft, [{ ...part('vertex 2 y'), key: keys[0]!.id }], () => ({ kind: 'linear' })),
    )
    expect(shown(bent, 0.25)[8]).toBeCloseTo(7.5, 9)
  })
})
