import type { Property } from '../property/index.ts'
import type { Scene } from '../scene/index.ts'
import { asTicks, frameTicks, type Ticks } from '../time/index.ts'

/** The time in which properties are seen, ticks: of the scene, and of their keys where they reach beyond it. */
export interface SeenTime {
  readonly start: Ticks
  readonly end: Ticks
  /** Between two looks. */
  readonly step: number
}

const LOOKS_A_FRAME = 4

export function seenTime(
  { rate, duration }: Pick<Scene, 'rate' | 'duration'>,
  properties: readonly Property[],
): SeenTime {
  const times = properties.flatMap(({ keys }) => keys.map(({ t }) => t))
  return {
    start: asTicks(times.reduce<number>((first, t) => Math.min(first, t), 0)),
    end: asTicks(times.reduce<number>((last, t) => Math.max(last, t), duration)),
    step: frameTicks(rate) / LOOKS_A_FRAME,
  }
}
