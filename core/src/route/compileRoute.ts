import { clamp } from '../number/index.ts'
import { measureCubic, pieceLength, TABLE_STRIDE, type LengthTable } from './arcLength.ts'
import { cubicTangent, endDirection, isStraight, type Cubic } from './cubic.ts'
import { speedAt, speedOf, type CubicSpeed } from './speedOf.ts'
import { distanceBetween, type Vec2 } from './vec2.ts'

/** Where a distance falls: which cubic, and the Bézier parameter on it, 0 … 1. */
export interface RoutePoint {
  readonly piece: number
  readonly s: number
}

/** A route made ready: its length, and points by distance along it. */
export interface CompiledRoute {
  /** px */
  readonly length: number
  readonly cubics: readonly Cubic[]
  /** Whether it is one straight run. */
  readonly straight: boolean
  /** Writes the point at a distance from the start to out[0], out[1]; beyond the ends it goes straight on. */
  pointInto(out: Float64Array, distance: number): void
  /** Where on its cubics a distance falls; beyond the ends the nearer end. */
  locate(distance: number): RoutePoint
  /** Distance at which the nth of its cubics begins, px. */
  pieceStart(piece: number): number
  /** Distance of a point of one of its cubics, px: the other way round from `locate`. */
  distanceOf(point: RoutePoint): number
  /** Unit direction of travel at a distance; the limit of the tangent where the speed is zero, [0, 0] on a point. */
  directionAt(distance: number): Vec2
}

/** A point's distance may be off by this share of the route's length (the model promises 1e-6). */
const WITHIN = 1e-7
/** A step this small a share of its piece is summed by the cheapest rule. */
const SMALL_STEP = 0.02
/** Newton's method with bisection needs at most this many steps to the last bit. */
const MOST_STEPS = 60

/** Makes a route ready for evaluation by distance. Never yields NaN, cusps and zero lengths included. */
export function compileRoute(cubic: Cubic): CompiledRoute {
  return isStraight(cubic) ? new StraightRoute(cubic) : new CurvedRoute(cubic)
}

class StraightRoute implements CompiledRoute {
  readonly straight = true
  readonly length: number
  readonly cubics: readonly Cubic[]
  private readonly direction: Vec2

  constructor(private readonly cubic: Cubic) {
    this.cubics = [cubic]
    this.length = distanceBetween(cubic.from, cubic.to)
    this.direction = endDirection(cubic, 'from')
  }

  pointInto(out: Float64Array, distance: number): void {
    const { from, to } = this.cubic
    if (distance === this.length) {
      out[0] = to[0]
      out[1] = to[1]
      return
    }
    out[0] = from[0] + this.direction[0] * distance
    out[1] = from[1] + this.direction[1] * distance
  }

  /** On a straight run without handles, distance and parameter are not proportional: distance = length·(3s² − 2s³). */
  locate(distance: number): RoutePoint {
    const share = this.length > 0 ? clamp(distance / this.length, 0, 1) : 0
    return { piece: 0, s: 0.5 - Math.sin(Math.asin(1 - 2 * share) / 3) }
  }

  pieceStart(piece: number): number {
    return piece === 0 ? 0 : this.length
  }

  /** Without handles the parameter s has gone 3s² − 2s³ of the way. */
  distanceOf({ s }: RoutePoint): number {
    return this.length * s * s * (3 - 2 * s)
  }

  directionAt(): Vec2 {
    return this.direction
  }
}

class CurvedRoute implements CompiledRoute {
  readonly straight = false
  readonly length: number
  private readonly speed: CubicSpeed
  private readonly table: LengthTable

  constructor(private readonly cubic: Cubic) {
    this.speed = speedOf(cubic)
    this.table = measureCubic(this.speed)
    this.length = this.table[this.table.length - TABLE_STRIDE]!
  }

  get cubics(): readonly Cubic[] {
    return [this.cubic]
  }

  pointInto(out: Float64Array, distance: number): void {
    const { from, leave, arrive, to } = this.cubic
    if (distance <= 0) writeBeyond(out, from, endDirection(this.cubic, 'from'), distance)
    else if (distance >= this.length)
      writeBeyond(out, to, endDirection(this.cubic, 'to'), distance - this.length)
    else {
      const s = this.parameterAt(distance)
      const r = 1 - s
      const w0 = r * r * r
      const w1 = 3 * r * r * s
      const w2 = 3 * r * s * s
      const w3 = s * s * s
      out[0] = w0 * from[0] + w1 * leave[0] + w2 * arrive[0] + w3 * to[0]
      out[1] = w0 * from[1] + w1 * leave[1] + w2 * arrive[1] + w3 * to[1]
    }
  }

  locate(distance: number): RoutePoint {
    return { piece: 0, s: this.parameterAt(distance) }
  }

  pieceStart(piece: number): number {
    return piece === 0 ? 0 : this.length
  }

