import type { BendLibrary } from '@arrow-bend/core/bend'
import { compiledOf, valueAt, type CompiledProperty, type Property } from '@arrow-bend/core/property'
import { layerById, parentMatrixAt, type Scene } from '@arrow-bend/core/scene'
import { asTicks, type FrameRate, type Ticks } from '@arrow-bend/core/time'
import { text } from './pathText.ts'
import type { GeometryOptions } from './routeGeometry.ts'
import { spacingMarks, type RouteMark } from './spacingMarks.ts'
import { stageSpace, type Point, type StageSpace } from './stageSpace.ts'

/** The axes of a split position. */
export const SPLIT_AXES = ['position x', 'position y'] as const

/** A moment at which X or Y of a split position has a key. */
export interface SplitBead {
  readonly t: Ticks
  /** In the space of what the layer rides on, px. */
  readonly at: Point
  /** The keys of X and Y there, by id; null where that axis has none. */
  readonly keys: readonly [x: string | null, y: string | null]
}

/** Where a layer goes whose position is split: no curve of its own, but what two lanes make together. */
export interface SplitRoute extends StageSpace {
  readonly layer: string
  readonly name: string
  readonly beads: readonly SplitBead[]
  /** In the space of what the layer rides on, at a time of the layer, px. */
  readonly pointAt: (time: number) => Point
}

interface Known {
  readonly y: Property
  readonly library: BendLibrary
  readonly key: string
  readonly route: SplitRoute
}

const KNOWN = new WeakMap<Property, Known>()

/**
 * The way of a layer whose position is split; null where it is not, or has keys at fewer than two moments. The same
 * object as long as neither lane nor the way they lie on the screen has changed.
 */
export function splitRoute(
  scene: Scene,
  layerId: string,
  { view, library, time }: GeometryOptions,
): SplitRoute | null {
  const layer = layerById(scene, layerId)
  const [x, y] = SPLIT_AXES.map((name) => layer?.properties[name])
  if (!layer?.properties['position']?.split || !x || !y) return null
  const matrix = parentMatrixAt(scene, layerId, time, library)
  const key = [view.scale, view.x, view.y, ...matrix, layer.id, layer.name].join()
  const before = KNOWN.get(x)
  if (before?.key === key && before.y === y && before.library === library) return before.route
  const axes = [compiledOf(x, library), compiledOf(y, library)] as const
  const pointAt = (at: number): Point => pointOf(axes, at)
  const times = [...new Set([...x.keys, ...y.keys].map(({ t }) => t))].sort((a, b) => a - b)
  if (times.length < 2) return null
  const idAt = (property: Property, t: Ticks): string | null =>
    property.keys.find((one) => one.t === t)?.id ?? null
  const route: SplitRoute = {
    layer: layerId,
    name: layer.name,
    ...stageSpace(matrix, view),
    pointAt,
    beads: times.map((t) => ({ t, at: pointAt(t), keys: [idAt(x, t), idAt(y, t)] })),
  }
  KNOWN.set(x, { y, library, key, route })
  return route
}

const pointOf = (axes: readonly [CompiledProperty, CompiledProperty], time: number): Point =>
  axes.map((axis) => valueAt(axis, time)[0]!) as unknown as Point

/** What a split route looks like on the screen. */
export interface SplitDrawing {
  /** The line from bead to bead, one piece each. */
  readonly pieces: readonly string[]
  readonly marks: readonly RouteMark[]
}

/** Looks between two beads: what is drawn between two looks is straight. */
const LOOKS = 32

export function drawSplitRoute({ beads, pointAt, onScreen }: SplitRoute, rate: FrameRate): SplitDrawing {
  const pieces = beads.slice(1).map((bead, i) => lineOver(beads[i]!.t, bead.t, pointAt, onScreen))
  return {
    pieces,
    marks: spacingMarks([beads[0]!.t, beads[beads.length - 1]!.t], rate, (time) => onScreen(pointAt(time))),
  }
}

/** The line between two moments, as path data. */
function lineOver(
  start: number,
  end: number,
  pointAt: SplitRoute['pointAt'],
  onScreen: SplitRoute['onScreen'],
): string {
  const points = Array.from({ length: LOOKS + 1 }, (_, i) =>
    text(onScreen(pointAt(start + (i / LOOKS) * (end - start)))),
  )
  return `M${points.join('L')}`
}

/** The part of the line that is passed at a time of the layer, as path data; empty before it begins. */
export function passedOf({ beads, pointAt, onScreen }: SplitRoute, time: number): string {
  return beads
    .slice(1)
    .flatMap(({ t }, i) => {
      const start = beads[i]!.t
      return time > start ? [lineOver(start, Math.min(t, time), pointAt, onScreen)] : []
    })
    .join('')
}

/** The time at which the line comes nearest to a point of the screen. */
export function timeNear({ beads, pointAt, onScreen }: SplitRoute, [x, y]: Point): Ticks {
  const [start, end] = [beads[0]!.t, beads[beads.length - 1]!.t]
  const count = LOOKS * 4 * beads.length
  const far = (time: number): number => {
    const [px, py] = onScreen(pointAt(time))
    return Math.hypot(px - x, py - y)
  }
  let best = start as number
  for (let i = 0; i <= count; i += 1) {
    const time = start + (i / count) * (end - start)
    if (far(time) < far(best)) best = time
  }
  return asTicks(Math.round(best))
}
