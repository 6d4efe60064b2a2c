import type { Outline } from '../../property/index.ts'
import { cubicPoint, isStraight, type Vec2 } from '../../route/index.ts'
import { outlineCubics } from './outlinePath.ts'

/** Straight pieces a curved edge is looked at in. */
const PIECES = 10

interface Piece {
  readonly from: Vec2
  readonly to: Vec2
  /** Its place along the outline. */
  readonly place: number
  /** How many pieces that outline has, and whether the last is followed by the first. */
  readonly outline: { readonly count: number; readonly closed: boolean }
}

/** Whether an outline crosses itself: two of its edges that do not follow one another meet. Rounded corners are looked at as they are without. */
export const crossesItself = (outline: Outline): boolean => outlinesCross([outline])

/** Whether any of several outlines crosses itself or another of them. */
export function outlinesCross(outlines: readonly Outline[]): boolean {
  const pieces = outlines.flatMap(piecesOf)
  // From left to right: only those that are still open where one begins can meet it.
  const ordered = [...pieces].sort((a, b) => leftOf(a) - leftOf(b))
  let open: Piece[] = []
  for (const piece of ordered) {
    const left = leftOf(piece)
    open = open.filter((one) => rightOf(one) >= left)
    if (open.some((one) => !isNext(one, piece) && meet(one, piece))) return true
    open.push(piece)
  }
  return false
}

const leftOf = ({ from, to }: Piece): number => Math.min(from[0], to[0])
const rightOf = ({ from, to }: Piece): number => Math.max(from[0], to[0])

/** Pieces without length are none: vertices may stand on one spot. */
function piecesOf(outline: Outline): Piece[] {
  const points: Vec2[] = []
  outlineCubics(outline).forEach((cubic, i) => {
    if (i === 0) points.push(cubic.from)
    const count = isStraight(cubic) ? 1 : PIECES
    for (let k = 1; k <= count; k += 1) points.push(cubicPoint(cubic, k / count))
  })
  const apart = points.filter(
    ([x, y], i) => i === 0 || Math.hypot(x - points[i - 1]![0], y - points[i - 1]![1]) > 1e-9,
  )
  const whole = { count: apart.length - 1, closed: outline.closed }
  return apart.slice(1).map((to, i) => ({ from: apart[i]!, to, place: i, outline: whole }))
}

/** Whether two pieces share a point in any case. */
function isNext(one: Piece, other: Piece): boolean {
  if (one.outline !== other.outline) return false
  const { count, closed } = one.outline
  const between = Math.abs(one.place - other.place)
  return between <= 1 || (closed && between === count - 1)
}

/** Twice the area of a triangle, above 0 where it turns clockwise on a page. */
const turn = ([ax, ay]: Vec2, [bx, by]: Vec2, [cx, cy]: Vec2): number =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)

/** Whether two pieces cross, touching aside. Source: the usual test by orientations (de Berg et al., Computational Geometry, 2.1). */
function meet({ from: a, to: b }: Piece, { from: c, to: d }: Piece): boolean {
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0
}
