import { onUnmounted, shallowRef, watch } from 'vue'
import {
  compiledOf,
  contrastRatio,
  laidOver,
  srgbOf,
  valueAt,
  type OklabAlpha,
} from '@arrow-bend/core/property'
import { layerTimeAt } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { useIdle } from '../../../../session/document/idle.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { useView } from '../../../../session/view/view.ts'
import type { PropertyRow } from '../rows.ts'

/** The contrast of a text with its ground at a moment. */
export interface ContrastLook {
  /** Scene time, ticks. */
  readonly time: number
  /** 1 … 21 */
  readonly ratio: number
}

/** Moments that are looked at, over what is in view. */
const LOOKS = 32

/** The contrast of a text with what lies beneath it over the time in view, looked at bit by bit while nothing else is done; none for other layers. */
export function useContrast(row: () => PropertyRow): {
  readonly looks: { readonly value: readonly ContrastLook[] }
} {
  const document = useDocument()
  const idle = useIdle()
  const stageView = useStageView()
  const view = useView()
  const looks = shallowRef<readonly ContrastLook[]>([])
  let [round, timer] = [0, 0]

  const start = (): void => {
    const own = (round += 1)
    clearTimeout(timer)
    const { layer, property, definition } = row()
    if (layer.kind !== 'text' || definition.name !== 'fill') return
    const compiled = compiledOf(property, document.bends)
    const [from, to] = view.shown
    const found: ContrastLook[] = []
    const look = (i: number): void => {
      if (own !== round) return
      // Whatever is done with the hand comes first.
      if (!idle.isIdle) {
        timer = window.setTimeout(() => look(i), 100)
        return
      }
      // A scene ends before its last moment.
      const time = from + (i / LOOKS) * (to - 1 - from)
      const ground = stageView.groundOf(layer.id, time)
      if (ground) {
        const inside = layerTimeAt(document.scene!, layer.id, time, document.bends)
        const [r, g, b, alpha] = srgbOf([...valueAt(compiled, inside)] as OklabAlpha)
        const seen = laidOver([r, g, b], alpha * ground.opacity, ground.colour)
        found.push({ time, ratio: contrastRatio(seen, ground.colour) })
      }
      if (i < LOOKS) timer = window.setTimeout(() => look(i + 1))
      else looks.value = found
    }
    timer = window.setTimeout(() => look(0), 150)
  }
  watch([() => row().property, () => document.committed, () => view.shown], start, { immediate: true })
  onUnmounted(() => {
    round += 1
    clearTimeout(timer)
  })
  return { looks }
}
