import type { ShallowRef } from 'vue'
import { setLayerSpan, slideLayers, type SlidePart } from '@arrow-bend/core/edit'
import type { Layer } from '@arrow-bend/core/scene'
import { asTicks, formatTime } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import type { PointerTag } from '../../../../gesture/usePointerDrag.ts'
import { SPAN_POLICY_WORDS } from '../../spanPolicyWords.ts'
import { framesWords } from '../lanes/framesWords.ts'
import { useTimeDrag } from '../lanes/useTimeDrag.ts'

const SLIDES: Readonly<Record<SlidePart, { label: string; words: string }>> = {
  both: { label: 'Layer moved in time', words: 'bar and keys' },
  keys: { label: 'Keys slipped under the bar', words: 'keys only' },
  bar: { label: 'Bar moved over the keys', words: 'bar only' },
}

/** A layer's bar by hand: slid by its middle, trimmed by its ends. */
export function useBarDrag(): {
  /** Slides the selected layers: bar and keys; with Alt the keys alone, with Shift the bar alone. */
  readonly slide: (event: PointerEvent, layer: Layer) => void
  readonly trim: (event: PointerEvent, layer: Layer, edge: 0 | 1) => void
  readonly tag: ShallowRef<PointerTag | null>
} {
  const document = useDocument()
  const preferences = usePreferences()
  const selection = useSelection()
  const { drag, tag } = useTimeDrag()

  const slide = (event: PointerEvent, layer: Layer): void => {
    const add = event.shiftKey || event.ctrlKey || event.metaKey
    if (!selection.hasLayer(layer.id) || selection.properties.length > 0)
      selection.selectLayers([layer.id], add && selection.properties.length === 0)
    const { layers } = selection
    const part: SlidePart = event.altKey ? 'keys' : event.shiftKey ? 'bar' : 'both'
    drag(event, {
      label: SLIDES[part].label,
      held: layer.span[0],
      snap: () => ({ except: layer.span }),
      at: (time) => {
        const byTicks = time - layer.span[0]
        return {
          recipe: (draft) => slideLayers(draft, { scene: document.sceneId, layers }, { byTicks, part }),
          words: `${framesWords(byTicks, document.rate)} · ${SLIDES[part].words}`,
        }
      },
    })
  }
  const trim = (event: PointerEvent, layer: Layer, edge: 0 | 1): void => {
    const ref = { scene: document.sceneId, layer: layer.id }
    if (!selection.hasLayer(layer.id)) selection.selectLayers([layer.id])
    drag(event, {
      label: edge === 0 ? 'Start of the layer moved' : 'End of the layer moved',
      held: layer.span[edge],
      snap: () => ({ except: [layer.span[edge]] }),
      at: (to) => {
        const time = asTicks(to)
        const span = edge === 0 ? ([time, layer.span[1]] as const) : ([layer.span[0], time] as const)
        const words = formatTime(time, document.rate, preferences.timeDisplay)
        return {
          recipe: (draft) => setLayerSpan(draft, ref, span, preferences.spanPolicy),
          words: `${words} · ${SPAN_POLICY_WORDS[preferences.spanPolicy]}`,
        }
      },
    })
  }
  return { slide, trim, tag }
}
