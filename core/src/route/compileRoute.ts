import { pieceLength, squaredSpeed, type SquaredSpeed } from './arcLength.ts'
import { cubicPoint, cubicSpeed, cubicTangent, endDirection, isStraight, type Cubic } from './cubic.ts'
import { distanceBetween, type Vec2 } from './vec2.ts'

/** A route made ready: its length, and points by distance along it. */
export interface CompiledRoute {
  /** px */
  readonly length: number
  readonly cubic: Cubic
  readonly straight: boolean
  /** Writes the point at a distance from the start to out[0], out[1]; beyond the ends it goes straight on. */
  pointInto(out: Float64Array, distance: number): void
  /** The Bézier parameter at a distance, 0 … 1. */
  parameterAt(distance: number): number
  /** Unit direction of travel at a distance; the limit of the tangent where the speed is zero. */
  directionAt(distance: number): Vec2
}

/** A table entry may be off by this share of the route's length (the model promises 1e-6). */
const WITHIN = 1e-7
const DEEPEST = 34

/** Makes a route ready for evaluation by distance. Never yields NaN, cusps and zero lengths included. */
export function compileRoute(cubic: Cubic): CompiledRoute {
  return isStraight(cubic) ? straightRoute(cubic) : curvedRoute(cubic)
}

function straightRoute(cubic: Cubic): CompiledRoute {
  const { from, to } = cubic
  const length = distanceBetween(from, to)
  const direction = endDirection(cubic, 'from')
  return {
    length,
    cubic,
    straight: true,
    pointInto(out, distance) {
      if (distance === length) {
        out[0] = to[0]
        out[1] = to[1]
        return
      }
      out[0] = from[0] + direction[0] * distance
      out[1] = from[1] + direction[1] * distance
    },
    parameterAt: (distance) => (length > 0 ? Math.min(1, Math.max(0, distance / length)) : 0),
    directionAt: () => direction,
  }
}

/** Where along the route each table entry stands, and how s grows with distance there. */
interface Table {
  readonly s: number[]
  readonly distance: number[]
}

function curvedRoute(cubic: Cubic): CompiledRoute {
  const table = tabulate(cubic)
  const distances = Float64Array.from(table.distance)
  const parameters = Float64Array.from(table.s)
  const grades = parameters.map((s) => 1 / cubicSpeed(cubic, s))
  const last = distances.length - 1
  const length = distances[last]!
  const start = endDirection(cubic, 'from')
  const end = endDirection(cubic, 'to')

  const parameterAt = (distance: number): number => {
    if (!(distance > 0) || length === 0) return 0
    if (distance >= length) return 1
    let low = 0
    let high = last
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (distances[middle]! <= distance) low = middle
      else high = middle
    }
    return inversePiece(distances, parameters, grades, low, distance)
  }
  return {
    length,
    cubic,
    straight: false,
    parameterAt,
    pointInto(out, distance) {
      if (distance <= 0) writeBeyond(out, cubic.from, start, distance)
      else if (distance >= length) writeBeyond(out, cubic.to, end, distance - length)
      else [out[0], out[1]] = cubicPoint(cubic, parameterAt(distance))
    },
    directionAt(distance) {
      if (distance <= 0) return start
      if (distance >= length) return end
      const tangent = cubicTangent(cubic, parameterAt(distance))
      const speed = Math.hypot(tangent[0], tangent[1])
      return speed > 0 ? [tangent[0] / speed, tangent[1] / speed] : end
    },
  }
}

function writeBeyond(out: Float64Array, point: Vec2, direction: Vec2, distance: number): void {
  out[0] = point[0] + direction[0] * distance
  out[1] = point[1] + direction[1] * distance
}

/** s at a distance inside table piece i. */
function inversePiece(
  distances: Float64Array,
  parameters: Float64Array,
  grades: Float64Array,
  i: number,
  distance: number,
): number {
  const span = distances[i + 1]! - distances[i]!
  const step = parameters[i + 1]! - parameters[i]!
  const g = (distance - distances[i]!) / span
  return hermite(parameters[i]!, step, grades[i]! * span, grades[i + 1]! * span, g)
}

/** A cubic Hermite step from `start` by `step`, or a straight one where an end runs off too steeply to stay monotone. */
function hermite(start: number, step: number, grade: number, next: number, g: number): number {
  if (!(grade < 3 * step && next < 3 * step)) return start + step * g
  return start + g * (grade + g * (3 * step - 2 * grade - next + g * (grade + next - 2 * step)))
}

/** Halves the route until the inverse is right in the middle of every piece, and pieces are smooth enough to measure. */
function tabulate(cubic: Cubic): Table {
  const table: Table = { s: [0], distance: [0] }
  const speed = squaredSpeed(cubic)
  const rough = pieceLength(speed, 0, 0.5) + pieceLength(speed, 0.5, 1)
  const within = WITHIN * rough
  const visit = (start: number, end: number, length: number, depth: number): void => {
    const middle = (start + end) / 2
    const first = pieceLength(speed, start, middle)
    const second = pieceLength(speed, middle, end)
    const settled = depth <= DEEPEST - 2 && isSettled(speed, { start, end, first, second, length }, within)
    if (depth === 0 || settled) {
      const before = table.distance[table.distance.length - 1]!
      table.s.push(middle, end)
      table.distance.push(before + first, before + first + second)
      return
    }
    visit(start, middle, first, depth - 1)
    visit(middle, end, second, depth - 1)
  }
  if (rough > 0) visit(0, 1, pieceLength(speed, 0, 1), DEEPEST)
  else {
    table.s.push(1)
    table.distance.push(0)
  }
  return table
}

interface Halved {
  readonly start: number
  readonly end: number
  readonly first: number
  readonly second: number
  readonly length: number
}

const speedAt = (speed: SquaredSpeed, s: number): number =>
  Math.sqrt(Math.max(0, (((speed[4]! * s + speed[3]!) * s + speed[2]!) * s + speed[1]!) * s + speed[0]!))

function isSettled(
  speed: SquaredSpeed,
  { start, end, first, second, length }: Halved,
  within: number,
): boolean {
  const measured = first + second
  if (measured < within) return true
  if (Math.abs(measured - length) > within * 1e-2) return false
  const step = end - start
  const g = first / measured
  const grade = measured / speedAt(speed, start)
  const next = measured / speedAt(speed, end)
  const guess = hermite(start, step, grade, next, g)
  const middle = (start + end) / 2
  return Math.abs(guess - middle) * speedAt(speed, middle) <= within
}
