import type { Draft } from 'immer'
import type { BendLibrary } from '../../bend/index.ts'
import type { Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import { invertMatrix, parentMatrixAt, type Layer, type Project, type Scene } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { currentValue } from '../currentValue.ts'
import { editProperty, libraryIn } from '../editProperty.ts'
import { setValueAt, type SetValueOptions } from '../keys/keys.ts'
import { layerTicks } from '../layerTicks.ts'
import { byProperty, sceneBefore, type KeyRef } from '../refs.ts'
import { shiftPosition } from '../routes/shiftPosition.ts'

export interface LayerMove {
  readonly scene: string
  readonly layers: readonly string[]
  readonly time: Ticks
  /** On the stage, px. */
  readonly by: Vec2
}

/**
 * Moves layers on the stage at a moment, whatever they ride on. A layer whose parent moves too goes with it
 * and is not moved twice; one whose parent is flattened to nothing stays.
 * @throws BadEdit for a locked layer
 */
export function moveLayersBy(draft: Draft<Project>, move: LayerMove, options: SetValueOptions): void {
  const library = libraryIn(draft)
  for (const { layer, way } of ways(draft, move)) {
    const time = layerTicks(draft, { scene: move.scene, layer: layer.id }, move.time)
    const shift = (property: string, shifted: (now: Value) => Value): void => {
      const value = shifted(currentValue(layer.properties[property]!, time, library))
      setValueAt(draft, { scene: move.scene, layer: layer.id, property }, move.time, { ...options, value })
    }
    if (layer.properties['position']!.split) {
      if (way[0] !== 0) shift('position x', (x) => (x as number) + way[0])
      if (way[1] !== 0) shift('position y', (y) => (y as number) + way[1])
    } else {
      shift('position', (now) => {
        const [x, y] = now as Vec2
        return [x + way[0], y + way[1]]
      })
    }
  }
}

/**
 * Moves layers on the stage with all of their routes: every key by as much, so that the way keeps its shape and the
 * moment only says how what they ride on lies.
 * @throws BadEdit for a locked layer
 */
export function moveWholeRoutesBy(draft: Draft<Project>, move: LayerMove): void {
  for (const { layer, way } of ways(draft, move))
    shiftPosition(draft, { scene: move.scene, layer: layer.id }, way)
}

/**
 * Moves keys of places on the stage, wherever the playhead is; routes' handles go with them.
 * @param move px on the stage, and when what the layers ride on is looked at
 * @throws BadEdit for a locked layer
 */
export function movePlaceKeys(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { time, by }: Pick<LayerMove, 'time' | 'by'>,
): void {
  const library = libraryIn(draft)
  for (const { ref, keys } of byProperty(refs).values()) {
    const way = wayOf(sceneBefore(draft, ref.scene), ref.layer, { time, by, library })
    if (!way) continue
    editProperty(draft, ref, (property) => {
      if (property.kind !== 'place') return property
      const moved = (value: Value): Value => {
        const [x, y] = value as Vec2
        return [x + way[0], y + way[1]]
      }
      return {
        ...property,
        keys: property.keys.map((key) => (keys.has(key.id) ? { ...key, value: moved(key.value) } : key)),
      }
    })
  }
}

/** The layers a move is for, each with its way in the space of what it rides on; those that ride along are left out. */
function ways(
  draft: Draft<Project>,
  { scene: id, layers, time, by }: LayerMove,
): { layer: Layer; way: Vec2 }[] {
  const scene = sceneBefore(draft, id)
  const library = libraryIn(draft)
  const moving = new Set(layers)
  return layers.flatMap((layerId) => {
    const layer = scene.layers.find((candidate) => candidate.id === layerId)
    if (!layer || ridesOn(scene, layer.parent, moving)) return []
    const way = wayOf(scene, layerId, { time, by, library })
    return way ? [{ layer, way }] : []
  })
}

/** A way on the stage in the space of what a layer rides on; null where that is flattened to nothing. */
function wayOf(
  scene: Scene,
  layer: string,
  { time, by, library }: Pick<LayerMove, 'time' | 'by'> & { readonly library: BendLibrary },
): Vec2 | null {
  const inverse = invertMatrix(parentMatrixAt(scene, layer, time, library))
  if (!inverse) return null
  return [inverse[0]! * by[0] + inverse[2]! * by[1], inverse[1]! * by[0] + inverse[3]! * by[1]]
}

function ridesOn(scene: Scene, parent: string | null, moving: ReadonlySet<string>): boolean {
  let at = parent
  while (at !== null) {
    if (moving.has(at)) return true
    at = scene.layers.find((candidate) => candidate.id === at)?.parent ?? null
  }
  return false
}
