import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pointsBend } from '../../../test/trials.ts'
import {
  BadBend,
  clampNodes,
  compileBend,
  insertNode,
  mirrorBend,
  moveNode,
  plainBend,
  removeNode,
  setNodeHandle,
  setNodeThrough,
  splitBend,
  type BendNode,
  type PlainBend,
  type PointsBend,
} from '../index.ts'

const points = pointsBend as fc.Arbitrary<PointsBend>
const share = fc.integer({ min: 1, max: 999 }).map((thousandths) => thousandths / 1000)
const progress = (bend: PlainBend, u: number): number => compileBend(bend).progress(u)
const LOOKS = Array.from({ length: 97 }, (_, i) => i / 96)
const farthest = (one: PlainBend, other: PlainBend): number => {
  const [a, b] = [compileBend(one), compileBend(other)]
  return Math.max(...LOOKS.map((u) => Math.abs(a.progress(u) - b.progress(u))))
}

/** Handles stay within their pieces, nodes go on in time, from 0, 0 to 1, 1. */
function expectStorable(nodes: readonly BendNode[]): void {
  expect([nodes[0]!.at, nodes[nodes.length - 1]!.at]).toEqual([
    [0, 0],
    [1, 1],
  ])
  nodes.forEach((node, i) => {
    const before = nodes[i - 1]
    const after = nodes[i + 1]
    if (before) expect(node.at[0]).toBeGreaterThan(before.at[0])
    expect(node.arrive[0]).toBeLessThanOrEqual(0)
    expect(node.arrive[0]).toBeGreaterThanOrEqual(before ? before.at[0] - node.at[0] : 0)
    expect(node.leave[0]).toBeGreaterThanOrEqual(0)
    expect(node.leave[0]).toBeLessThanOrEqual(after ? after.at[0] - node.at[0] : 0)
  })
}

describe('insertNode', () => {
  it('never changes the shape, however often', () => {
    fc.assert(
      fc.property(points, fc.array(share, { minLength: 1, maxLength: 6 }), (bend, cuts) => {
        let nodes: readonly BendNode[] = bend.nodes
        for (const u of cuts) {
          const inserted = insertNode(nodes, u)
          nodes = inserted.nodes
          expect(nodes[inserted.index]!.at[0]).toBeCloseTo(u, 8)
        }
        expectStorable(nodes)
        expect(farthest({ kind: 'points', nodes }, bend)).toBeLessThan(1e-9)
      }),
      { numRuns: 500, seed: 141 },
    )
  })
})

