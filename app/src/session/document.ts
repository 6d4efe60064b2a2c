import { applyPatches, enablePatches, freeze, type Patch } from 'immer'
import { nanoid } from 'nanoid'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { toast } from 'vue-sonner'
import { applyRecipe, type AppliedRecipe, type Recipe } from '@arrow-bend/core/edit'
import { Refusal, sentenceOf } from '@arrow-bend/core/refusal'
import type { Project, Scene } from '@arrow-bend/core/scene'
import type { FrameRate } from '@arrow-bend/core/time'
import { followAtRest } from './followAtRest.ts'
import { EMPTY_HISTORY, remember, stepBack, stepForward, type History, type Step } from './history.ts'
import { useSaving } from './saving.ts'
import { useSelection, type SelectionState } from './selection.ts'

enablePatches()

/** Stands for a rate while nothing is open. */
const NO_RATE: FrameRate = { num: 24, den: 1 }

export type { Recipe } from '@arrow-bend/core/edit'

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

interface Open {
  readonly label: string
  /** Seen before it is asked for: anything else that is done gives it up. */
  readonly tentative: boolean
  readonly base: Project
  readonly selection: SelectionState
  result: AppliedRecipe<unknown> | null
  trouble: string | null
}

const NO_SIZE = [1, 1] as const
/** More layers than this take longer to be painted, and more keys to be summed up, than a drag can wait. */
const MANY_LAYERS = 100
const MANY_KEYS = 1000
const NO_BENDS: Project['bends'] = []

const onlyShown = (): Refusal =>
  new Refusal('Another tab is editing this project, so this one only shows it. Nothing was changed.')

/** Where a drag goes on. */
export type GestureView = 'stage' | 'deck' | 'panel'

