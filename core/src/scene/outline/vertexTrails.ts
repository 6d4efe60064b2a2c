import type { BendLibrary } from '../../bend/index.ts'
import { VERTEX_WIDTH } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import { frameTicks } from '../../time/index.ts'
import type { Layer, Scene } from '../document.ts'
import { applyMatrix, identityMatrix, multiplyInto } from '../matrix.ts'
import { compileLayerClock } from '../sampling/layerTime.ts'
import { parentMatrixAt } from '../sampling/ownMatrix.ts'
import { makePlacing, ownMatrixInto } from '../sampling/placing.ts'
import { outlineReader } from './outlineReader.ts'

/** Where a vertex is from frame to frame. */
export interface VertexTrail {
  readonly vertex: number
  /** On the stage, px: one for each frame from `first` on. */
  readonly places: readonly Vec2[]
}

/** Frames a trail has at most each way from the playhead. */
const REACH = 240

/**
 * The ways some vertices of a layer's outline go on the stage, frame by frame about a moment, while the layer is there.
 * None for an outline and a layer that stand.
 * @param time scene time, ticks
 */
export function vertexTrails(
  scene: Scene,
  layer: Layer,
  {
    vertices,
    time,
    library,
  }: { readonly vertices: readonly number[]; readonly time: number; readonly library: BendLibrary },
): { readonly first: number; readonly trails: readonly VertexTrail[] } {
  const reader = outlineReader(layer, 'outline', library)
  const step = frameTicks(scene.rate)
  const [from, to] = layer.span
  const now = Math.round(time / step)
  const first = Math.max(Math.ceil(Math.max(0, from) / step), now - REACH)
  const last = Math.min(Math.ceil(Math.min(scene.duration, to) / step) - 1, now + REACH)
  const trails = vertices.map((vertex) => ({ vertex, places: [] as Vec2[] }))
  const [numbers, own] = [new Float64Array(reader.width), identityMatrix()]
  const [placing, clock] = [makePlacing(layer, library), compileLayerClock(scene, layer.id, library)]
  for (let frame = first; frame <= last; frame += 1) {
    const moment = Math.ceil(frame * step)
    const inside = clock.timeAt(moment)
    reader.numbersInto(numbers, inside)
    ownMatrixInto(own, placing, inside)
    multiplyInto(own, parentMatrixAt(scene, layer.id, moment, library), own)
    for (const { vertex, places } of trails) {
      const at = vertex * VERTEX_WIDTH
      places.push(applyMatrix(own, numbers[at]!, numbers[at + 1]!))
    }
  }
  const moves = ({ places }: VertexTrail): boolean =>
    places.some(([x, y]) => Math.hypot(x - places[0]![0], y - places[0]![1]) > STANDS)
  return { first, trails: trails.filter(moves) }
}

/** Less than this is no way, px. */
const STANDS = 0.01
