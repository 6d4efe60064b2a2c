import { HOLD, type PlainBend } from '@arrow-bend/core/bend'
import { changePoints, type PointsChange } from '@arrow-bend/core/edit'
import { withSide, type Side } from '../../../../chart/plot/spanNumbers.ts'

/** What is done to a bend in its plot. */
export type PlotEdit =
  | {
      readonly kind: 'side'
      readonly side: Side
      readonly reach: number
      readonly rise: number
      /** The other side becomes the same. */
      readonly both?: boolean
    }
  | { readonly kind: 'hold' }
  | PointsChange

/** A bend with an edit of the plot done to it. */
export function editBend(bend: PlainBend, edit: PlotEdit): PlainBend {
  if (edit.kind === 'hold') return HOLD
  if (edit.kind === 'side') {
    const { side, reach, rise, both } = edit
    const one = withSide(bend, side, { reach, rise })
    return both ? withSide(one, side === 'leave' ? 'arrive' : 'leave', { reach, rise }) : one
  }
  return changePoints(bend, edit)
}

/** What an edit of the plot is called in the history. */
export const EDIT_LABELS: Readonly<Record<PlotEdit['kind'], string>> = {
  side: 'Bend handle moved',
  hold: 'Bend set: hold',
  add: 'Bend point added',
  remove: 'Bend point removed',
  move: 'Bend point moved',
  handle: 'Bend handle moved',
  through: 'Bend point changed',
}
