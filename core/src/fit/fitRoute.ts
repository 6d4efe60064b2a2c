import { chainRoutes, compileRoute, type CompiledRoute, type Cubic, type Vec2 } from '../route/index.ts'

export interface FittedRoute {
  readonly cubic: Cubic
  /** Largest distance between path and cubic at equal shares of their lengths, px. */
  readonly error: number
}

/** A path the fitter follows: points by share of its length, and unit directions at its two ends. */
export interface Path {
  readonly length: number
  pointAt(share: number): Vec2
  readonly leave: Vec2
  readonly arrive: Vec2
}

export interface FitRouteOptions {
  /** A cubic this near is near enough, px; one whose first guess is far beyond it is given up. The nearest is looked for when left out. */
  readonly within?: number
}

/** Times the distance that is near enough, beyond which looking on has not been seen to help. */
const HOPELESS = 12
const LOOKS = 32
const ROUNDS = 20
/** Step of the handles' lengths by which the fit feels its way, as a share of the path. */
const FEELER = 1e-6

/**
 * The cubic Bézier nearest to a path, from end to end and along its end directions, compared at equal shares of
 * their lengths: routes are travelled by distance.
 * Source: after P. J. Schneider, 'An algorithm for automatically fitting digitized curves', Graphics Gems (1990): two
 * handles' lengths along given tangents; here found by Gauss–Newton steps damped after Levenberg and Marquardt
 * (textbook), with the looks matched by distance instead of by his parameters.
 */
export function fitRoute(path: Path, { within = 0 }: FitRouteOptions = {}): FittedRoute {
  const ends: Ends = { from: path.pointAt(0), to: path.pointAt(1), leave: path.leave, arrive: path.arrive }
  const looks = Array.from({ length: LOOKS - 1 }, (_, i) => path.pointAt((i + 1) / LOOKS))
  const missesOf = (lengths: Lengths): Float64Array => missesInto(looks, cubicOf(ends, lengths))
  const first = firstLengths(looks, ends)
  let best: FittedRoute = { cubic: cubicOf(ends, first), error: largest(missesOf(first)) }
  if (within > 0 && (best.error <= within || best.error > HOPELESS * within)) return best
  const third = path.length / 3
  for (const start of [first, [third, third], [2 * third, third / 2], [third / 2, 2 * third]]) {
    const lengths = nearestLengths(start as Lengths, missesOf, { size: path.length, within })
    const error = largest(missesOf(lengths))
    if (error < best.error) best = { cubic: cubicOf(ends, lengths), error }
    if (best.error < Math.max(within, 1e-7 * path.length)) break
  }
  return best
}

function nearestLengths(
  start: Lengths,
  missesOf: (lengths: Lengths) => Float64Array,
  { size, within }: { readonly size: number; readonly within: number },
): Lengths {
  let lengths = start
  let misses = missesOf(lengths)
  let sum = squares(misses)
  let damping = 1e-3
  const feel = FEELER * size
  // Where all misses together are within it, each is.
  const enough = Math.max(1e-11 * size, within) ** 2
  for (let round = 0; round < ROUNDS && sum > enough; round += 1) {
    const [j0, j1] = [
      missesOf([lengths[0] + feel, lengths[1]]).map((miss, i) => (miss - misses[i]!) / feel),
      missesOf([lengths[0], lengths[1] + feel]).map((miss, i) => (miss - misses[i]!) / feel),
    ]
    const [n00, n01, n11] = [
      product(j0, j0) * (1 + damping),
      product(j0, j1),
      product(j1, j1) * (1 + damping),
    ]
    const [d0, d1] = [product(j0, misses), product(j1, misses)]
    const det = n00 * n11 - n01 * n01
    if (!(det > 0)) break
    const next: Lengths = [
      Math.max(0, lengths[0] - (n11 * d0 - n01 * d1) / det),
      Math.max(0, lengths[1] - (n00 * d1 - n01 * d0) / det),
    ]
    const tried = missesOf(next)
    const triedSum = squares(tried)
    if (triedSum >= sum) {
      damping *= 16
      if (damping > 1e8) break
      continue
    }
    const gain = (sum - triedSum) / sum
    lengths = next
    misses = tried
    sum = triedSum
    damping /= 16
    if (gain < 1e-6) break
  }
  return lengths
}