describe('moving, turning and removing nodes', () => {
  it('leaves what can be stored, and time that never runs back', () => {
    const step = fc.tuple(
      fc.nat(4),
      fc.nat(3),
      fc.integer({ min: -9, max: 19 }),
      fc.integer({ min: -9, max: 19 }),
    )
    fc.assert(
      fc.property(points, fc.array(step, { minLength: 1, maxLength: 8 }), (bend, steps) => {
        let nodes: readonly BendNode[] = bend.nodes
        for (const [what, which, a, b] of steps) {
          const index = which % nodes.length
          const inner = index > 0 && index < nodes.length - 1
          if (what === 0 && inner) nodes = moveNode(nodes, index, [a / 10, b / 10])
          else if (what === 1) nodes = setNodeHandle(nodes, index, 'leave', [a / 10, b / 10])
          else if (what === 2) nodes = setNodeHandle(nodes, index, 'arrive', [-a / 10, b / 10])
          else if (what === 3)
            nodes = setNodeThrough(nodes, index, (['corner', 'joined', 'smooth'] as const)[(a + 9) % 3]!)
          else if (inner && nodes.length > 2) nodes = removeNode(nodes, index)
          expectStorable(nodes)
        }
        const curve = compileBend({ kind: 'points', nodes })
        expect(LOOKS.filter((u) => !Number.isFinite(curve.progress(u)))).toEqual([])
        expect([curve.progress(0), curve.progress(1)]).toEqual([0, 1])
      }),
      { numRuns: 500, seed: 142 },
    )
  })

  it('keeps a joined node in one line when a handle is turned, its other reach kept', () => {
    fc.assert(
      fc.property(
        points,
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: -500, max: 500 }),
        (bend, reach, rise) => {
          const joined = setNodeThrough(bend.nodes, 1, 'joined')
          const turned = setNodeHandle(joined, 1, 'leave', [reach / 1000, rise / 1000])
          const { arrive, leave } = turned[1]!
          expect(arrive[0]).toBe(joined[1]!.arrive[0])
          if (leave[0] === reach / 1000) expect(arrive[1] * leave[0]).toBeCloseTo(leave[1] * arrive[0], 12)
        },
      ),
      { numRuns: 500, seed: 143 },
    )
  })

  it('works a smooth node out without leaving the range of its neighbours', () => {
    fc.assert(
      fc.property(points, (bend) => {
        const nodes = bend.nodes.reduce(
          (list: readonly BendNode[], _, i) => setNodeThrough(list, i, 'smooth'),
          bend.nodes,
        )
        const curve = compileBend({ kind: 'points', nodes })
        nodes.slice(1).forEach((to, i) => {
          const from = nodes[i]!
          const [low, high] = [Math.min(from.at[1], to.at[1]), Math.max(from.at[1], to.at[1])]
          const shown = Array.from({ length: 21 }, (_, k) =>
            curve.progress(from.at[0] + (k / 20) * (to.at[0] - from.at[0])),
          )
          expect(Math.min(...shown)).toBeGreaterThanOrEqual(low - 1e-9)
          expect(Math.max(...shown)).toBeLessThanOrEqual(high + 1e-9)
        })
      }),
      { numRuns: 500, seed: 144 },
    )
  })

  it('refuses to move or take away the two ends', () => {
    const nodes = clampNodes([
      { at: [0, 0], arrive: [-1, 0], leave: [2, 0], through: 'corner' },
      { at: [1, 1], arrive: [-2, 0], leave: [1, 0], through: 'corner' },
    ])
    expect(nodes.map(({ arrive, leave }) => [arrive, leave])).toEqual([
      [
        [0, 0],
        [1, 0],
      ],
      [
        [-1, 0],
        [0, 0],
      ],
    ])
    for (const index of [0, 1]) {
      expect(() => moveNode(nodes, index, [0.5, 0.5])).toThrow(BadBend)
      expect(() => removeNode(nodes, index)).toThrow(BadBend)
    }
  })
})

describe('points bends', () => {
  it('are cut in two and played backwards without changing what they do', () => {
    fc.assert(
      fc.property(points, share, (bend, u) => {
        const cut = splitBend(bend, u)
        if (cut) {
          const gaps = LOOKS.map((v) => progress(cut.before, v) * cut.progress - progress(bend, v * u))
          expect(Math.max(...gaps.map(Math.abs))).toBeLessThan(2e-7)
        }
        const mirrored = mirrorBend(bend)
        const gaps = LOOKS.map((v) => 1 - progress(mirrored, 1 - v) - progress(bend, v))
        expect(Math.max(...gaps.map(Math.abs))).toBeLessThan(5e-10)
      }),
      { numRuns: 500, seed: 145 },
    )
  })
})

describe('splitBend', () => {
  it('cuts handles that reach far over one another as exactly as any', () => {
    const far = fc.integer({ min: 600, max: 1000 }).map((thousandths) => thousandths / 1000)
    fc.assert(
      fc.property(far, far, share, (leave, arrive, u) => {
        const bend: PlainBend = {
          kind: 'handles',
          leave: { reach: leave, rise: 0.2 },
          arrive: { reach: arrive, rise: -0.3 },
        }
        const cut = splitBend(bend, u)!
        const gaps = LOOKS.flatMap((v) => {
          const early = progress(cut.before, v) * cut.progress
          const late = cut.progress + progress(cut.after, v) * (1 - cut.progress)
          return [early - progress(bend, v * u), late - progress(bend, u + v * (1 - u))]
        })
        // Where time all but stands still the last bit of u is worth this much progress.
        expect(Math.max(...gaps.map(Math.abs))).toBeLessThan(2e-4)
      }),
      { numRuns: 500, seed: 146 },
    )
  })
})

describe('plainBend', () => {
  it('is the library’s bend for a link, and refuses a link to nothing', () => {
    const bend: PlainBend = { kind: 'family', family: 'sine' }
    expect(plainBend({ kind: 'linked', bendId: 'x' }, [{ id: 'x', bend }])).toBe(bend)
    expect(() => plainBend({ kind: 'linked', bendId: 'y' }, [{ id: 'x', bend }])).toThrow(BadBend)
  })
})
