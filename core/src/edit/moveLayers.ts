import { original, type Draft } from 'immer'
import type { Value } from '../property/index.ts'
import type { Vec2 } from '../route/index.ts'
import { invertMatrix, parentMatrixAt, type Project, type Scene } from '../scene/index.ts'
import type { Ticks } from '../time/index.ts'
import { currentValue } from './currentValue.ts'
import { libraryIn } from './editProperty.ts'
import { setValueAt, type SetValueOptions } from './keys.ts'
import { sceneIn } from './refs.ts'

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
  const drafted = sceneIn(draft, move.scene)
  const scene = (original(drafted) ?? drafted) as Scene
  const library = libraryIn(draft)
  const moving = new Set(move.layers)
  for (const id of move.layers) {
    const layer = scene.layers.find((candidate) => candidate.id === id)
    if (!layer || ridesOn(scene, layer.parent, moving)) continue
    const inverse = invertMatrix(parentMatrixAt(scene, id, move.time, library))
    if (!inverse) continue
    const dx = inverse[0]! * move.by[0] + inverse[2]! * move.by[1]
    const dy = inverse[1]! * move.by[0] + inverse[3]! * move.by[1]
    const shift = (property: string, shifted: (now: Value) => Value): void => {
      const value = shifted(currentValue(layer.properties[property]!, move.time, library))
      setValueAt(draft, { scene: move.scene, layer: id, property }, move.time, { ...options, value })
    }
    if (layer.properties['position']!.split) {
      if (dx !== 0) shift('position x', (x) => (x as number) + dx)
      if (dy !== 0) shift('position y', (y) => (y as number) + dy)
    } else {
      shift('position', (now) => {
        const [x, y] = now as Vec2
        return [x + dx, y + dy]
      })
    }
  }
}

function ridesOn(scene: Scene, parent: string | null, moving: ReadonlySet<string>): boolean {
  let at = parent
  while (at !== null) {
    if (moving.has(at)) return true
    at = scene.layers.find((candidate) => candidate.id === at)?.parent ?? null
  }
  return false
}
