import { computed, type ComputedRef } from 'vue'
import type { Scene } from '@arrow-bend/core/scene'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'

/** Where a scene plays. */
export interface PlayRange {
  /** The stretch that plays: the one chosen, else all. The end is not shown any more. */
  readonly range: ComputedRef<readonly [Ticks, Ticks]>
  /** When the scene's last frame begins. */
  readonly lastFrame: ComputedRef<Ticks>
}

export function playRange(scene: () => Scene | null): PlayRange {
  // Ends apart, so that a scene edited elsewhere keeps the same range.
  const start = computed(() => scene()?.playRange?.[0] ?? asTicks(0))
  const end = computed(() => scene()?.playRange?.[1] ?? scene()?.duration ?? asTicks(1))
  return {
    range: computed(() => [start.value, end.value]),
    lastFrame: computed(() => {
      const now = scene()
      return now ? asTicks(now.duration - frameTicks(now.rate)) : asTicks(0)
    }),
  }
}
