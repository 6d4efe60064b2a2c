import { applyMatrix, invertMatrix, type Matrix } from '@arrow-bend/core/scene'
import { toScreen, toStage, wayOnStage, type StageView } from '../../draw/index.ts'

export type Point = readonly [x: number, y: number]

/** How the space a layer's position is in lies on the stage and on the screen. */
export interface StageSpace {
  /** Lays the space on the stage. */
  readonly outer: Matrix
  /** A point of the space on the screen. */
  readonly onScreen: (point: Point) => Point
  /** A way on the screen as a way of the space; null where what the layer rides on is flattened to nothing. */
  readonly fromScreen: (way: Point) => Point | null
  /** A way on the screen as a way on the stage, and that as a way of the space. */
  readonly onStage: (way: Point) => Point
  readonly fromStage: (way: Point) => Point | null
  /** A point of the screen on the stage. */
  readonly toStage: (point: Point) => Point
}

export function stageSpace(outer: Matrix, view: StageView): StageSpace {
  return {
    outer,
    onScreen: ([x, y]) => toScreen(view, applyMatrix(outer, x, y)),
    fromScreen: (way) => wayBack(outer, wayOnStage(view, way)),
    fromStage: (way) => wayBack(outer, way),
    onStage: (way) => wayOnStage(view, way),
    toStage: (point) => toStage(view, point),
  }
}

function wayBack(matrix: Matrix, [x, y]: Point): Point | null {
  const inverse = invertMatrix(matrix)
  if (!inverse) return null
  return [inverse[0]! * x + inverse[2]! * y, inverse[1]! * x + inverse[3]! * y]
}
