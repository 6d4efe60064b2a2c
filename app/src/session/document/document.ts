import { applyPatches, enablePatches, type Patch } from 'immer'
import { nanoid } from 'nanoid'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { toast } from '../../ui/toast.ts'
import { applyRecipe, type AppliedRecipe, type Recipe } from '@arrow-bend/core/edit'
import { Refusal, sentenceOf } from '@arrow-bend/core/refusal'
import type { Project } from '@arrow-bend/core/scene'
import { currentScene, sceneIn } from './currentScene.ts'
import { deepFrozen } from './deepFrozen.ts'
import { createGestures, type EditStart } from './gestures.ts'
import { EMPTY_HISTORY, remember, stepBack, stepForward, type History, type Step } from './history.ts'
import { historyViews } from './historyViews.ts'
import { useJournal } from './journal.ts'
import { useSelection, type SelectionState } from '../selection/selection.ts'

enablePatches()

export type { Recipe } from '@arrow-bend/core/edit'
export type { Gesture, GestureView } from './gestures.ts'

const onlyShown = (): Refusal =>
  new Refusal('Another tab is editing this project, so this one only shows it. Nothing was changed.')

/** The one owner of the open project. Nothing else writes it. */
export const useDocument = defineStore('document', () => {
  const selection = useSelection()
  const journal = useJournal()
  const project = shallowRef<Project | null>(null)
  const history = shallowRef(EMPTY_HISTORY)
  const readOnly = shallowRef(false)

  const current = currentScene(project, () => selection.state.scene)

  const refuse = (caught: unknown): null => {
    toast.error(sentenceOf(caught))
    return null
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
    { label, base: from, selection: before }: EditStart,
    { project: to, patches, inverse }: AppliedRecipe<unknown>,
    select: () => void = () => undefined,
  ): void => {
    turnTo(to, () => {
      select()
      if (patches.length === 0) return
      selection.dropGone(from, to)
      return remember(history.value, { label, from, to, patches, inverse, before, after: selection.state })
    })
    if (patches.length > 0) journal.record(to, { label, patches })
  }

  const { leave, reset, ...gestures } = createGestures({
    project,
    selection: () => selection.state,
    mayEdit: () => !readOnly.value,
    tellReadOnly: () => refuse(onlyShown()),
    finish,
    tell: (caught) => void (typeof caught === 'string' ? toast.error(caught) : refuse(caught)),
  })

  /** @param sceneId the scene to show; the first where it is none of the project's */
  const load = (opened: Project, sceneId: string | null = null): void => {
    reset()
    history.value = EMPTY_HISTORY
    // Nothing writes to it from here on: what is worked out of its parts may be kept with them.
    project.value = deepFrozen(opened)
    selection.goTo(sceneIn(opened, sceneId)?.id ?? null)
  }

  /**
   * Makes one undoable edit.
   * @param select chooses what is selected after it, from what the recipe returned
   * @returns what the recipe returned, or null when it was refused (the person has been told)
   */
  const apply = <T>(label: string, recipe: Recipe<T>, select?: (made: T) => void): T | null => {
    if (!project.value) return null
    if (readOnly.value) return refuse(onlyShown())
    leave()
    try {
      const given = { label, base: project.value, selection: selection.state }
      const result = applyRecipe(given.base, recipe)
      finish(given, result, () => select?.(result.made))
      return result.made
    } catch (caught) {
      return refuse(caught)
    }
  }

  const undo = (): void => {
    // A preview goes first: it is the last thing that was seen to change.
    if (gestures.leavePreview()) return
    leave()
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
    journal.record(to, { label: `${label}: ${step.label}`, patches })
  }

  /** Shows what another page wrote, as this one only looks on. */
  const follow = (patches: readonly Patch[]): void => {
    if (!project.value || !readOnly.value) return
    const from = project.value
    project.value = applyPatches(from, [...patches])
    selection.dropGone(from, project.value)
  }
  /** Ends what is under way, so that another page can go on from here. */
  const letGo = (): void => {
    leave()
    readOnly.value = true
  }
  const goToScene = (id: string): void => {
    if (id === current.sceneId.value || !project.value?.scenes.some((one) => one.id === id)) return
    leave()
    selection.goTo(id)
  }

  return {
    project,
    ...current,
    readOnly,
    ...historyViews(history),
    ...gestures,
    /** The project without a panel's preview. */
    committed: computed(() => gestures.preview.value?.base ?? project.value),
    load,
    follow,
    letGo,
    goToScene,
    apply,
    undo,
    redo,
    makeId: (): string => nanoid(10),
    /** Tells that another tab edits the project. */
    refuseReadOnly: (): void => void refuse(onlyShown()),
  }
})
