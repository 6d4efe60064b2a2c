import type { Patch } from 'immer'
import type { Project } from '@arrow-bend/core/scene'
import type { SelectionState } from '../selection/selection.ts'

/** One undoable step. */
export interface Step {
  readonly label: string
  /** The project before and after it; what did not change they share. */
  readonly from: Project
  readonly to: Project
  readonly patches: readonly Patch[]
  readonly inverse: readonly Patch[]
  readonly before: SelectionState
  readonly after: SelectionState
}

/** Steps remembered at most. */
const MOST_STEPS = 500

/** What was done and undone; the present lies between. */
export interface History {
  readonly done: readonly Step[]
  readonly undone: readonly Step[]
}

export const EMPTY_HISTORY: History = { done: [], undone: [] }

/** A new step: what was undone is forgotten. */
export function remember(history: History, step: Step): History {
  return { done: [...history.done.slice(-(MOST_STEPS - 1)), step], undone: [] }
}

/** The history after one step back, with that step; null when there is none. */
export function stepBack({ done, undone }: History): { step: Step; history: History } | null {
  const step = done[done.length - 1]
  return step ? { step, history: { done: done.slice(0, -1), undone: [...undone, step] } } : null
}

/** The history after one step forward, with that step; null when there is none. */
export function stepForward({ done, undone }: History): { step: Step; history: History } | null {
  const step = undone[undone.length - 1]
  return step ? { step, history: { done: [...done, step], undone: undone.slice(0, -1) } } : null
}
