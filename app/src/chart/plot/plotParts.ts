import type { BendNode, Handles } from '@arrow-bend/core/bend'
import { percentWords } from '../../ui/numberWords.ts'
import type { PlotScale } from './plotScale.ts'
import type { Side } from './spanNumbers.ts'

/** A handle in the plot, from where it starts to its end, px. */
export interface PlotHandle {
  readonly id: string
  readonly side: Side
  readonly label: string
  readonly words: string
  /** Share of the time it reaches, in %. */
  readonly now: number
  readonly fromX: number
  readonly fromY: number
  readonly x: number
  readonly y: number
}

/** A handle of a point of the bend. */
export interface PlotArm extends PlotHandle {
  /** Its point, by its place among them. */
  readonly index: number
  readonly handle: BendNode['leave']
  readonly at: BendNode['at']
}

/** The two handles of a single Bézier. */
export function plotHandles(handles: Handles, { x, y }: PlotScale): PlotHandle[] {
  return (['leave', 'arrive'] as const).map((side) => {
    const { reach, rise } = handles[side]
    const leaves = side === 'leave'
    const name = leaves ? 'Leave' : 'Arrive'
    return {
      id: side,
      side,
      label: `${name} handle`,
      words: `${name} reach ${percentWords(reach)}, rise ${percentWords(rise)}`,
      now: reach * 100,
      fromX: x(leaves ? 0 : 1),
      fromY: y(leaves ? 0 : 1),
      x: x(leaves ? reach : 1 - reach),
      y: y(leaves ? rise : 1 - rise),
    }
  })
}

/** Handles of points: of the chosen one and its neighbours, or of all while none is chosen. */
export function plotArms(nodes: readonly BendNode[], chosen: number | null, { x, y }: PlotScale): PlotArm[] {
  const last = nodes.length - 1
  return nodes.flatMap((node, index) => {
    if (chosen !== null && Math.abs(index - chosen) > 1) return []
    const of = index === 0 ? 'the start' : index === last ? 'the end' : `point ${index}`
    return (['arrive', 'leave'] as const).flatMap((side): PlotArm[] => {
      if ((side === 'arrive' && index === 0) || (side === 'leave' && index === last)) return []
      const handle = node[side]
      return [
        {
          id: `${index}${side}`,
          index,
          side,
          handle,
          at: node.at,
          label: `${side === 'leave' ? 'Leave' : 'Arrive'} handle of ${of}`,
          words: `${percentWords(Math.abs(handle[0]))} of the time, ${percentWords(handle[1])} of the change`,
          now: Math.abs(handle[0]) * 100,
          fromX: x(node.at[0]),
          fromY: y(node.at[1]),
          x: x(node.at[0] + handle[0]),
          y: y(node.at[1] + handle[1]),
        },
      ]
    })
  })
}
