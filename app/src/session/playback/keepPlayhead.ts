import { watchDebounced } from '@vueuse/core'
import { watch, type ShallowRef } from 'vue'
import type { Ticks } from '@arrow-bend/core/time'
import { projectStorage } from '../../storage/index.ts'

/** Quiet time before the playhead's place is kept, ms. */
const KEEP_AFTER_MS = 400

/** Keeps where the playhead stands in each scene, and puts it there when the scene is shown again. */
export function keepPlayhead({
  place,
  time,
  isStill,
  putAt,
}: {
  /** Names the current scene among all projects'; empty for none. */
  readonly place: () => string
  readonly time: Readonly<ShallowRef<Ticks>>
  readonly isStill: () => boolean
  readonly putAt: (kept: number) => void
}): void {
  const nameOf = (scene: string): string => `playhead:${scene}`

  const recall = async (scene: string): Promise<void> => {
    const kept = await projectStorage.preference(nameOf(scene)).catch(() => undefined)
    if (place() === scene && typeof kept === 'number') putAt(kept)
  }
  watch(place, (scene) => void (scene && recall(scene)), { immediate: true })
  watchDebounced(
    time,
    (at) => {
      if (place() && isStill()) void projectStorage.keepPreference(nameOf(place()), at).catch(() => undefined)
    },
    { debounce: KEEP_AFTER_MS },
  )
}
