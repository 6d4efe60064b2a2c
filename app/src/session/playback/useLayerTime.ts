import { computed, toValue, type ComputedRef, type MaybeRefOrGetter } from 'vue'
import { layerTimeAt } from '@arrow-bend/core/scene'
import { useDocument } from '../document/document.ts'
import { usePlayback } from './playback.ts'

/**
 * The playhead in a layer's own time, to the tick: where its keys are read and set.
 * @param layerId an id that is not there gives scene time
 */
export function useLayerTime(layerId: MaybeRefOrGetter<string>): ComputedRef<number> {
  const document = useDocument()
  const playback = usePlayback()
  return computed(() => {
    const { scene, bends } = document
    return scene ? Math.round(layerTimeAt(scene, toValue(layerId), playback.time, bends)) : playback.time
  })
}
