import { clamp } from '@arrow-bend/core/number'
import { spanAt, valueAt, type PlaceSpan, type Through } from '@arrow-bend/core/property'
import { frameTicks, nearestFrame, type FrameRate } from '@arrow-bend/core/time'
import type { Point, RouteGeometry } from './routeGeometry.ts'

/** The line from one key to the next, on the screen. */
export interface RoutePiece {
  /** The key it begins at. */
  readonly key: string
  readonly index: number
  readonly path: string
}

export interface RouteBead {
  readonly key: string
  readonly index: number
  readonly x: number
  readonly y: number
  /** Key numbers, shared by beads on one spot; empty for all but the first of those. */
  readonly label: string
  readonly waypoint: boolean
  readonly through: Through
}

/** A spacing mark: one short line across the route. */
export interface RouteMark {
  readonly frame: number
  readonly path: string
}

/** A layer's route as SVG on the screen. */
export interface RouteDrawing {
  readonly path: string
  /** px of the place, over all spans. */
  readonly length: number
  readonly pieces: readonly RoutePiece[]
  readonly marks: readonly RouteMark[]
  readonly beads: readonly RouteBead[]
}

/** Half length of a mark and of every tenth, px. */
const MARK = 3.25
const TENTH = 6
/** Least mean gap between marks, and least gap between two drawn, px. */
const MEAN_GAP = 3.6
const LEAST_GAP = 1.9

const KNOWN = new WeakMap<RouteGeometry, { rate: FrameRate; drawing: RouteDrawing }>()

/** What a route looks like; made once for a geometry. */
export function drawRoute(geometry: RouteGeometry, rate: FrameRate): RouteDrawing {
  const known = KNOWN.get(geometry)
  if (known?.rate === rate) return known.drawing
  const spans = geometry.compiled.spans as readonly PlaceSpan[]
  const pieces = piecesOf(geometry)
  const drawing: RouteDrawing = {
    path: lineOf(pieces),
    length: spans.reduce((sum, { route }) => sum + route.length, 0),
    pieces,
    marks: marksOf(geometry, rate),
    beads: beadsOf(geometry),
  }
  KNOWN.set(geometry, { rate, drawing })
  return drawing
}

/** The line of a route alone, as path data. */
export const routeLine = (geometry: RouteGeometry): string => lineOf(piecesOf(geometry))

const lineOf = (pieces: readonly RoutePiece[]): string =>
  pieces.map(({ path }, i) => (i === 0 ? path : path.slice(path.indexOf('C')))).join('')

function piecesOf({ property, compiled, onScreen }: RouteGeometry): RoutePiece[] {
  const cubics = (compiled.spans as readonly PlaceSpan[]).flatMap(({ route }) => route.cubics)
  return cubics.map((cubic, index): RoutePiece => {
    const points = [cubic.leave, cubic.arrive, cubic.to].map((point) => text(onScreen(point)))
    return {
      key: property.keys[index]!.id,
      index,
      path: `M${text(onScreen(cubic.from))}C${points.join(' ')}`,
    }
  })
}

/** How far along its route a place has come at a moment, px of the place. */
export function travelledAt({ compiled }: RouteGeometry, time: number): number {
  const { times } = compiled
  const spans = compiled.spans as readonly PlaceSpan[]
  if (time <= times[0]!) return 0
  const at = time >= times[times.length - 1]! ? spans.length : spanAt(compiled, time)
  const before = spans.slice(0, at).reduce((sum, { route }) => sum + route.length, 0)
  const span = spans[at]
  if (!span) return before
  const distance = span.distanceAt((time - times[at]!) / (times[at + 1]! - times[at]!))
  return before + clamp(distance, 0, span.route.length)
}

/** A point as path data. */
export const text = ([x, y]: Point): string => `${x.toFixed(1)} ${y.toFixed(1)}`

function beadsOf({ property: { keys }, onScreen }: RouteGeometry): RouteBead[] {
  const points = keys.map((key) => onScreen(key.value as Point))
  return keys.map((key, index) => {
    const [x, y] = points[index]!
    const together = points.flatMap((point, k) => (distance(point, [x, y]) < 1 ? [k + 1] : []))
    return {
      key: key.id,
      index,
      x,
      y,
      label: together[0] === index + 1 ? together.join(', ') : '',
      waypoint: key.timeless ?? false,
      through: key.route?.through ?? 'corner',
    }
  })
}

/** One mark a frame, or every second, fifth or tenth where they would lie too close; tenths are longer and never left out. */
function marksOf({ compiled, onScreen }: RouteGeometry, rate: FrameRate): RouteMark[] {
  const step = frameTicks(rate)
  const { times } = compiled
  const from = nearestFrame(times[0]!, rate)
  const to = nearestFrame(times[times.length - 1]!, rate)
  const points = Array.from({ length: to - from + 1 }, (_, i) =>
    onScreen(valueAt(compiled, (from + i) * step) as unknown as Point),
  )
  const length = points.slice(1).reduce((sum, point, i) => sum + distance(point, points[i]!), 0)
  const every = [1, 2, 5, 10].find((n) => (length / Math.max(1, points.length - 1)) * n >= MEAN_GAP) ?? 10
  const marks: RouteMark[] = []
  let last: Point | null = null
  points.forEach((point, i) => {
    const frame = from + i
    const tenth = frame % 10 === 0
    if (frame % every !== 0 || (last && !tenth && distance(point, last) < LEAST_GAP)) return
    const [before, after] = [points[Math.max(0, i - 1)]!, points[Math.min(points.length - 1, i + 1)]!]
    const run = distance(before, after)
    if (run < 0.01) return
    last = point
    const half = (tenth ? TENTH : MARK) / run
    const [nx, ny] = [-(after[1] - before[1]) * half, (after[0] - before[0]) * half]
    marks.push({
      frame,
      path: `M${text([point[0] - nx, point[1] - ny])}L${text([point[0] + nx, point[1] + ny])}`,
    })
  })
  return marks
}

const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1])
