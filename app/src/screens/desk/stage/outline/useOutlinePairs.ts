import { computed } from 'vue'
import { turnPairs, type PairTurn } from '@arrow-bend/core/edit'
import { outlineOfNumbers } from '@arrow-bend/core/property'
import { crossesItself, layerTimeAt, outlineReader } from '@arrow-bend/core/scene'
import { asTicks, frameAt, frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { useLayerTime } from '../../../../session/playback/useLayerTime.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import type { OutlineEditing } from './useOutline.ts'

/** More vertices than these are not looked at for crossings: an edit is to be seen at once. */
const MOST_VERTICES = 120
/** Moments of the span that are looked at. */
const LOOKS = 24

interface Crossing {
  readonly time: Ticks
  readonly words: string
}

/** Which vertex goes to which over the span at the playhead, and whether the outline crosses itself on the way. */
export function useOutlinePairs({ layer, ref, outline }: OutlineEditing) {
  const document = useDocument()
  const playback = usePlayback()
  const time = useLayerTime(() => layer.value?.id ?? '')

  const property = computed(() => layer.value?.properties['outline'])
  /** Whether the playhead is on a key that has another before it. */
  const canTurn = computed(() => {
    const half = frameTicks(document.rate) / 2
    return (
      !property.value?.split &&
      (property.value?.keys.findIndex(({ t }) => Math.abs(t - time.value) < half) ?? -1) > 0
    )
  })
  const turn = (by: PairTurn): void => {
    document.apply('Vertices paired anew', (draft) => turnPairs(draft, ref.value, playback.time, by))
  }

  /** The first moment between the keys at the playhead at which it crosses itself, where it does at neither of these. */
  const crossing = computed<Crossing | null>((before) => {
    if (document.gesturing) return before ?? null
    const [held, keys] = [layer.value, property.value?.keys ?? []]
    if (!held || keys.length < 2 || outline.value.vertices.length > MOST_VERTICES) return null
    const next = keys.findIndex(({ t }) => t >= time.value)
    const [from, to] =
      next < 0 ? keys.slice(-2) : keys.slice(Math.max(0, next - 1), Math.max(0, next - 1) + 2)
    if (!from || !to) return null
    const reader = outlineReader(held, 'outline', document.bends)
    const numbers = new Float64Array(reader.width)
    const crossesAt = (moment: number): boolean => {
      reader.numbersInto(numbers, moment)
      return crossesItself(outlineOfNumbers(numbers, reader.closed))
    }
    if (crossesAt(from.t) || crossesAt(to.t)) return null
    for (let i = 1; i < LOOKS; i += 1) {
      const moment = from.t + (i / LOOKS) * (to.t - from.t)
      if (!crossesAt(moment)) continue
      const sceneTime = playback.time + (moment - time.value)
      // In a time of its own a layer is there at another moment: that is told, but not gone to.
      const isSame = Math.abs(layerTimeAt(document.scene!, held.id, sceneTime, document.bends) - moment) < 1
      if (!isSame) return null
      const frame = frameAt(asTicks(Math.round(sceneTime)), document.rate)
      return { time: asTicks(Math.ceil(frame * frameTicks(document.rate))), words: `frame ${frame}` }
    }
    return null
  })
  const goToCrossing = (): void => {
    if (crossing.value) playback.seek(crossing.value.time)
  }
  return { canTurn, crossing, turn, goToCrossing }
}
