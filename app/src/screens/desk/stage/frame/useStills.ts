import { computed, shallowRef, watch, type ShallowRef } from 'vue'
import { layerById, ownArt, type Bounds, type DrawItem, type Layer } from '@arrow-bend/core/scene'
import { artBox, type PictureBook } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'

/** What the frame may be moved over: a picture, a clip, a group or whatever else is drawn, as it is at the playhead. */
export interface Still {
  readonly layer: string
  /** What it draws in its own coordinates, bottom first. */
  readonly art: readonly DrawItem[]
  /** The box around that, px. */
  readonly box: Bounds
  /** Drawn anew at every size, so that it never goes soft. */
  readonly isDrawing: boolean
}

/**
 * The selected layers as stills. Nothing of them changes while something is dragged.
 * @param drawn counts how often the stage was drawn: a picture may have come since
 */
export function useStills(pictures: PictureBook, drawn: () => number): ShallowRef<readonly Still[]> {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()

  const drawings = computed(
    () =>
      new Set(
        document.project?.assets.flatMap((asset) =>
          asset.kind === 'picture' && asset.type === 'image/svg+xml' ? [asset.id] : [],
        ),
      ),
  )
  const isDrawing = ({ kind, properties }: Layer): boolean =>
    kind === 'image' ? drawings.value.has(properties['picture']!.value as string) : kind !== 'clip'
  const stillOf = (id: string): Still[] => {
    const { scene, bends, scenes } = document
    const layer = scene && layerById(scene, id)
    if (!layer) return []
    const art = ownArt(scene, id, { time: playback.time, library: bends, scenes })
    const box = artBox(art, pictures)
    return box ? [{ layer: id, art, box, isDrawing: isDrawing(layer) }] : []
  }

  const stills = shallowRef<readonly Still[]>([])
  watch(
    [() => selection.layers, () => document.scene, () => document.gesturing, () => playback.time, drawn],
    () => {
      if (!document.gesturing) stills.value = selection.layers.flatMap(stillOf)
    },
    { immediate: true },
  )
  return stills
}
