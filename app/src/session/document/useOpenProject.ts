import type { Patch } from 'immer'
import { onScopeDispose, readonly, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { renameProject } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import {
  assetShelf,
  projectChannel,
  projectStorage,
  takeLock,
  takeLockOver,
  type Losses,
  type ProjectNews,
  type WriteLock,
} from '../../storage/index.ts'
import { useDocument } from './document.ts'
import { useJournal } from './journal.ts'

/** What this page may do with the project: write it, look on while another page does, or decide, as it was deleted. */
export type ProjectRole = 'writer' | 'onlooker' | 'orphan'

export interface UseOpenProjectReturn {
  readonly phase: Readonly<ShallowRef<'opening' | 'open' | 'trouble'>>
  /** Why it could not be opened. */
  readonly trouble: Readonly<ShallowRef<string>>
  readonly role: Readonly<ShallowRef<ProjectRole>>
  /** What could not be read of it. */
  readonly losses: Readonly<ShallowRef<Losses>>
  /** Writes it here from now on; the page that did finishes first. */
  takeOver(): Promise<void>
  /** Keeps a project that was deleted elsewhere, as it is here. */
  keep(): Promise<void>
}

const NO_LOSSES: Losses = { edits: [], pictures: [], aside: 0 }

/** Done when this page has let go of what it had open last, so that it does not stand in its own way. */
let leaving: Promise<void> = Promise.resolve()

/**
 * Opens the project of an id, and keeps this page and others that have it open in step.
 * @param sceneAsked the scene the address names; the first is shown where it is none of the project's
 */
export function useOpenProject(id: Ref<string>, sceneAsked: () => string | null): UseOpenProjectReturn {
  const document = useDocument()
  const saving = useJournal()
  const phase = shallowRef<'opening' | 'open' | 'trouble'>('opening')
  const trouble = shallowRef('')
  const role = shallowRef<ProjectRole>('onlooker')
  const losses = shallowRef(NO_LOSSES)
  let lock: WriteLock | null = null
  /** The last step that is shown. */
  let seen = 0
  let isLeft = false

  const written = (step: number): void => {
    seen = step
    projectChannel.send({ kind: 'written', id: id.value, step })
  }
  const lookOn = (): void => {
    lock = null
    document.letGo()
    role.value = 'onlooker'
  }

  const open = async (take: typeof takeLock): Promise<void> => {
    const wanted = id.value
    const isStale = (): boolean => isLeft || id.value !== wanted
    try {
      await leaving
      const taken = await take(wanted, lookOn)
      if (isStale()) return taken?.letGo()
      lock = taken
      const writing = taken ? await projectStorage.open(wanted, written) : null
      const opened = writing ?? (await projectStorage.look(wanted))
      if (isStale()) return
      seen = opened.step
      losses.value = opened.losses
      document.load(opened.project, sceneAsked())
      document.readOnly = !taken
      saving.start(writing?.writer ?? null, opened.project)
      role.value = taken ? 'writer' : 'onlooker'
      phase.value = 'open'
      if (taken) keepFromEviction()
    } catch (caught) {
      lock?.letGo()
      lock = null
      trouble.value = sentenceOf(caught)
      phase.value = 'trouble'
    }
  }
  const leave = (): void => {
    const held = lock
    lock = null
    assetShelf.close()
    leaving = saving.flush().finally(() => held?.letGo())
    saving.start(null)
  }

  const keep = async (): Promise<void> => {
    const { project } = document
    if (!project) return
    try {
      lock ??= await takeLockOver(project.id, lookOn)
      const file = await assetShelf.fileOf(project)
      saving.start(await projectStorage.addOpen(file, written), project, Date.now())
      document.readOnly = false
      role.value = 'writer'
      projectChannel.send({ kind: 'restored', id: project.id })
    } catch (caught) {
      saving.fail(caught)
    }
  }

  const heard = useNews(id, {
    /** Shows what the page that writes wrote meanwhile. */
    written: async () => {
      // What is here and could not be saved is not replaced by what another page did.
      if (role.value === 'writer' || phase.value !== 'open' || saving.state.kind === 'failed') return
      const more = await projectStorage.since(id.value, seen).catch(() => null)
      if (more) {
        seen = more.step
        document.follow(more.patches as readonly Patch[])
      } else await open(() => Promise.resolve(null))
    },
    handOver: async () => {
      if (!lock) return
      const held = lock
      lookOn()
      await saving.flush()
      held.letGo()
    },
    deleted: () => {
      role.value = 'orphan'
    },
    // What was done here since the deletion stays: this page's document is the later one.
    restored: () => (lock ? keep() : open(takeLock)),
    rename: async ({ name }) => {
      if (!lock || document.apply('Project renamed', (draft) => renameProject(draft, name)) === null) return
      await saving.flush()
      projectChannel.send({ kind: 'renamed', id: id.value })
    },
  })
  watch(
    id,
    (_id, before) => {
      if (before) leave()
      phase.value = 'opening'
      void open(takeLock)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    isLeft = true
    heard()
    leave()
  })
  return {
    phase: readonly(phase),
    trouble: readonly(trouble),
    role: readonly(role),
    losses: readonly(losses) as Readonly<ShallowRef<Losses>>,
    takeOver: () => open(takeLockOver),
    keep,
  }
}

/** Asks the browser not to clear this away when the disk gets full. Source: WHATWG, Storage Standard, persist(). */
function keepFromEviction(): void {
  // It may say no, and then it is as it would be without.
  navigator.storage?.persist?.().catch(() => undefined)
}

type Answers = {
  [K in Exclude<ProjectNews['kind'], 'renamed'>]: (
    news: Extract<ProjectNews, { kind: K }>,
  ) => void | Promise<void>
}

/** Answers news of a project one after the other; what is 'written' meanwhile is looked at once. Returns what ends it. */
function useNews(id: Ref<string>, answers: Answers): () => void {
  let last: Promise<void> = Promise.resolve()
  let isLooking = false
  return projectChannel.listen((news) => {
    if (news.id !== id.value || news.kind === 'renamed' || (news.kind === 'written' && isLooking)) return
    if (news.kind === 'written') isLooking = true
    last = last.then(async () => {
      isLooking = false
      await (answers[news.kind] as (news: ProjectNews) => void | Promise<void>)(news)
    })
  })
}
