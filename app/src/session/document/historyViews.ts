import { computed, type ComputedRef, type ShallowRef } from 'vue'
import type { History, Step } from './history.ts'

/** What the screen says of a history. */
export interface HistoryViews {
  readonly undoLabel: ComputedRef<string | null>
  readonly redoLabel: ComputedRef<string | null>
  /** The step undoing takes back; null for none. */
  readonly lastStep: ComputedRef<Step | null>
  /** Whether anything was done since the project was opened. */
  readonly isEdited: ComputedRef<boolean>
}

export function historyViews(history: Readonly<ShallowRef<History>>): HistoryViews {
  const lastStep = computed(() => history.value.done.at(-1) ?? null)
  return {
    lastStep,
    undoLabel: computed(() => lastStep.value?.label ?? null),
    redoLabel: computed(() => history.value.undone.at(-1)?.label ?? null),
    isEdited: computed(() => history.value.done.length + history.value.undone.length > 0),
  }
}
