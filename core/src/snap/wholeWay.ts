import { invertMatrix, type Matrix } from '../scene/index.ts'

type Point = readonly [x: number, y: number]

/** A way as short as this is none, px: an axis that a drag keeps out of stays as it is. */
const NO_WAY = 1e-9

/**
 * The way nearest to one on the stage that brings a place onto whole px of the space it is measured in.
 * @param from where the place is, px of its own space
 * @param by how far it is moved, px of the stage
 * @param outer maps its own space onto the stage
 * @returns px of the stage; `by` itself where its own space is flattened to nothing
 */
export function wholeWay(from: Point, by: Point, outer: Matrix): Point {
  const inverse = invertMatrix(outer)
  if (!inverse) return by
  const own = [inverse[0]! * by[0] + inverse[2]! * by[1], inverse[1]! * by[0] + inverse[3]! * by[1]] as const
  const [x, y] = own.map((way, axis) =>
    Math.abs(way) < NO_WAY ? 0 : Math.round(from[axis]! + way) - from[axis]!,
  ) as unknown as Point
  return [outer[0]! * x + outer[2]! * y, outer[1]! * x + outer[3]! * y]
}
