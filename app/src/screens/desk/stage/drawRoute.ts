import type { BendLibrary } from '@arrow-bend/core/bend'
import type { PlaceSpan } from '@arrow-bend/core/property'
import { compiledOf, valueAt } from '@arrow-bend/core/property'
import { applyMatrix, layerById, parentMatrixAt, type Scene } from '@arrow-bend/core/scene'
import { frameTicks, nearestFrame } from '@arrow-bend/core/time'

/** A layer's route as SVG on the screen. */
export interface RouteDrawing {
  readonly layer: string
  readonly path: string
  /** Spacing marks: one short line across the route each shown frame. */
  readonly marks: string
  readonly beads: readonly {
    readonly key: string
    readonly x: number
    readonly y: number
    readonly label: string
  }[]
}

type Point = readonly [number, number]

/** Half length of a mark and of every tenth, px. */
const MARK = 3.25
const TENTH = 6
/** Least mean gap between marks, and least gap between two drawn, px. */
const MEAN_GAP = 3.6
const LEAST_GAP = 1.9

/** How routes are drawn. */
export interface RouteView {
  readonly onScreen: (point: Point) => [number, number]
  /** The project's named bends. */
  readonly library: BendLibrary
}

/**
 * The route of a layer's animated position; null when it has none. What the layer rides on is taken as it
 * stands at the scene's start.
 */
export function drawRoute(
  scene: Scene,
  layerId: string,
  { onScreen, library }: RouteView,
): RouteDrawing | null {
  const property = layerById(scene, layerId)?.properties['position']
  if (!property || property.kind !== 'place' || property.keys.length < 2) return null
  const matrix = parentMatrixAt(scene, layerId, 0, library)
  const place = ([x, y]: Point): [number, number] => onScreen(applyMatrix(matrix, x, y))
  const compiled = compiledOf(property, library)
  const spans = compiled.spans as readonly PlaceSpan[]
  const first = place(property.keys[0]!.value as Point)
  const path = spans.flatMap(({ route: { cubics } }) =>
    cubics.map(
      (cubic) => `C${[cubic.leave, cubic.arrive, cubic.to].map((point) => text(place(point))).join(' ')}`,
    ),
  )
  const from = nearestFrame(property.keys[0]!.t, scene.rate)
  const to = nearestFrame(property.keys[property.keys.length - 1]!.t, scene.rate)
  const step = frameTicks(scene.rate)
  const points = Array.from({ length: to - from + 1 }, (_, i): readonly [number, [number, number]] => {
    const frame = from + i
    return [frame, place(valueAt(compiled, frame * step) as unknown as Point)]
  })
  return {
    layer: layerId,
    path: `M${text(first)}${path.join('')}`,
    marks: marksPath(points),
    beads: beads(property.keys, place),
  }
}

const text = ([x, y]: Point): string => `${x.toFixed(1)} ${y.toFixed(1)}`

function beads(
  keys: readonly { readonly id: string; readonly value: unknown }[],
  place: (point: Point) => [number, number],
): RouteDrawing['beads'] {
  const points = keys.map((key) => place(key.value as Point))
  return keys.map((key, i) => {
    const [x, y] = points[i]!
    const together = points.flatMap((point, k) => (Math.hypot(point[0] - x, point[1] - y) < 1 ? [k + 1] : []))
    return { key: key.id, x, y, label: together[0] === i + 1 ? together.join(', ') : '' }
  })
}

function marksPath(points: readonly (readonly [frame: number, point: [number, number]])[]): string {
  const length = points.slice(1).reduce((sum, [, point], i) => sum + distance(point, points[i]![1]), 0)
  const every = [1, 2, 5, 10].find((n) => (length / Math.max(1, points.length - 1)) * n >= MEAN_GAP) ?? 10
  let last: Point | null = null
  let path = ''
  points.forEach(([frame, point], i) => {
    const tenth = frame % 10 === 0
    if (frame % every !== 0 || (last && !tenth && distance(point, last) < LEAST_GAP)) return
    const [before, after] = [points[Math.max(0, i - 1)]![1], points[Math.min(points.length - 1, i + 1)]![1]]
    const run = distance(before, after)
    if (run < 0.01) return
    last = point
    const half = (tenth ? TENTH : MARK) / run
    const [nx, ny] = [-(after[1] - before[1]) * half, (after[0] - before[0]) * half]
    path += `M${text([point[0] - nx, point[1] - ny])}L${text([point[0] + nx, point[1] + ny])}`
  })
  return path
}

const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1])
