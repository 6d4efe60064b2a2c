import { computed, reactive, type ComputedRef } from 'vue'
import { cutScene } from '@arrow-bend/core/edit'
import type { Scene } from '@arrow-bend/core/scene'
import { frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../session/document/document.ts'

/** Which stretch of the scene leaves. */
export interface Stretch {
  readonly from: ComputedRef<Ticks>
  readonly to: ComputedRef<Ticks>
  /** The scene of that stretch alone. */
  readonly scene: ComputedRef<Scene>
  readonly isWhole: ComputedRef<boolean>
  readonly setFrom: (time: Ticks) => void
  readonly setTo: (time: Ticks) => void
  readonly takePlayRange: () => void
  readonly takeAll: () => void
}

/** A stretch that begins as the whole scene, and is always a frame long at least. */
export function useStretch(): Stretch {
  const document = useDocument()
  const ends = reactive<{ from: Ticks; to: Ticks | null }>({ from: 0 as Ticks, to: null })
  const whole = computed(() => document.scene!)
  const frame = computed(() => Math.ceil(frameTicks(whole.value.rate)))
  const to = computed(() => Math.min(ends.to ?? whole.value.duration, whole.value.duration) as Ticks)
  const from = computed(() => Math.max(0, Math.min(ends.from, to.value - frame.value)) as Ticks)
  const isWhole = computed(() => from.value === 0 && to.value === whole.value.duration)
  return {
    from,
    to,
    isWhole,
    scene: computed(() => (isWhole.value ? whole.value : cutScene(whole.value, from.value, to.value))),
    setFrom: (time) => {
      ends.from = Math.max(0, Math.min(time, to.value - frame.value)) as Ticks
    },
    setTo: (time) => {
      ends.to = Math.max(from.value + frame.value, Math.min(time, whole.value.duration)) as Ticks
    },
    takePlayRange: () => {
      const range = whole.value.playRange
      if (range) [ends.from, ends.to] = range
    },
    takeAll: () => {
      ends.from = 0 as Ticks
      ends.to = null
    },
  }
}
