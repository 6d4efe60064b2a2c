import { cubicPoint, cubicTangent, endDirection, type Cubic, type Vec2 } from '../../route/index.ts'

/** An edge of an outline, by a share of it: of the way where it is straight, else of its Bézier parameter. */
export interface OutlineEdge {
  readonly cubic: Cubic
  readonly straight: boolean
}

/** How a corner is rounded: where it leaves one edge and meets the next, on a circle that touches both. */
export interface RoundedCorner {
  /** Share of the edge before at which the arc begins, of the edge after at which it ends. */
  readonly before: number
  readonly after: number
  readonly radius: number
  readonly from: Vec2
  readonly to: Vec2
  readonly centre: Vec2
  readonly clockwise: boolean
}

/** Directions that turn by less than this have no corner between them; by nearly a half turn, no circle. */
const LEAST_TURN = 1e-6
const MOST_STEPS = 30
/** A circle touches an edge when Newton's method leaves it off by no more than this, px. */
const TOUCHES = 1e-10
const HALVINGS = 40
/** Step of the differences in Newton's method, as a share of an edge. */
const FEELER = 1e-6

/**
 * Rounds the corner between two edges by a circle tangent to both, as large as asked for or as fits.
 * @param radius px, > 0
 * @param room the most that may be cut off each edge, as a share of it, 0 … 1
 * @returns null where the edges go on in one line, fold back, or leave no room
 * Source: own; for straight edges the tangent length r·tan(turn/2) of elementary geometry.
 */
export function roundCorner(
  before: OutlineEdge,
  after: OutlineEdge,
  radius: number,
  room: readonly [before: number, after: number],
): RoundedCorner | null {
  const [come, go] = [endDirection(before.cubic, 'to'), endDirection(after.cubic, 'from')]
  const turn = Math.atan2(come[0] * go[1] - come[1] * go[0], come[0] * go[0] + come[1] * go[1])
  if (!(Math.abs(turn) > LEAST_TURN && Math.abs(turn) < Math.PI - LEAST_TURN)) return null
  const fits = (size: number): RoundedCorner | null => tangentCircle(before, after, size, { turn, room })
  if (before.straight && after.straight) {
    const most = Math.min(room[0] * lengthOf(before), room[1] * lengthOf(after))
    const size = Math.min(radius, most / Math.tan(Math.abs(turn) / 2))
    return size > 0 ? fits(size) : null
  }
  const whole = fits(radius)
  if (whole) return whole
  let [low, high] = [0, radius]
  let best: RoundedCorner | null = null
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2
    const found = fits(middle)
    if (found) {
      best = found
      low = middle
    } else high = middle
  }
  return best
}

const lengthOf = ({ cubic: { from, to } }: OutlineEdge): number =>
  Math.hypot(to[0] - from[0], to[1] - from[1])

interface Turn {
  /** Radians, > 0 clockwise (y downward). */
  readonly turn: number
  readonly room: readonly [before: number, after: number]
}

/** The circle of a radius that touches both edges inside the corner; null where there is none within the room. */
function tangentCircle(
  before: OutlineEdge,
  after: OutlineEdge,
  radius: number,
  { turn, room }: Turn,
): RoundedCorner | null {
  const side = Math.sign(turn) * radius
  const trim = radius * Math.tan(Math.abs(turn) / 2)
  let a = 1 - Math.min(room[0], trim / speedOf(before, 1))
  let b = Math.min(room[1], trim / speedOf(after, 0))
  const miss = (s: number, t: number): Vec2 => {
    const [first, second] = [centreFrom(before, s, side), centreFrom(after, t, side)]
    return [first[0] - second[0], first[1] - second[1]]
  }
  let off = miss(a, b)
  for (let step = 0; step < MOST_STEPS && Math.hypot(off[0], off[1]) > TOUCHES; step += 1) {
    const [byA, byB] = [miss(a - FEELER, b), miss(a, b + FEELER)]
    const [j00, j10] = [(off[0] - byA[0]) / FEELER, (off[1] - byA[1]) / FEELER]
    const [j01, j11] = [(byB[0] - off[0]) / FEELER, (byB[1] - off[1]) / FEELER]
    const det = j00 * j11 - j01 * j10
    if (!(Math.abs(det) > 0)) return null
    a -= (j11 * off[0] - j01 * off[1]) / det
    b -= (j00 * off[1] - j10 * off[0]) / det
    if (!(a > 0 && a <= 1 && b >= 0 && b < 1)) return null
    off = miss(a, b)
  }
  const hair = 1e-9
  if (Math.hypot(off[0], off[1]) > 1e3 * TOUCHES || 1 - a > room[0] + hair || b > room[1] + hair) return null
  return {
    before: a,
    after: b,
    radius,
    from: pointOn(before, a),
    to: pointOn(after, b),
    centre: centreFrom(before, a, side),
    clockwise: turn > 0,
  }
}

/** The point of an edge at a share of it. */
export function pointOn({ cubic, straight }: OutlineEdge, share: number): Vec2 {
  if (!straight) return cubicPoint(cubic, share)
  const { from, to } = cubic
  return [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])]
}

/** Px a share of the edge is worth there; a third of its length where a handle of no length makes it stand still. */
function speedOf(edge: OutlineEdge, share: number): number {
  if (edge.straight) return lengthOf(edge)
  const [dx, dy] = cubicTangent(edge.cubic, share)
  return Math.hypot(dx, dy) || lengthOf(edge) / 3 || 1
}

/** The centre of a circle that touches the edge at a share of it, on the side of the sign of `side`. */
function centreFrom(edge: OutlineEdge, share: number, side: number): Vec2 {
  const [x, y] = pointOn(edge, share)
  const { from, to } = edge.cubic
  const [dx, dy] = edge.straight ? [to[0] - from[0], to[1] - from[1]] : cubicTangent(edge.cubic, share)
  const speed = Math.hypot(dx, dy)
  const [ux, uy] =
    speed > 0 ? [dx / speed, dy / speed] : endDirection(edge.cubic, share < 0.5 ? 'from' : 'to')
  return [x - uy * side, y + ux * side]
}
