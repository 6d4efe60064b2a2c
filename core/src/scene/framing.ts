import { clamp } from '../number/index.ts'
import type { Vec2 } from '../route/index.ts'
import { applyMatrix, invertMatrix, type Matrix } from './matrix.ts'
import type { Bounds } from './outline/outlineBounds.ts'

/** The part of a still that fills the frame: a rectangle of the frame's shape in the still's own coordinates. */
export interface Framing {
  readonly centre: Vec2
  /** px of the still, > 0 */
  readonly width: number
  /** Degrees clockwise from the still's own level. */
  readonly turn: number
}

/** Where a layer has to be for a framing to fill the frame: what `transformInto` takes, but for the pivot. */
export interface FramedAs {
  readonly position: Vec2
  /** %, the same both ways */
  readonly scale: number
  /** Degrees. */
  readonly turn: number
}

/** The map from the still to the frame by which a framing fills it. */
export function framingMatrix({ centre: [x, y], width, turn }: Framing, frame: Vec2): Matrix {
  const scale = frame[0] / width
  const radians = (-turn * Math.PI) / 180
  const [a, b] = [scale * Math.cos(radians), scale * Math.sin(radians)]
  return Float64Array.of(a, b, -b, a, frame[0] / 2 - a * x + b * y, frame[1] / 2 - b * x - a * y)
}

/** Where a layer has to be for a framing to fill the frame, with its pivot at a point of the still. */
export function framedAs(framing: Framing, frame: Vec2, pivot: Vec2): FramedAs {
  return {
    position: applyMatrix(framingMatrix(framing, frame), ...pivot),
    scale: (100 * frame[0]) / framing.width,
    turn: -framing.turn,
  }
}

/** What a still shows in the frame, by the map from its own coordinates to the stage; null for one that is flat. */
export function framingOf(matrix: Matrix, frame: Vec2): Framing | null {
  const inverse = invertMatrix(matrix)
  if (!inverse) return null
  const centre = applyMatrix(inverse, frame[0] / 2, frame[1] / 2)
  const [right, middle] = [applyMatrix(inverse, frame[0], frame[1] / 2), centre]
  const along: Vec2 = [right[0] - middle[0], right[1] - middle[1]]
  return {
    centre,
    width: 2 * Math.hypot(...along),
    turn: (Math.atan2(along[1], along[0]) * 180) / Math.PI,
  }
}

/** The corners of a framing in the still's coordinates, in order round it from the left top. */
export function framingCorners(framing: Framing, frame: Vec2): readonly Vec2[] {
  const inverse = invertMatrix(framingMatrix(framing, frame))!
  return [
    applyMatrix(inverse, 0, 0),
    applyMatrix(inverse, frame[0], 0),
    applyMatrix(inverse, frame[0], frame[1]),
    applyMatrix(inverse, 0, frame[1]),
  ]
}

/**
 * The framing nearest to one that shows no bare edge: made smaller where it has to be, then moved inside.
 * @param still its box in its own coordinates, px
 */
export function heldInside(framing: Framing, frame: Vec2, still: Bounds): Framing {
  const radians = (framing.turn * Math.PI) / 180
  const [cos, sin] = [Math.abs(Math.cos(radians)), Math.abs(Math.sin(radians))]
  const ratio = frame[1] / frame[0]
  // How far it reaches each way for each px of its width.
  const [across, down] = [(cos + sin * ratio) / 2, (sin + cos * ratio) / 2]
  const width = Math.min(framing.width, still.width / (2 * across), still.height / (2 * down))
  const inside = (at: number, least: number, size: number, reach: number): number => {
    const [middle, room] = [least + size / 2, Math.max(0, size / 2 - reach)]
    // Plain nothing, not the one below it, which files do not know.
    return clamp(at, middle - room, middle + room) + 0
  }
  const [x, y] = framing.centre
  return {
    ...framing,
    width,
    centre: [inside(x, still.x, still.width, across * width), inside(y, still.y, still.height, down * width)],
  }
}

/** The largest level framing of a still, about its middle. @param still its box in its own coordinates, px */
export const wholeFraming = (frame: Vec2, still: Bounds): Framing =>
  heldInside(
    { centre: [still.x + still.width / 2, still.y + still.height / 2], width: Infinity, turn: 0 },
    frame,
    still,
  )

/** Screen px for each of a still's own, %: past 100 it goes soft. */
export const sharpness = ({ width }: Framing, frame: Vec2): number => (100 * frame[0]) / width

/**
 * The point of a still that two framings put at one place of the frame: about it one goes to the other by scale and turn
 * alone, so that nothing swings.
 * @returns null where they only differ by a shift, or nearly so: then it lies farther off than `farthest` px
 * Source: elementary geometry; two similarities that differ in more than a shift have one point in common.
 */
export function restingPoint(first: Framing, last: Framing, frame: Vec2, farthest: number): Vec2 | null {
  const [m, n] = [framingMatrix(first, frame), framingMatrix(last, frame)]
  const gap = Float64Array.from(m, (part, i) => part - n[i]!)
  const inverse = invertMatrix(Float64Array.of(gap[0]!, gap[1]!, gap[2]!, gap[3]!, 0, 0))
  if (!inverse) return null
  const point = applyMatrix(inverse, -gap[4]!, -gap[5]!)
  return Math.hypot(...point) <= farthest ? point : null
}