const product = (a: Float64Array, b: Float64Array): number =>
  a.reduce((sum, part, i) => sum + part * b[i]!, 0)
const squares = (list: Float64Array): number => product(list, list)

/** x and y by which a cubic misses each look at the same share of its length. */
function missesInto(looks: readonly Vec2[], cubic: Cubic): Float64Array {
  const route = compileRoute(cubic)
  const out = new Float64Array(2)
  const misses = new Float64Array(2 * looks.length)
  looks.forEach(([x, y], i) => {
    route.pointInto(out, ((i + 1) / LOOKS) * route.length)
    misses[2 * i] = out[0]! - x
    misses[2 * i + 1] = out[1]! - y
  })
  return misses
}

function largest(misses: Float64Array): number {
  let worst = 0
  for (let i = 0; i < misses.length; i += 2) worst = Math.max(worst, Math.hypot(misses[i]!, misses[i + 1]!))
  return worst
}

/** A route as a path. */
export function pathOfRoute(route: CompiledRoute): Path {
  const out = new Float64Array(2)
  return {
    length: route.length,
    pointAt: (share) => {
      route.pointInto(out, share * route.length)
      return [out[0]!, out[1]!]
    },
    leave: route.directionAt(0),
    arrive: route.directionAt(route.length),
  }
}

/** Several routes, one after another, as one cubic. */
export function mergeRoutes(routes: readonly CompiledRoute[]): FittedRoute {
  return fitRoute(pathOfRoute(chainRoutes(routes)))
}

const distance = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1])
const dot = (a: Vec2, b: Vec2): number => a[0] * b[0] + a[1] * b[1]

interface Ends {
  readonly from: Vec2
  readonly to: Vec2
  /** Unit directions of travel at the two ends. */
  readonly leave: Vec2
  readonly arrive: Vec2
}

type Lengths = readonly [leave: number, arrive: number]

function cubicOf({ from, to, leave, arrive }: Ends, [first, second]: Lengths): Cubic {
  return {
    from,
    leave: [from[0] + first * leave[0], from[1] + first * leave[1]],
    arrive: [to[0] - second * arrive[0], to[1] - second * arrive[1]],
    to,
  }
}

/** Schneider's least squares with the looks' shares for parameters; thirds of the way where that fails. */
function firstLengths(looks: readonly Vec2[], { from, to, leave, arrive }: Ends): Lengths {
  let [c00, c01, c11, x0, x1] = [0, 0, 0, 0, 0]
  looks.forEach((point, i) => {
    const s = (i + 1) / LOOKS
    const r = 1 - s
    const [b1, b2] = [3 * r * r * s, 3 * r * s * s]
    const early = r * r * r + b1
    const late = b2 + s * s * s
    const rest: Vec2 = [point[0] - from[0] * early - to[0] * late, point[1] - from[1] * early - to[1] * late]
    c00 += b1 * b1 * dot(leave, leave)
    c01 -= b1 * b2 * dot(leave, arrive)
    c11 += b2 * b2 * dot(arrive, arrive)
    x0 += b1 * dot(leave, rest)
    x1 -= b2 * dot(arrive, rest)
  })
  const det = c00 * c11 - c01 * c01
  if (det > 1e-12 * c00 * c11) {
    const found: Lengths = [(x0 * c11 - x1 * c01) / det, (x1 * c00 - x0 * c01) / det]
    if (found[0] > 0 && found[1] > 0) return found
  }
  const third = distance(from, to) / 3
  return [third, third]
}
