import { computed } from 'vue'
import { turnPairs, type PairTurn } from '@arrow-bend/core/edit'
import { outlineOfNumbers, type Outline } from '@arrow-bend/core/property'
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
export function useOutlinePairs({ layer, ref }: OutlineEditing) {
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

  /** The keys at both ends of the span at the playhead: the same objects for as long as it stays in that. */
  const before = computed(() => {
    const keys = property.value?.keys ?? []
    const next = keys.findIndex(({ t }) => t >= time.value)
    return keys.length < 2 ? null : keys[next < 0 ? keys.length - 2 : Math.max(0, next - 1)]!
  })
  const after = computed(() => {
    const keys = property.value?.keys ?? []
    return before.value ? keys[keys.indexOf(before.value) + 1]! : null
  })
  /** The layer time between them at which it first crosses itself, where it does at neither of them. */
  const crossesAt = computed<number | null>((found) => {
    if (document.gesturing) return found ?? null
    const [held, from, to] = [layer.value, before.value, after.value]
    if (!held || !from || !to || (from.value as Outline).vertices.length > MOST_VERTICES) return null
    const reader = outlineReader(held, 'outline', document.bends)
    const numbers = new Float64Array(reader.width)
    const crosses = (moment: number): boolean => {
      reader.numbersInto(numbers, moment)
      return crossesItself(outlineOfNumbers(numbers, reader.closed))
    }
    if (crosses(from.t) || crosses(to.t)) return null
    const moments = Array.from({ length: LOOKS - 1 }, (_, i) => from.t + ((i + 1) / LOOKS) * (to.t - from.t))
    return moments.find(crosses) ?? null
  })
  const crossing = computed<Crossing | null>(() => {
    if (crossesAt.value === null) return null
    const sceneTime = playback.time + (crossesAt.value - time.value)
    // In a time of its own a layer is there at another moment, which is not told.
    const inside = layerTimeAt(document.scene!, layer.value!.id, sceneTime, document.bends)
    if (Math.abs(inside - crossesAt.value) >= 1) return null
    const frame = frameAt(asTicks(Math.round(sceneTime)), document.rate)
    return { time: asTicks(Math.ceil(frame * frameTicks(document.rate))), words: `frame ${frame}` }
  })
  const goToCrossing = (): void => {
    if (crossing.value) playback.seek(crossing.value.time)
  }
  return { canTurn, crossing, turn, goToCrossing }
}
