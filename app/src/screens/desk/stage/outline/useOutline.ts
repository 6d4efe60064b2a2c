import { computed, onUnmounted } from 'vue'
import type { PropertyRef } from '@arrow-bend/core/edit'
import type { Outline } from '@arrow-bend/core/property'
import {
  applyMatrix,
  invertMatrix,
  layerById,
  outlineAtTime,
  vertexPartOf,
  vertexPartsIn,
  type Layer,
  type Matrix,
} from '@arrow-bend/core/scene'
import { toScreen, type StagePainter, type StageView } from '../../../../draw/index.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useLayerTime } from '../../../../session/playback/useLayerTime.ts'
import { useChosenVertices } from '../../../../session/selection/chosenVertices.ts'
import { useSelection } from '../../../../session/selection/selection.ts'

export interface OutlineOptions {
  readonly view: () => StageView
  readonly painter: () => StagePainter
  /** Counts drawings of the picture, which the outline goes with. */
  readonly drawn: () => number
}

const NOBODY: ReadonlySet<number> = new Set()

/** The outline of the path selected last, as it is at the playhead, and which of its vertices are chosen. */
export function useOutline({ view, painter, drawn }: OutlineOptions) {
  const document = useDocument()
  const selection = useSelection()

  const selected = computed((): Layer | null => {
    const id = selection.layers.at(-1)
    return document.scene && id !== undefined ? layerById(document.scene, id) : null
  })
  const layer = computed(() => (selected.value?.kind === 'path' ? selected.value : null))
  /** A rectangle or an ellipse, which can be made a path. */
  const shape = computed(() => {
    const kind = selected.value?.kind
    return kind === 'rectangle' || kind === 'ellipse' ? selected.value : null
  })
  const time = useLayerTime(() => layer.value?.id ?? '')
  const item = computed(() => {
    void drawn()
    return painter().items.find((one) => one.isOriginal && one.shown && one.layer.id === layer.value?.id)
  })
  /** Why there is nothing to take hold of; empty where there is. */
  const trouble = computed(() => {
    if (shape.value) return `“${shape.value.name}” is no path yet.`
    if (!layer.value) return 'Select a path first: click it in the list below.'
    if (layer.value.locked) return `“${layer.value.name}” is locked. Unlock it to change it.`
    return item.value ? '' : `“${layer.value.name}” is not seen at the playhead. Go to where it is.`
  })
  const ref = computed((): PropertyRef => ({
    scene: document.sceneId,
    layer: layer.value?.id ?? '',
    property: 'outline',
  }))
  const outline = computed((): Outline => {
    return layer.value
      ? outlineAtTime(layer.value, 'outline', time.value, document.bends)
      : { closed: false, vertices: [] }
  })
  /** Whether its vertices move by themselves. */
  const split = computed(() => Boolean(layer.value?.properties['outline']?.split))
  const matrix = computed((): Matrix => {
    void drawn()
    // The sampler writes its matrix anew for every moment; a drag needs the one it began with.
    return Float64Array.from(item.value?.matrix ?? [1, 0, 0, 1, 0, 0])
  })

  const chosenVertices = useChosenVertices()
  const chosen = computed({
    get: () => {
      const of = chosenVertices.chosen
      const which = of && of.layer === layer.value?.id ? of.which : NOBODY
      return new Set([...which].filter((i) => i < outline.value.vertices.length))
    },
    set: (which: ReadonlySet<number>) => {
      const { id, properties } = layer.value ?? { id: '', properties: {} }
      chosenVertices.chosen = { layer: id, which }
      if (!split.value) return
      // What moves them is what keys, bends and the panel are for now.
      const lanes = vertexPartsIn(properties).filter((name) => which.has(vertexPartOf(name)!.vertex))
      if (lanes.length > 0) selection.selectProperties(lanes.map((property) => ({ ...ref.value, property })))
      else selection.selectLayers([id])
    },
  })
  onUnmounted(() => (chosenVertices.chosen = null))

  const onScreen = ([x, y]: Point): Point => toScreen(view(), applyMatrix(matrix.value, x, y))
  /** A place of the screen in the outline's own coordinates; null where it is flattened to nothing. */
  const fromScreen = ([x, y]: Point): Point | null => {
    const inverse = invertMatrix(matrix.value)
    const { scale, x: left, y: top } = view()
    return inverse && applyMatrix(inverse, (x - left) / scale, (y - top) / scale)
  }
  return { layer, shape, ref, outline, split, matrix, chosen, trouble, onScreen, fromScreen }
}
export type OutlineEditing = ReturnType<typeof useOutline>
