import { fitRoute } from '../../../fit/index.ts'
import {
  chainRoutes,
  compileRoute,
  distanceBetween,
  isStraight,
  type Cubic,
  type Vec2,
} from '../../../route/index.ts'
import { evenCubic } from './evenCubic.ts'

/** Fewer straight ways than this are meant to be straight. */
const LEAST_CHORDS = 8
/** A sharper turn between two chords is a corner, cosine. */
const SHARPEST = Math.cos((25 * Math.PI) / 180)
/** Chords of one cubic at even steps of its parameter: fewer would be so by chance. */
const LEAST_EVEN = 5
/** So many of them are known to have been one: pieces of other curves are as good as cubic when they are short. */
const SURELY_EVEN = 16
/** How far a cubic may lie from the chords it stands for, px. */
const WITHIN = 0.05

/** Cubics, of which a run of many short straight ways that bends evenly becomes the few it was made from. */
export function withoutChords(cubics: readonly Cubic[]): readonly Cubic[] {
  const out: Cubic[] = []
  let run: Cubic[] = []
  const flush = (): void => {
    out.push(...(run.length < LEAST_CHORDS ? run : fittedRun(run)))
    run = []
  }
  for (const cubic of cubics) {
    const before = run.at(-1)
    if (!isStraight(cubic) || (before && cosineBetween(before, cubic) < SHARPEST)) flush()
    if (isStraight(cubic)) run.push(cubic)
    else out.push(cubic)
  }
  flush()
  return out
}

const directionOf = ({ from, to }: Cubic): Vec2 => {
  const length = distanceBetween(from, to)
  return [(to[0] - from[0]) / length, (to[1] - from[1]) / length]
}

function cosineBetween(one: Cubic, other: Cubic): number {
  const [a, b] = [directionOf(one), directionOf(other)]
  return a[0] * b[0] + a[1] * b[1]
}

/** Chords as the fewest cubics found that lie within tolerance, in line with each other. */
function fittedRun(chords: readonly Cubic[]): Cubic[] {
  const joints = chords.map((chord, i): Vec2 => {
    const [one, other] = [directionOf(chords[i - 1] ?? chord), directionOf(chord)]
    const sum: Vec2 = [one[0] + other[0], one[1] + other[1]]
    const length = Math.hypot(...sum)
    return [sum[0] / length, sum[1] / length]
  })
  joints.push(directionOf(chords.at(-1)!))
  // At its two ends a curve turns on by half of what it turns at the first joint.
  const mirrored = ([x, y]: Vec2, [ux, uy]: Vec2): Vec2 => {
    const along = x * ux + y * uy
    return [2 * along * ux - x, 2 * along * uy - y]
  }
  if (chords.length > 2) {
    joints[0] = mirrored(joints[1]!, directionOf(chords[0]!))
    joints[joints.length - 1] = mirrored(joints.at(-2)!, directionOf(chords.at(-1)!))
  }
  const fit = (from: number, to: number): Cubic | null => {
    const route = chainRoutes(chords.slice(from, to).map(compileRoute))
    const point = new Float64Array(2)
    const { cubic, error } = fitRoute(
      {
        length: route.length,
        pointAt: (share) => {
          route.pointInto(point, share * route.length)
          return [point[0]!, point[1]!]
        },
        leave: joints[from]!,
        arrive: joints[to]!,
      },
      { within: WITHIN },
    )
    return error <= WITHIN ? cubic : null
  }
  const points = [chords[0]!.from, ...chords.map(({ to }) => to)]
  const even = (from: number, to: number): Cubic | null => evenCubic(points.slice(from, to + 1))
  const count = chords.length
  const out: Cubic[] = []
  for (let from = 0; from < count;) {
    const single = { cubic: chords[from]!, to: from + 1 }
    const exact = longestFit(from, { fit: even, count, least: LEAST_EVEN })
    const isSure = exact !== null && exact.to - from >= SURELY_EVEN
    const near = isSure ? null : longestFit(from, { fit, count, least: 2 })
    const { cubic, to } = near && near.to > (exact?.to ?? 0) ? near : (exact ?? single)
    out.push(cubic)
    from = to
  }
  return out
}

interface LongestFit {
  readonly fit: (from: number, to: number) => Cubic | null
  readonly count: number
  /** As few chords as are tried. */
  readonly least: number
}

/**
 * The longest run of chords from one on that a cubic stands for: doubled while that goes, then halved in between. Null where none
 * does.
 */
function longestFit(
  from: number,
  { fit, count, least }: LongestFit,
): { readonly cubic: Cubic; readonly to: number } | null {
  let best: Cubic | null = null
  let [to, beyond] = [from + least - 1, count + 1]
  for (let step = least; from + step < beyond; step *= 2) {
    const cubic = fit(from, from + step)
    if (cubic) [best, to] = [cubic, from + step]
    else beyond = from + step
  }
  while (beyond - to > 1) {
    const middle = Math.floor((to + beyond) / 2)
    const cubic = middle <= count ? fit(from, middle) : null
    if (cubic) [best, to] = [cubic, middle]
    else beyond = middle
  }
  return best && { cubic: best, to }
}