/** The one owner of the open project. Nothing else writes it. */
export const useDocument = defineStore('document', () => {
  const selection = useSelection()
  const saving = useSaving()
  const project = shallowRef<Project | null>(null)
  const history = shallowRef(EMPTY_HISTORY)
  const readOnly = shallowRef(false)
  /** Whether something is being dragged at, and in which view: others that accompany it may be coarser or wait. */
  const gesturing = shallowRef(false)
  const gestureIn = shallowRef<GestureView | null>(null)
  /** The look ahead that is shown, by its own preview; null for none. */
  const look = shallowRef<{ readonly base: Project } | null>(null)
  let open: Open | null = null

  const scene = computed<Scene | null>(() => project.value?.scenes[0] ?? null)
  /** The project without a look ahead. */
  const settled = computed(() => look.value?.base ?? project.value)
  // What most views need of the scene changes seldom; through these they are spared its every edit.
  const sceneId = computed(() => scene.value?.id ?? '')
  const size = computed<Scene['size']>(() => scene.value?.size ?? NO_SIZE)
  const bends = computed<Project['bends']>(() => project.value?.bends ?? NO_BENDS)
  const rate = computed<FrameRate>(() => scene.value?.rate ?? NO_RATE)

  const release = (): void => {
    look.value = null
    gesturing.value = false
    gestureIn.value = null
  }
  const isMuchChosen = computed(() => selection.spans.length + selection.keys.length > MANY_KEYS)
  // Deck and panel show what a drag elsewhere does when the hand rests.
  const inDeck = followAtRest(project, () => gestureIn.value === 'stage' || gestureIn.value === 'panel')
  const inPanel = followAtRest(
    project,
    () => gestureIn.value === 'stage' || gestureIn.value === 'deck' || isMuchChosen.value,
    () => gesturing.value && isMuchChosen.value,
  )

  // Where very much moves, what was done is seen in the lanes first, and on the stage a moment later.
  const inStage = followAtRest(
    project,
    () => {
      const edited = history.value.done.length + history.value.undone.length > 0 || gesturing.value
      return edited && gestureIn.value !== 'stage' && (scene.value?.layers.length ?? 0) > MANY_LAYERS
    },
    () => gestureIn.value === 'deck' && isMuchChosen.value,
  )

  const load = (opened: Project): void => {
    open = null
    release()
    history.value = EMPTY_HISTORY
    // Nothing writes to it from here on: what is worked out of its parts may be kept with them.
    project.value = freeze(opened, true)
    selection.clear()
  }

  /** Shows another document; should anything that follows throw, all is as it was before. */
  const turnTo = (to: Project, then: () => History | void): void => {
    const was = { project: project.value, history: history.value, selection: selection.state }
    try {
      project.value = to
      history.value = then() ?? history.value
    } catch (caught) {
      project.value = was.project
      history.value = was.history
      selection.restore(was.selection)
      throw caught
    }
  }

  /** Makes what an edit came to the document: shown, in the history and on its way to disk, or none of it. */
  const finish = (
    { label, base: from, selection: before }: Pick<Open, 'label' | 'base' | 'selection'>,
    { project: to, patches, inverse }: AppliedRecipe<unknown>,
    select: () => void = () => undefined,
  ): void => {
    turnTo(to, () => {
      select()
      if (patches.length === 0) return
      selection.settle(from, to)
      return remember(history.value, { label, from, to, patches, inverse, before, after: selection.state })
    })
    if (patches.length > 0) saving.record(to, { label, patches })
  }

  const refuse = (caught: unknown): null => {
    toast.error(sentenceOf(caught))
    return null
  }

  /**
   * Makes one undoable edit.
   * @param select chooses what is selected after it, from what the recipe returned
   * @returns what the recipe returned, or null when it was refused (the person has been told)
   */
  const apply = <T>(label: string, recipe: Recipe<T>, select?: (made: T) => void): T | null => {
    if (!project.value) return null
    if (readOnly.value) return refuse(onlyShown())
    if (open) leave(open)
    try {
      const given = { label, base: project.value, selection: selection.state }
      const result = applyRecipe(given.base, recipe)
      finish(given, result, () => select?.(result.made))
      return result.made
    } catch (caught) {
      return refuse(caught)
    }
  }

  /** Something else is done: what is under way is taken as it is, or given up where it was only a look ahead. */
  const leave = (gesture: Open): void => (gesture.tentative ? cancel(gesture) : commit(gesture))
  const cancel = (gesture: Open): void => {
    if (open !== gesture) return
    open = null
    release()
    project.value = gesture.base
  }
  const commit = (gesture: Open): void => {
    if (open !== gesture) return
    open = null
    release()
    if (gesture.trouble) toast.error(gesture.trouble)
    project.value = gesture.base
    try {
      if (gesture.result) finish(gesture, gesture.result)
    } catch (caught) {
      refuse(caught)
    }
  }

  /**
   * Starts a drag or a run of typing: previews are shown but reach neither history nor disk until committed.
   * @param over the view it goes on in, which is painted first; `look` for a look ahead at what a panel would do, which
   * is given up as soon as anything else is done
   */
  const begin = (label: string, over: GestureView | 'look' | null = null): Gesture => {
    if (open) leave(open)
    if (readOnly.value) refuse(onlyShown())
    const gesture: Open = {
      label,
      tentative: over === 'look',
      base: project.value!,
      selection: selection.state,
      result: null,
      trouble: null,
    }
    open = gesture
    if (over === 'look') look.value = gesture
    else {
      gesturing.value = true
      gestureIn.value = over
    }
    return {
      preview(recipe) {
        if (open !== gesture || readOnly.value) return null
        try {
          gesture.result = applyRecipe(gesture.base, recipe)
          gesture.trouble = null
          project.value = gesture.result.project
        } catch (caught) {
          gesture.trouble = sentenceOf(caught)
        }
        return gesture.trouble
      },
      commit: () => commit(gesture),
      cancel: () => cancel(gesture),
      isOpen: () => open === gesture,
    }
  }

  /** Gives a look ahead up. Tells whether there was one. */
  const leaveLook = (): boolean => {
    if (!open?.tentative) return false
    cancel(open)
    return true
  }
  const undo = (): void => {
    // What is only looked at goes first: it is the last thing that was seen to change.
    if (leaveLook()) return
    if (open) leave(open)
    const back = stepBack(history.value)
    if (back) moveTo(back, back.step.from, back.step.before, { label: 'Undone', patches: back.step.inverse })
  }
  const redo = (): void => {
    const forward = stepForward(history.value)
    if (!forward) return
    const { step } = forward
    moveTo(forward, step.to, step.after, { label: 'Redone', patches: step.patches })
  }
  const moveTo = (
    { step, history: moved }: { step: Step; history: History },
    to: Project,
    selected: SelectionState,
    { label, patches }: { label: string; patches: readonly Patch[] },
  ): void => {
    if (!project.value || readOnly.value) return
    try {
      turnTo(to, () => {
        selection.restore(selected)
        return moved
      })
    } catch (caught) {
      refuse(caught)
      return
    }
    saving.record(to, { label: `${label}: ${step.label}`, patches })
  }

  /** Shows what another page wrote, as this one only looks on. */
  const follow = (patches: readonly Patch[]): void => {
    if (!project.value || !readOnly.value) return
    const from = project.value
    project.value = applyPatches(from, [...patches])
    selection.settle(from, project.value)
  }
  /** Ends what is under way, so that another page can go on from here. */
  const letGo = (): void => {
    if (open) leave(open)
    readOnly.value = true
  }

  return {
    project,
    scene,
    sceneId,
    rate,
    bends,
    /** Of the frame, px. */
    size,
    readOnly,
    undoLabel: computed(() => history.value.done.at(-1)?.label ?? null),
    redoLabel: computed(() => history.value.undone.at(-1)?.label ?? null),
    gesturing,
    gestureIn,
    /** A look ahead that is shown, by itself; null for none. */
    look: computed(() => look.value),
    settled,
    /** Whether so much is selected that not all that shows it can follow at once. */
    isMuchChosen,
    /** The project as the deck shows it; while something is dragged elsewhere it follows when the hand rests. */
    inDeck,
    /** The project as the stage shows it; the same where there are very many layers, else never behind. */
    inStage,
    /** The project as panel and rail show it; the same. */
    inPanel,
    load,
    follow,
    letGo,
    apply,
    begin,
    leaveLook,
    undo,
    redo,
    makeId: (): string => nanoid(10),
    /** Tells that another tab edits the project. */
    refuseReadOnly: (): void => void refuse(onlyShown()),
  }
})
