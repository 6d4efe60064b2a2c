import { describe, expect, it } from 'vitest'
import type { BendNode, PlainBend } from '@arrow-bend/core/bend'
import { editBend } from '../../screens/desk/side/bend/plotEdit.ts'
import { plotArms, plotHandles } from './plotParts.ts'
import { plotScale, plotSize, reachOf } from './plotScale.ts'
import { compileBend } from '@arrow-bend/core/bend'

const scale = plotScale({ low: 0, high: 1 }, plotSize(150))
const NODES: readonly BendNode[] = [
  { at: [0, 0], arrive: [0, 0], leave: [0.1, 0], through: 'corner' },
  { at: [0.4, 0.8], arrive: [-0.1, -0.1], leave: [0.2, 0.2], through: 'joined' },
  { at: [0.7, 0.9], arrive: [-0.1, 0], leave: [0.1, 0], through: 'joined' },
  { at: [1, 1], arrive: [-0.2, 0], leave: [0, 0], through: 'corner' },
]

describe('plotHandles', () => {
  it('puts each handle at its reach and rise, from its own corner', () => {
    const [leave, arrive] = plotHandles(
      { leave: { reach: 0.4, rise: 0.1 }, arrive: { reach: 0.3, rise: -0.2 } },
      scale,
    )
    expect([leave!.x, leave!.y]).toEqual([scale.x(0.4), scale.y(0.1)])
    expect([arrive!.x, arrive!.y]).toEqual([scale.x(0.7), scale.y(1.2)])
    expect([leave!.fromX, arrive!.fromX]).toEqual([scale.x(0), scale.x(1)])
    expect(arrive!.words).toBe('Arrive reach 30 %, rise −20 %')
  })
})

describe('plotArms', () => {
  it('shows the handles that there are: one at each end, two at every point', () => {
    const arms = plotArms(NODES, null, scale)
    expect(arms.map(({ id }) => id)).toEqual(['0leave', '1arrive', '1leave', '2arrive', '2leave', '3arrive'])
    expect(arms[2]!.x).toBeCloseTo(scale.x(0.6), 9)
    expect(arms[2]!.y).toBeCloseTo(scale.y(1), 9)
  })

  it('keeps to the chosen point and its neighbours', () => {
    expect(plotArms(NODES, 1, scale).map(({ index }) => index)).toEqual([0, 1, 1, 2, 2])
  })
})

describe('plotSize', () => {
  it.each([
    [10, 74],
    [150, 150],
    [2000, 420],
  ])('makes a square of %d px one of %d', (asked, side) => {
    expect(plotSize(asked).side).toBe(side)
  })

  it('has room for points and their handles, however far they reach', () => {
    const bend: PlainBend = {
      kind: 'points',
      nodes: NODES.map((node, i) => (i === 1 ? { ...node, leave: [0.2, 3] } : node)),
    }
    const size = plotSize(150)
    const reach = reachOf(compileBend(bend), null, bend.kind === 'points' ? bend.nodes : [])
    expect(reach.high).toBeCloseTo(3.8, 9)
    expect(plotScale(reach, size).y(3.8)).toBeGreaterThanOrEqual(0)
  })
})

describe('editBend', () => {
  const bend: PlainBend = { kind: 'points', nodes: NODES }

  it('sets the handles at the ends of a points bend, the rest as it was', () => {
    const made = editBend(bend, { kind: 'side', side: 'arrive', reach: 0.25, rise: -0.1 })
    if (made.kind !== 'points') throw new Error('no points')
    expect(made.nodes[3]!.arrive).toEqual([-0.25, 0.1])
    expect(made.nodes.slice(0, 3)).toEqual(NODES.slice(0, 3))
  })

  it('makes a hold, adds and takes away points', () => {
    expect(editBend(bend, { kind: 'hold' })).toEqual({ kind: 'hold' })
    const more = editBend(bend, { kind: 'add', u: 0.85 })
    expect(more.kind === 'points' && more.nodes).toHaveLength(5)
    const fewer = editBend(bend, { kind: 'remove', index: 2 })
    expect(fewer.kind === 'points' && fewer.nodes.map(({ at }) => at[0])).toEqual([0, 0.4, 1])
  })
})
