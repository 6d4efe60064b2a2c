import type { Property } from '@arrow-bend/core/property'
import type { LaneDrawing } from '../../../../chart/lane/laneDrawing.ts'

/** A closed lane as it was when things last stood still: what takes hold of it lies so. */
export interface LaneGripsPicture {
  readonly name: string
  readonly unit: string
  readonly property: Property
  readonly drawing: LaneDrawing
}
