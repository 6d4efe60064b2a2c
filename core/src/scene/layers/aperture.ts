import { applyMatrix, invertMatrix, type Matrix } from '../matrix.ts'

/** A rectangle, placed by a map, through which what stands behind it is seen. */
export interface Aperture {
  /** From the rectangle's coordinates to the stage. */
  readonly matrix: Matrix
  /** x, y, width, height, px. */
  readonly box: Float64Array
  /** What it is seen through in turn. */
  readonly within: Aperture | null
}

/** Whether a point of the stage is not cut off. */
export function isWithin(aperture: Aperture | null, x: number, y: number): boolean {
  for (let at = aperture; at; at = at.within) {
    const inverse = invertMatrix(at.matrix)
    if (!inverse) return false
    const [px, py] = applyMatrix(inverse, x, y)
    const [left, top, width, height] = at.box as unknown as [number, number, number, number]
    if (px < left || py < top || px > left + width || py > top + height) return false
  }
  return true
}
