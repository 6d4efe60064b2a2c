import svgpath from 'svgpath'
import { fitRoute } from '../../../fit/index.ts'
import { compileRoute, chainRoutes, distanceBetween, type Cubic, type Vec2 } from '../../../route/index.ts'

/** Points nearer than this are one, px. */
const SAME = 1e-9

/**
 * The first subpath of path data as cubics, without pieces of no length; a run of many short straight ways that bends evenly
 * becomes the few cubics it was made from.
 * Source: W3C, SVG 2, section 9.3, read by svgpath.
 */
export function cubicsOfPath(data: string): readonly Cubic[] {
  const cubics: Cubic[] = []
  let [start, subpaths]: [Vec2, number] = [[0, 0], 0]
  svgpath(data)
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      const from: Vec2 = [x, y]
      const numbers = segment.slice(1) as number[]
      const point = (i: number): Vec2 => [numbers[i]!, numbers[i + 1]!]
      const straight = (to: Vec2): Cubic => ({ from, leave: from, arrive: to, to })
      if (segment[0] === 'M') {
        subpaths += 1
        start = point(0)
      }
      if (subpaths > 1) return
      const third = (end: Vec2): Vec2 => [
        end[0] + (2 / 3) * (numbers[0]! - end[0]),
        end[1] + (2 / 3) * (numbers[1]! - end[1]),
      ]
      const made: Readonly<Record<string, () => Cubic>> = {
        L: () => straight(point(0)),
        H: () => straight([numbers[0]!, y]),
        V: () => straight([x, numbers[0]!]),
        C: () => ({ from, leave: point(0), arrive: point(2), to: point(4) }),
        Q: () => ({ from, leave: third(from), arrive: third(point(2)), to: point(2) }),
        Z: () => straight(start),
        z: () => straight(start),
      }
      const cubic = made[segment[0]]?.()
      if (cubic && compileRoute(cubic).length > SAME) cubics.push(cubic)
    })
  return withoutChords(cubics)
}

/** Fewer straight ways than this are meant to be straight. */
const LEAST_CHORDS = 8
/** A sharper turn between two chords is a corner, cosine. */
const SHARPEST = Math.cos((25 * Math.PI) / 180)
/** How far a cubic may lie from the chords it stands for, px. */
const WITHIN = 0.05

function withoutChords(cubics: readonly Cubic[]): readonly Cubic[] {
  const out: Cubic[] = []
  let run: Cubic[] = []
  const flush = (): void => {
    out.push(...(run.length < LEAST_CHORDS ? run : fittedRun(run)))
    run = []
  }
  for (const cubic of cubics) {
    const before = run.at(-1)
    if (!isChord(cubic) || (before && cosineBetween(before, cubic) < SHARPEST)) flush()
    if (isChord(cubic)) run.push(cubic)
    else out.push(cubic)
  }
  flush()
  return out
}

const isChord = ({ from, leave, arrive, to }: Cubic): boolean => leave === from && arrive === to

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
    const { cubic, error } = fitRoute({
      length: route.length,
      pointAt: (share) => {
        route.pointInto(point, share * route.length)
        return [point[0]!, point[1]!]
      },
      leave: joints[from]!,
      arrive: joints[to]!,
    })
    return error <= WITHIN ? cubic : null
  }
  const out: Cubic[] = []
  for (let from = 0; from < chords.length;) {
    let [to, best] = [from + 1, chords[from]!]
    for (let step = chords.length - from; step >= 1; step = Math.floor(step / 2)) {
      const end = to + step
      const cubic = end <= chords.length ? fit(from, end) : null
      if (cubic) [to, best] = [end, cubic]
    }
    out.push(best)
    from = to
  }
  return out
}
