import { shallowRef, type ShallowRef } from 'vue'
import { setLayerSpan, slideLayers, type SlidePart } from '@arrow-bend/core/edit'
import type { Layer } from '@arrow-bend/core/scene'
import { asTicks, formatTime, frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Gesture, type Recipe } from '../../../session/document.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection.ts'
import { useView } from '../../../session/view.ts'
import { numberWords } from '../../../ui/numberWords.ts'
import { trackPointer } from '../../../ui/trackPointer.ts'
import type { PointerTag } from '../usePointerDrag.ts'
import { useTimeSnap } from './useTimeSnap.ts'

const DRAG_AFTER = 3

/** What keys do on a change of length, in few words. */
export const POLICY_WORDS = {
  stay: 'keys stay',
  firstFollows: 'first key follows',
  lastFollows: 'last key follows',
  stretch: 'keys stretch',
} as const

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
  const view = useView()
  const snapping = useTimeSnap()
  const tag = shallowRef<PointerTag | null>(null)

  interface BarStep {
    readonly recipe: Recipe<unknown>
    readonly words: string
  }
  const drag = (
    event: PointerEvent,
    {
      label,
      times,
      at,
    }: {
      readonly label: (moved: PointerEvent) => string
      /** Which of the moving times may snap, ticks; the first is the one held. */
      readonly times: readonly number[]
      readonly at: (by: number, moved: PointerEvent) => BarStep
    },
  ): void => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
    const snap = snapping({ except: times })
    let gesture: Gesture | null = null
    trackPointer(event, {
      move(moved) {
        const pixels = moved.clientX - event.clientX
        if (!gesture && Math.abs(pixels) < DRAG_AFTER) return
        gesture ??= document.begin(label(moved), 'deck')
        const free = moved.ctrlKey || moved.metaKey
        const by = snap.to(times[0]! + pixels / view.pixelsPerTick, free) - times[0]!
        const { recipe, words } = at(by, moved)
        const refused = gesture.preview(recipe)
        tag.value = { x: moved.clientX - box.left, y: -7, words: refused ? 'no farther this way' : words }
      },
      end(cancelled) {
        snap.done()
        tag.value = null
        if (cancelled) gesture?.cancel()
        else gesture?.commit()
      },
    })
  }
  const framesWords = (by: number): string => {
    const frames = by / frameTicks(document.rate)
    return `${frames < 0 ? '−' : '+'}${numberWords(Math.abs(frames), 2)} f`
  }

  const slide = (event: PointerEvent, layer: Layer): void => {
    const add = event.shiftKey || event.ctrlKey || event.metaKey
    if (!selection.hasLayer(layer.id) || selection.properties.length > 0)
      selection.selectLayers([layer.id], add && selection.properties.length === 0)
    const { layers } = selection
    const part: SlidePart = event.altKey ? 'keys' : event.shiftKey ? 'bar' : 'both'
    drag(event, {
      label: () => SLIDES[part].label,
      times: [layer.span[0], layer.span[1]],
      at: (byTicks) => ({
        recipe: (draft) => slideLayers(draft, { scene: document.sceneId, layers }, { byTicks, part }),
        words: `${framesWords(byTicks)} · ${SLIDES[part].words}`,
      }),
    })
  }
  const trim = (event: PointerEvent, layer: Layer, edge: 0 | 1): void => {
    const ref = { scene: document.sceneId, layer: layer.id }
    if (!selection.hasLayer(layer.id)) selection.selectLayers([layer.id])
    drag(event, {
      label: () => (edge === 0 ? 'Start of the layer moved' : 'End of the layer moved'),
      times: [layer.span[edge]],
      at: (by) => {
        const time = asTicks(layer.span[edge] + by)
        const span = edge === 0 ? ([time, layer.span[1]] as const) : ([layer.span[0], time] as const)
        const words = formatTime(time, document.rate, preferences.timeDisplay)
        return {
          recipe: (draft) => setLayerSpan(draft, ref, span, preferences.spanPolicy),
          words: `${words} · ${POLICY_WORDS[preferences.spanPolicy]}`,
        }
      },
    })
  }
  return { slide, trim, tag }
}
