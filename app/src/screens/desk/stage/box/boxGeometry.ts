import { currentValue } from '@arrow-bend/core/edit'
import type { BendLibrary } from '@arrow-bend/core/bend'
import type { Value } from '@arrow-bend/core/property'
import { applyMatrix, invertMatrix } from '@arrow-bend/core/scene'
import { toScreen, toStage, type StageView } from '../../../../draw/index.ts'
import type { BoxItem } from './boxItems.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'

/** A grip on the edge of a box: which way it lies from the middle, −1, 0 or 1 along each side. */
export interface BoxGrip {
  readonly name: string
  readonly sides: Point
  /** In the layer's own coordinates. */
  readonly local: Point
  readonly screen: Point
}

/** A layer's box as it lies on the screen. */
export interface BoxGeometry {
  readonly layer: string
  readonly name: string
  readonly grips: readonly BoxGrip[]
  /** Where the pivot is, in the layer's own coordinates and on the screen. */
  readonly pivot: Point
  readonly pivotScreen: Point
  /** Middle of the upper side and, beyond it, the turn grip. */
  readonly stalk: readonly [Point, Point]
  /** Nine points a pivot is often put at, row by row. */
  readonly nine: readonly Point[]
  /** A point of the screen on the stage, and the reverse. */
  readonly toStage: (screen: Point) => Point
  readonly toScreen: (stage: Point) => Point
  /** A point of the layer's own coordinates on the stage. */
  readonly ofLocal: (local: Point) => Point
  /** Whether its sides lie along those of the frame. */
  readonly upright: boolean
  /** A point of the screen in the layer's own coordinates; null when the layer is flattened to nothing. */
  readonly toLocal: (screen: Point) => Point | null
  /** %, and degrees. */
  readonly scale: Point
  readonly turn: number
}

const GRIPS: readonly { readonly name: string; readonly sides: Point }[] = [
  { name: 'upper left', sides: [-1, -1] },
  { name: 'upper', sides: [0, -1] },
  { name: 'upper right', sides: [1, -1] },
  { name: 'right', sides: [1, 0] },
  { name: 'lower right', sides: [1, 1] },
  { name: 'lower', sides: [0, 1] },
  { name: 'lower left', sides: [-1, 1] },
  { name: 'left', sides: [-1, 0] },
]
/** How far the turn grip stands off the box, px. */
const STALK = 20

export interface BoxOptions {
  readonly view: StageView
  readonly library: BendLibrary
  readonly time: number
}

/** The box of a layer at a moment. */
export function boxGeometry(item: BoxItem, { view, library, time }: BoxOptions): BoxGeometry {
  const { layer, matrix } = item
  const { x, y, width, height } = item.bounds
  const local = ([across, down]: Point): Point => [
    x + ((across + 1) / 2) * width,
    y + ((down + 1) / 2) * height,
  ]
  const screen = ([px, py]: Point): Point => toScreen(view, applyMatrix(matrix, px, py))
  const now = (name: string): Value => currentValue(layer.properties[name]!, time, library)
  const pivot = now('pivot') as Point
  const top = screen(local([0, -1]))
  const middle = screen(local([0, 0]))
  const away = Math.hypot(top[0] - middle[0], top[1] - middle[1]) || 1
  const reach = 1 + STALK / away
  return {
    layer: layer.id,
    name: layer.name,
    grips: GRIPS.map(({ name, sides }) => ({
      name,
      sides,
      local: local(sides),
      screen: screen(local(sides)),
    })),
    pivot,
    pivotScreen: screen(pivot),
    stalk: [top, [middle[0] + (top[0] - middle[0]) * reach, middle[1] + (top[1] - middle[1]) * reach]],
    nine: [-1, 0, 1].flatMap((down) => [-1, 0, 1].map((across) => local([across, down]))),
    toStage: (point) => toStage(view, point),
    toScreen: (point) => toScreen(view, point),
    ofLocal: ([px, py]) => applyMatrix(matrix, px, py),
    upright: Math.abs(matrix[1]!) < 1e-9 && Math.abs(matrix[2]!) < 1e-9,
    toLocal: (point) => {
      const inverse = invertMatrix(matrix)
      return inverse && applyMatrix(inverse, ...toStage(view, point))
    },
    scale: now('scale') as Point,
    turn: now('turn') as number,
  }
}

/** By how much a grip's drag scales each side: the pointer's way from the pivot beside the grip's own. */
export function scaleFactors(
  { pivot }: BoxGeometry,
  { local, sides }: BoxGrip,
  pointer: Point,
  alike: boolean,
): Point {
  const own: Point = [local[0] - pivot[0], local[1] - pivot[1]]
  const now: Point = [pointer[0] - pivot[0], pointer[1] - pivot[1]]
  if (alike) {
    const size = own[0] * own[0] + own[1] * own[1]
    const factor = size > 1e-9 ? (own[0] * now[0] + own[1] * now[1]) / size : 1
    return [factor, factor]
  }
  const along = (axis: 0 | 1): number =>
    sides[axis] !== 0 && Math.abs(own[axis]) > 1e-6 ? now[axis] / own[axis] : 1
  return [along(0), along(1)]
}
