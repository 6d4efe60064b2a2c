import { clamp } from '../../number/index.ts'
import { NO_LINKS, type BendLibrary, type PlainBend } from '../../bend/index.ts'
import { fitRoute, type Path } from '../../fit/index.ts'
import {
  compileProperty,
  fitBend,
  valueInto,
  type CompiledProperty,
  type Key,
  type KeyRoute,
  type Property,
} from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import { asTicks } from '../../time/index.ts'
import type { MakeId } from '../refs.ts'

export interface Axes {
  readonly x: Property
  readonly y: Property
  /** Largest distance from the position of the two, px. */
  readonly within: number
  /** Ticks between two looks. */
  readonly step: number
  readonly makeId: MakeId
  readonly library: BendLibrary
  /** Follows the two across their keys, as if those were mere looks at one long movement. */
  readonly across?: boolean
}

/** Halvings of a stretch whose route or pace one cubic does not follow. */
const DEEPEST = 12
/** Points by which a path is measured and followed. */
const POINTS = 256

/**
 * A place that goes where two numbers go. A stretch that both share, bends and all, is a straight route; others get
 * a fitted route and pace, and are halved until those are near enough.
 * @param position what the place is to be otherwise
 */
export function joinAxes(position: Property, axes: Axes): Property {
  const { makeId, library } = axes
  const [x, y] = [compileProperty(axes.x, library), compileProperty(axes.y, library)]
  const value: Vec2 = [x.values[0]!, y.values[0]!]
  const rules = sharedRules(axes)
  const all = [...new Set([...x.times, ...y.times])].sort((a, b) => a - b)
  if (all.length === 0) return { ...position, ...rules, value, keys: [] }
  const times = axes.across ? [all[0]!, all[all.length - 1]!] : all
  const stretches = times.slice(1).flatMap((end, i) => {
    const start = times[i]!
    return sharedStretch(x, y, start, end) ?? followed({ ...axes, x, y }, start, end, DEEPEST)
  })
  const keys = stretches.map((stretch, i): Key => {
    const before = stretches[i - 1]
    return keyOf(makeId(), stretch, before)
  })
  const last = stretches[stretches.length - 1]
  const end = times[times.length - 1]!
  const to = pointAt(x, y, end)
  keys.push({
    id: makeId(),
    t: asTicks(end),
    value: to,
    bend: { kind: 'linear' },
    through: 'corner',
    ...routeOf(last?.arrive ?? [0, 0], [0, 0]),
  })
  return { ...position, ...rules, value, keys }
}

/** What goes on outside the keys, where both axes agree. */
function sharedRules({ x, y }: Axes): Pick<Property, 'before' | 'after'> {
  return {
    ...(x.before && x.before === y.before ? { before: x.before } : {}),
    ...(x.after && x.after === y.after ? { after: x.after } : {}),
  }
}

/** A stretch of the joined position: where it starts and how it goes on from there. */
interface Stretch {
  readonly start: number
  readonly from: Vec2
  readonly bend: Key['bend']
  readonly leave: Vec2
  readonly arrive: Vec2
}

function pointAt(x: CompiledProperty, y: CompiledProperty, time: number): Vec2 {
  const out = new Float64Array(2)
  valueInto(out.subarray(0, 1), x, time)
  valueInto(out.subarray(1, 2), y, time)
  return [out[0]!, out[1]!]
}

function keyOf(id: string, { start, from, bend, leave }: Stretch, before?: Stretch): Key {
  return {
    id,
    t: asTicks(start),
    value: from,
    bend,
    through: 'corner',
    ...routeOf(before?.arrive ?? [0, 0], leave),
  }
}

function routeOf(arrive: Vec2, leave: Vec2): { route?: KeyRoute } {
  if ([...arrive, ...leave].every((part) => part === 0)) return {}
  return { route: { arrive, leave, through: 'corner' } }
}

/** A stretch both axes run alike, as a straight route with their common bend; null where they do not. */
function sharedStretch(
  x: CompiledProperty,
  y: CompiledProperty,
  start: number,
  end: number,
): Stretch[] | null {
  const [i, k] = [spanOf(x, start, end), spanOf(y, start, end)]
  if (i === null || k === null) return null
  const bends = [x.bends[i]!, y.bends[k]!]
  if (bends.some(isLifted) || JSON.stringify(bends[0]) !== JSON.stringify(bends[1])) return null
  const bend = x.keys[i]!.through === 'smooth' ? bends[0]! : x.keys[i]!.bend
  return [{ start, from: pointAt(x, y, start), bend, leave: [0, 0], arrive: [0, 0] }]
}

/** The span that runs over just this stretch; null where none does. */
function spanOf({ times }: CompiledProperty, start: number, end: number): number | null {
  const at = times.indexOf(start)
  return at >= 0 && times[at + 1] === end ? at : null
}

const isLifted = (bend: PlainBend): boolean =>
  bend.kind === 'handles' && Boolean(bend.leave.lift ?? bend.arrive.lift)

interface Followed extends Omit<Axes, 'x' | 'y'> {
  readonly x: CompiledProperty
  readonly y: CompiledProperty
}

