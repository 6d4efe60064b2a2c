import { clamp } from '@arrow-bend/core/number'
import { spanAt, valueAt, type PlaceSpan, type Through } from '@arrow-bend/core/property'
import type { FrameRate } from '@arrow-bend/core/time'
import type { Point, RouteGeometry } from './routeGeometry.ts'
import { spacingMarks, type RouteMark } from './spacingMarks.ts'
import { text } from './pathText.ts'

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

/** A layer's route as SVG on the screen. */
export interface RouteDrawing {
  readonly path: string
  /** px of the place, over all spans. */
  readonly length: number
  readonly pieces: readonly RoutePiece[]
  readonly marks: readonly RouteMark[]
  readonly beads: readonly RouteBead[]
}

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
    marks: spacingMarks(geometry.compiled.times, rate, (time) =>
      geometry.onScreen(valueAt(geometry.compiled, time) as unknown as Point),
    ),
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

const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1])
