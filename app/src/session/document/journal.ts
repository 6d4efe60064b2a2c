import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { toast } from '../../ui/toast.ts'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Project } from '@arrow-bend/core/scene'
import { StorageTrouble, type CommittedEdit, type ProjectWriter } from '../../storage/index.ts'

/** How often what could not be saved is tried again, ms. */
const TRY_AGAIN_MS = 5_000

/** Whether the last changes are safe on disk. */
export type SaveState =
  | { readonly kind: 'saved'; readonly at: number | null }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly sentence: string; readonly reason: StorageTrouble['reason'] }

/** What is written of the open project, and whether all of it is on disk: 'saved' never means less. */
export const useJournal = defineStore('saving', () => {
  const state = shallowRef<SaveState>({ kind: 'saved', at: null })
  let writer: ProjectWriter | null = null
  let latest: Project | null = null
  let pending = 0
  let again: ReturnType<typeof setTimeout> | undefined

  /**
   * Starts with another project, or with none.
   * @param at when it was saved last, ms; null for nothing to tell of
   */
  const start = (
    given: ProjectWriter | null,
    project: Project | null = null,
    at: number | null = null,
  ): void => {
    clearTimeout(again)
    writer = given
    latest = project
    pending = 0
    state.value = { kind: 'saved', at }
    // What was opened could not be mended on disk: it is tried again.
    if (writer?.isBehind) tryAgain()
  }

  const follow = (work: Promise<void>, of: ProjectWriter): void => {
    pending += 1
    if (state.value.kind === 'saved') state.value = { kind: 'saving' }
    work.then(
      () => {
        if (writer !== of) return
        pending -= 1
        if (pending > 0 || of.isBehind) return
        clearTimeout(again)
        if (state.value.kind === 'failed') toast.success('Everything is saved again.')
        state.value = { kind: 'saved', at: Date.now() }
      },
      (caught: unknown) => {
        if (writer !== of) return
        pending -= 1
        fail(caught)
      },
    )
  }
  const fail = (caught: unknown): void => {
    const sentence = sentenceOf(caught)
    const reason = caught instanceof StorageTrouble ? caught.reason : 'other'
    if (state.value.kind !== 'failed' || state.value.reason !== reason)
      toast.error(sentence, { duration: Infinity })
    state.value = { kind: 'failed', sentence, reason }
    clearTimeout(again)
    // A project that is gone or another page's is not written until the person says so.
    if (reason === 'full' || reason === 'other') again = setTimeout(tryAgain, TRY_AGAIN_MS)
  }

  /** Writes a committed edit; `project` is the document after it. */
  const record = (project: Project, edit: CommittedEdit): void => {
    latest = project
    if (writer) follow(writer.append(project, edit), writer)
  }
  /** Writes the document whole, instead of what could not be written of it. */
  const tryAgain = (): void => {
    clearTimeout(again)
    if (writer && latest) follow(writer.keepWhole(latest), writer)
  }
  /** Resolves when all that was recorded is on disk, or has failed. */
  const flush = async (): Promise<void> => {
    await writer?.flush()
  }
  return { state, start, record, fail, tryAgain, flush }
})
