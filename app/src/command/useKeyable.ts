import type { PropertyRef } from '@arrow-bend/core/edit'
import { keyNear } from '@arrow-bend/core/property'
import { layerById, layerTimeAt, type Layer } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useLastChange } from '../session/view/lastChange.ts'

/** The properties that setting a key here is for. */
export interface Keyable {
  /**
   * The selected ones; else of the selected layers those that stand still and were changed last, else the animated ones;
   * of a layer that stands still its place.
   */
  readonly refs: () => readonly PropertyRef[]
  /** Whether one of them has a key at the playhead. */
  readonly isOn: (ref: PropertyRef) => boolean
}

export function useKeyable(): Keyable {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()
  const lastChange = useLastChange()

  const refs = (): readonly PropertyRef[] => {
    if (selection.properties.length > 0) return selection.properties
    const scene = document.scene!
    const changed = lastChange.still.filter(({ layer }) => selection.hasLayer(layer))
    if (changed.length > 0) return changed
    return scene.layers
      .filter(({ id }) => selection.hasLayer(id))
      .flatMap((layer) =>
        namesToKey(layer).map((property) => ({ scene: scene.id, layer: layer.id, property })),
      )
  }
  const isOn = ({ layer, property }: PropertyRef): boolean => {
    const scene = document.scene!
    const time = layerTimeAt(scene, layer, playback.time, document.bends)
    return keyNear(layerById(scene, layer)!.properties[property]!, time, frameTicks(scene.rate) / 2) >= 0
  }
  return { refs, isOn }
}

function namesToKey({ properties }: Layer): string[] {
  const animated = Object.keys(properties).filter((name) => properties[name]!.keys.length > 0)
  if (animated.length > 0) return animated
  return properties['position']!.split ? ['position x', 'position y'] : ['position']
}
