import { shallowRef, type ShallowRef } from 'vue'
import { reorderLayers } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import type { Row } from '../rows.ts'

export interface LayerOrder {
  /** Index of the row a drop would go before; null while nothing is dragged. */
  readonly over: Readonly<ShallowRef<number | null>>
  /** Starts following a press on a layer's row; `top` is where that row stands, px. */
  press(event: PointerEvent, layer: string, top: number): void
  /** Moves a layer, with all selected ones if it is among them, one place up (−1) or down (1). */
  step(layer: string, way: 1 | -1): void
}

const LIFT_AFTER = 6

/** Dragging layers up and down the list. */
export function useLayerOrder(rows: () => readonly Row[], tops: () => readonly number[]): LayerOrder {
  const document = useDocument()
  const selection = useSelection()
  const over = shallowRef<number | null>(null)

  const reorder = (layer: string, index: (ids: readonly string[]) => number): void => {
    const ids = selection.hasLayer(layer) ? selection.layers : [layer]
    document.apply(ids.length > 1 ? 'Layers reordered' : 'Layer reordered', (draft) =>
      reorderLayers(draft, document.sceneId, ids, index(ids)),
    )
  }
  const drop = (layer: string, row: number): void => {
    const scene = document.scene!
    const below = rows()
      .slice(row)
      .find((candidate) => candidate.kind === 'layer')
    const index = below ? scene.layers.findIndex(({ id }) => id === below.layer.id) : scene.layers.length
    reorder(layer, () => index)
  }
  const step = (layer: string, way: 1 | -1): void => {
    const { layers } = document.scene!
    reorder(layer, (ids) => {
      const at = layers.flatMap(({ id }, i) => (ids.includes(id) ? [i] : []))
      return way < 0 ? Math.max(0, at[0]! - 1) : Math.min(layers.length, at[at.length - 1]! + 2)
    })
  }

  const press = (event: PointerEvent, layer: string, top: number): void => {
    if ((event.target as Element).closest('input, .fold, .icon-button, .value, .dot')) return
    const row = (event.currentTarget as Element).getBoundingClientRect()
    const listTop = row.top - top
    const onMove = (moved: PointerEvent): void => {
      const y = moved.clientY - listTop
      const gaps = tops().map((edge) => Math.abs(edge - y))
      over.value = gaps.indexOf(Math.min(...gaps))
    }
    trackPointer(event, {
      after: LIFT_AFTER,
      move: onMove,
      end({ cancelled }) {
        const target = over.value
        over.value = null
        if (!cancelled && target !== null) drop(layer, target)
      },
    })
  }
  return { over, press, step }
}
