import { computed, shallowRef, type ComputedRef, type ShallowRef } from 'vue'
import { applyRecipe, type AppliedRecipe, type Recipe } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Project } from '@arrow-bend/core/scene'
import type { SelectionState } from '../selection/selection.ts'

/** Where a gesture goes on. */
export type GestureView = 'stage' | 'deck' | 'panel'

/** An edit in progress: shown as it goes, one step of the history when committed, nothing when cancelled. */
export interface Gesture {
  /**
   * Replaces what the last preview showed. A refusal leaves the last good preview and is told at commit.
   * @returns the sentence of a refusal, null when all went well
   */
  preview(recipe: Recipe<unknown>): string | null
  commit(): void
  cancel(): void
  /** Whether it is still under way: something else that was done may have ended it. */
  isOpen(): boolean
}

/** What an edit started from. */
export interface EditStart {
  readonly label: string
  readonly base: Project
  readonly selection: SelectionState
}

interface OpenGesture extends EditStart {
  /** A preview a panel asks for, which anything else that is done gives up; otherwise it is taken as it is. */
  readonly isTentative: boolean
  result: AppliedRecipe<unknown> | null
  trouble: string | null
}

/** What gestures need of the document they show previews in. */
export interface GestureHost {
  readonly project: ShallowRef<Project | null>
  readonly selection: () => SelectionState
  /** Whether previews may be shown; tells the person why not when `begin` asks. */
  readonly mayEdit: () => boolean
  readonly tellReadOnly: () => void
  /** Makes a result an undoable edit. Throws where that fails, with the document as it was. */
  readonly finish: (start: EditStart, result: AppliedRecipe<unknown>) => void
  /** Tells the person what went wrong. */
  readonly tell: (caught: unknown) => void
}

export interface Gestures {
  /** Whether something is being dragged at, and in which view. */
  readonly gesturing: ComputedRef<boolean>
  readonly gestureIn: ComputedRef<GestureView | null>
  /** The preview of a panel that is shown, by what it started from; null for none. */
  readonly preview: ComputedRef<{ readonly base: Project } | null>
  begin(label: string, over?: GestureView | 'preview' | null): Gesture
  /** Something else is done: what is under way is taken as it is, or given up where it was a panel's preview. */
  leave(): void
  /** Gives a panel's preview up. Tells whether there was one. */
  leavePreview(): boolean
  /** Forgets what is under way, with the document it is in. */
  reset(): void
}

/** The one gesture a document has at a time. */
export function createGestures(host: GestureHost): Gestures {
  const { project } = host
  /** A drag or a run of typing, and where it goes on. */
  const active = shallowRef<{ readonly view: GestureView | null } | null>(null)
  const preview = shallowRef<OpenGesture | null>(null)
  let open: OpenGesture | null = null

  const release = (): void => {
    open = null
    preview.value = null
    active.value = null
  }
  const cancel = (gesture: OpenGesture): void => {
    if (open !== gesture) return
    release()
    project.value = gesture.base
  }
  const commit = (gesture: OpenGesture): void => {
    if (open !== gesture) return
    release()
    if (gesture.trouble) host.tell(gesture.trouble)
    project.value = gesture.base
    try {
      if (gesture.result) host.finish(gesture, gesture.result)
    } catch (caught) {
      host.tell(caught)
    }
  }
  const show = (gesture: OpenGesture, recipe: Recipe<unknown>): string | null => {
    if (open !== gesture || !host.mayEdit()) return null
    try {
      gesture.result = applyRecipe(gesture.base, recipe)
      gesture.trouble = null
      project.value = gesture.result.project
    } catch (caught) {
      gesture.trouble = sentenceOf(caught)
    }
    return gesture.trouble
  }
  const leave = (): void => {
    if (open) (open.isTentative ? cancel : commit)(open)
  }
  return {
    gesturing: computed(() => active.value !== null),
    gestureIn: computed(() => active.value?.view ?? null),
    preview: computed(() => preview.value),
    begin: (label, over = null) => {
      leave()
      if (!host.mayEdit()) host.tellReadOnly()
      const gesture: OpenGesture = {
        label,
        isTentative: over === 'preview',
        base: project.value!,
        selection: host.selection(),
        result: null,
        trouble: null,
      }
      open = gesture
      if (over === 'preview') preview.value = gesture
      else active.value = { view: over }
      return {
        preview: (recipe) => show(gesture, recipe),
        commit: () => commit(gesture),
        cancel: () => cancel(gesture),
        isOpen: () => open === gesture,
      }
    },
    leave,
    leavePreview: () => {
      if (!open?.isTentative) return false
      cancel(open)
      return true
    },
    reset: release,
  }
}