/** Fitted stretches from `start` to `end`. */
function followed(axes: Followed, start: number, end: number, depth: number): Stretch[] {
  const { x, y, within, step } = axes
  const length = end - start
  const points = Array.from({ length: POINTS + 1 }, (_, i) => pointAt(x, y, start + (i / POINTS) * length))
  const from = points[0]!
  const line = alongLine(points, within / 100)
  const { path, distances } = line ? { path: null, distances: line } : measured(points)
  if (path && path.length < 1e-9)
    return [{ start, from, bend: { kind: 'linear' }, leave: [0, 0], arrive: [0, 0] }]
  const arms = path ? armsOf(path) : { leave: [0, 0] as const, arrive: [0, 0] as const }
  const stretch: Stretch = { start, from, bend: fitBend(paceOf(distances, start, end), start, end), ...arms }
  const to = points[points.length - 1]!
  if (gapOf(axes, stretch, end, to) <= within || depth === 0 || length <= step) return [stretch]
  const middle = Math.round(turnNear(points) * length + start)
  const at = middle > start && middle < end ? middle : Math.round(start + length / 2)
  return [...followed(axes, start, at, depth - 1), ...followed(axes, at, end, depth - 1)]
}

/** A path through points, measured along its chords. */
function measured(points: readonly Vec2[]): { path: Path; distances: number[] } {
  let sum = 0
  const distances = points.map((point, i) => {
    const before = points[i - 1] ?? point
    return (sum += Math.hypot(point[0] - before[0], point[1] - before[1]))
  })
  const direction = (from: number, by: 1 | -1): Vec2 => {
    const start = points[from]!
    for (let i = from + by; i >= 0 && i < points.length; i += by) {
      const [dx, dy] = [points[i]![0] - start[0], points[i]![1] - start[1]]
      const size = Math.hypot(dx, dy)
      if (size > 1e-9 * sum) return [(by * dx) / size, (by * dy) / size]
    }
    return [0, 0]
  }
  const pointAtShare = (share: number): Vec2 => {
    const distance = clamp(share, 0, 1) * sum
    let i = distances.findIndex((reached) => reached >= distance)
    if (i <= 0) i = share <= 0 ? 1 : Math.max(1, i)
    const [a, b] = [points[i - 1]!, points[i]!]
    const gap = distances[i]! - distances[i - 1]!
    const part = gap > 0 ? (distance - distances[i - 1]!) / gap : 0
    return [a[0] + part * (b[0] - a[0]), a[1] + part * (b[1] - a[1])]
  }
  const path: Path = {
    length: sum,
    pointAt: pointAtShare,
    leave: direction(0, 1),
    arrive: direction(points.length - 1, -1),
  }
  return { path, distances }
}

/**
 * How far along the line from the first to the last point each point is, px, back and beyond too; null where one lies
 * off that line.
 */
function alongLine(points: readonly Vec2[], within: number): number[] | null {
  const [a, b] = [points[0]!, points[points.length - 1]!]
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const size = Math.hypot(dx, dy)
  if (size < within) return null
  const off = ([x, y]: Vec2): number => Math.abs((x - a[0]) * dy - (y - a[1]) * dx) / size
  if (!points.every((point) => off(point) <= within)) return null
  return points.map(([x, y]) => ((x - a[0]) * dx + (y - a[1]) * dy) / size)
}

/** The handles of the fitted route. */
function armsOf(path: Path): { leave: Vec2; arrive: Vec2 } {
  const { from, leave, arrive, to } = fitRoute(path).cubic
  const offset = (a: Vec2, b: Vec2): Vec2 => [b[0] - a[0], b[1] - a[1]]
  return { leave: offset(from, leave), arrive: offset(to, arrive) }
}

/** The distance travelled, as a property over the stretch, so that a bend can be fitted to it. */
function paceOf(distances: readonly number[], start: number, end: number): CompiledProperty {
  const last = distances.length - 1
  const keys = distances.flatMap((distance, i): Key[] => {
    const t = Math.round(start + (i / last) * (end - start))
    return [{ id: String(i), t: asTicks(t), value: distance, bend: { kind: 'linear' }, through: 'smooth' }]
  })
  const apart = keys.filter(({ t }, i) => i === 0 || t > keys[i - 1]!.t)
  return compileProperty({ kind: 'number', value: 0, keys: apart }, NO_LINKS)
}

function gapOf(
  { x, y, step, library }: Followed,
  { start, from, bend, leave, arrive }: Stretch,
  end: number,
  to: Vec2,
): number {
  const ends: Key[] = [
    { id: 'a', t: asTicks(start), value: from, bend, through: 'corner', ...routeOf([0, 0], leave) },
    {
      id: 'b',
      t: asTicks(end),
      value: to,
      bend: { kind: 'linear' },
      through: 'corner',
      ...routeOf(arrive, [0, 0]),
    },
  ]
  const place = compileProperty({ kind: 'place', value: from, keys: ends }, library)
  const out = new Float64Array(2)
  const count = Math.max(16, Math.ceil((end - start) / step))
  let worst = 0
  for (let i = 0; i < count; i += 1) {
    const time = start + ((i + 0.5) / count) * (end - start)
    valueInto(out, place, time)
    const [wantX, wantY] = pointAt(x, y, time)
    worst = Math.max(worst, Math.hypot(out[0]! - wantX, out[1]! - wantY))
  }
  return worst
}

/** Where a path turns back on itself most sharply, as a share of the stretch's time; its middle where it does not. */
function turnNear(points: readonly Vec2[]): number {
  let sharpest = 0
  let at = 0.5
  const last = points.length - 1
  for (let i = 8; i < last - 8; i += 1) {
    const [a, b, c] = [points[i - 1]!, points[i]!, points[i + 1]!]
    const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]]
    const size = Math.hypot(ux, uy) * Math.hypot(vx, vy)
    const turn = size > 0 ? 1 - (ux * vx + uy * vy) / size : 0
    if (turn > sharpest && turn > 0.5) {
      sharpest = turn
      at = i / last
    }
  }
  return at
}