  distanceOf({ s }: RoutePoint): number {
    const { speed, table } = this
    let start = 0
    let before = 0
    for (let at = 0; at < table.length; at += TABLE_STRIDE) {
      const end = table[at + 1]!
      if (s <= end) return before + pieceLength(speed, table[at + 2]!, start, s)
      start = end
      before = table[at]!
    }
    return this.length
  }

  directionAt(distance: number): Vec2 {
    if (distance <= 0) return endDirection(this.cubic, 'from')
    if (distance >= this.length) return endDirection(this.cubic, 'to')
    const tangent = cubicTangent(this.cubic, this.parameterAt(distance))
    const speed = Math.hypot(tangent[0], tangent[1])
    return speed > 0 ? [tangent[0] / speed, tangent[1] / speed] : endDirection(this.cubic, 'to')
  }

  /**
   * Newton's method inside a bracket, from a Hermite step of the inverse. The way to the first guess is summed whole;
   * each step after adds the little it moves.
   */
  private parameterAt(distance: number): number {
    const { speed, table } = this
    if (!(distance > 0) || this.length === 0) return 0
    if (distance >= this.length) return 1
    let at = 0
    while (table[at]! <= distance) at += TABLE_STRIDE
    const start = at > 0 ? table[at - TABLE_STRIDE + 1]! : 0
    const before = at > 0 ? table[at - TABLE_STRIDE]! : 0
    const bracket = { low: start, high: table[at + 1]! }
    let s = firstGuess(speed, bracket, (distance - before) / (table[at]! - before), table[at]! - before)
    let miss = pieceLength(speed, table[at + 2]!, start, s) - (distance - before)
    for (let step = 0; step < MOST_STEPS && Math.abs(miss) > WITHIN * this.length; step += 1) {
      if (miss > 0) bracket.high = s
      else bracket.low = s
      const newton = s - miss / speedAt(speed, s)
      const inside = newton > bracket.low && newton < bracket.high
      const next = inside ? newton : (bracket.low + bracket.high) / 2
      const small = Math.abs(next - s) < SMALL_STEP * (table[at + 1]! - start)
      miss = small
        ? miss + pieceLength(speed, 0, s, next)
        : pieceLength(speed, table[at + 2]!, start, next) - (distance - before)
      s = next
    }
    return s
  }
}

/** A Hermite step of the inverse over a piece, or a straight one where an end runs off too steeply to stay monotone. */
function firstGuess(
  speed: CubicSpeed,
  { low, high }: { readonly low: number; readonly high: number },
  share: number,
  span: number,
): number {
  const step = high - low
  const grade = span / speedAt(speed, low)
  const next = span / speedAt(speed, high)
  if (!(grade < 3 * step && next < 3 * step)) return low + share * step
  return low + share * (grade + share * (3 * step - 2 * grade - next + share * (grade + next - 2 * step)))
}

/**
 * Several routes one after another as one.
 * @param routes at least one, each beginning where the one before ends
 */
export function chainRoutes(routes: readonly CompiledRoute[]): CompiledRoute {
  return routes.length === 1 ? routes[0]! : new ChainedRoute(routes)
}

class ChainedRoute implements CompiledRoute {
  readonly straight = false
  readonly length: number
  readonly cubics: readonly Cubic[]
  private readonly starts: readonly number[]

  constructor(private readonly routes: readonly CompiledRoute[]) {
    let travelled = 0
    this.starts = routes.map((route) => (travelled += route.length) - route.length)
    this.length = travelled
    this.cubics = routes.flatMap((route) => route.cubics)
  }

  pointInto(out: Float64Array, distance: number): void {
    const piece = this.pieceAt(distance)
    this.routes[piece]!.pointInto(out, distance - this.starts[piece]!)
  }

  locate(distance: number): RoutePoint {
    const piece = this.pieceAt(distance)
    return { piece, s: this.routes[piece]!.locate(distance - this.starts[piece]!).s }
  }

  pieceStart(piece: number): number {
    return this.starts[piece] ?? this.length
  }

  distanceOf({ piece, s }: RoutePoint): number {
    return this.starts[piece]! + this.routes[piece]!.distanceOf({ piece: 0, s })
  }

  directionAt(distance: number): Vec2 {
    const piece = this.pieceAt(distance)
    return this.routes[piece]!.directionAt(distance - this.starts[piece]!)
  }

  /** Pieces without length are passed over, so that they lend no direction; the last that has one goes on for ever. */
  private pieceAt(distance: number): number {
    let piece = this.routes.findIndex((route) => route.length > 0)
    if (piece < 0) return 0
    for (let next = piece + 1; next < this.routes.length; next += 1) {
      if (distance >= this.starts[next]! && this.routes[next]!.length > 0) piece = next
    }
    return piece
  }
}

function writeBeyond(out: Float64Array, point: Vec2, direction: Vec2, distance: number): void {
  out[0] = point[0] + direction[0] * distance
  out[1] = point[1] + direction[1] * distance
}
