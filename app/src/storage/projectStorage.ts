import { nanoid } from 'nanoid'
import type { ProjectFile } from '@arrow-bend/core/format/project'
import type { Project } from '@arrow-bend/core/scene'
import { AssetShelf } from './assets/assetShelf.ts'
import { largeFiles, type LargeFiles } from './assets/largeFiles.ts'
import { cardOf, mendedCard } from './cardOf.ts'
import {
  database,
  type Database,
  type JournalEntry,
  type ProjectCard,
  type Snapshot,
  type StoredCard,
  type Thumbnail,
} from './database/database.ts'
import { lastStep } from './journal/lastStep.ts'
import { leisureOfPage, type Leisure } from './journal/leisure.ts'
import { ProjectWriter } from './journal/projectWriter.ts'
import { replayJournal, type Replayed } from './journal/replayJournal.ts'
import { guarded, StorageTrouble } from './database/storageTrouble.ts'

/** Of entries that only take a step. */
const NO_PATCHES = '[]'

/** What could not be read of a project that was opened. */
export interface Losses {
  /** Labels of the edits left out, in their order. */
  readonly edits: readonly string[]
  /** Names of pictures that are missing or damaged. */
  readonly pictures: readonly string[]
  /** How many times something was put aside, now or earlier, that the person has not let go of. */
  readonly aside: number
}

export interface OpenedProject {
  readonly project: Project
  /** Of the last edit that is in it. */
  readonly step: number
  readonly losses: Losses
}

/** A project that was taken away, as it was kept; handed to `restore` it is back. */
export interface RemovedProject {
  readonly id: string
  readonly card: StoredCard | undefined
  readonly thumbnail: Thumbnail | undefined
  readonly states: readonly Snapshot[]
  readonly entries: readonly JournalEntry[]
}

/**
 * Keeps projects in the browser: snapshots of each, and a journal of the edits since.
 * Every method rejects with StorageTrouble or BadFile, its sentence fit to be shown.
 */
export class ProjectStorage {
  /** Of this page, by project: what they still have to write is written before the project is read again. */
  private readonly writers = new Map<string, ProjectWriter>()

  private readonly assets: AssetShelf

  constructor(
    private readonly db: Database = database,
    private readonly now: () => number = Date.now,
    private readonly leisure: Leisure = leisureOfPage(),
    files: LargeFiles = largeFiles,
  ) {
    this.assets = new AssetShelf(db, files)
  }

  /** All projects, the last changed first; those whose card is damaged or lost, too. */
  async list(): Promise<ProjectCard[]> {
    return guarded('reading the projects', async () => {
      const cards = new Map((await this.db.projects.toArray()).map((card) => [card.id, mendedCard(card)]))
      for (const [id] of await this.db.states.toCollection().primaryKeys())
        if (!cards.has(id)) cards.set(id, mendedCard({ id }))
      const ordered = [...cards.values()].sort((one, other) => other.changed - one.changed)
      const thumbnails = await this.db.thumbnails.bulkGet(ordered.map(({ id }) => id))
      return ordered.map((card, i) => ({ ...card, thumbnail: pictureOf(thumbnails[i]) }))
    })
  }

  /** Adds a project with its assets, whole or not at all; one of its id that is there is replaced. */
  async add(file: ProjectFile, thumbnail: Blob | null = null, signal?: AbortSignal): Promise<void> {
    await this.put(file, { token: null, thumbnail, ...(signal ? { signal } : {}) })
  }

  /** Adds a project that is open in this page already, and goes on writing it. */
  async addOpen(file: ProjectFile, onWritten?: (step: number) => void): Promise<ProjectWriter> {
    const token = nanoid()
    const step = await this.put(file, { token, thumbnail: null })
    return this.writerOf({ id: file.project.id, token, step, entries: 0, characters: 0 }, onWritten)
  }

  private async put(
    { project, assets }: ProjectFile,
    {
      token,
      thumbnail,
      signal,
    }: { readonly token: string | null; readonly thumbnail: Blob | null; readonly signal?: AbortSignal },
  ): Promise<number> {
    const { db } = this
    const { id } = project
    const text = JSON.stringify(project)
    const small = thumbnail ? await thumbnailOf(id, thumbnail) : null
    const tables = [db.projects, db.thumbnails, db.states, db.journal, db.heads]
    const brought = project.assets.flatMap(({ sha256, type }) => {
      const bytes = assets.get(sha256)
      return bytes ? [{ sha256, type, bytes }] : []
    })
    // Before the project that names them: what is large takes longer than a transaction can.
    const added = await this.assets.keep(brought, signal)
    this.assets.close()
    return guarded('adding the project', () =>
      db.transaction('rw', tables, async () => {
        // Beyond the steps of any page that still writes what was here before.
        const step = (await lastStep(db, id)) + 1
        await db.journal.where({ projectId: id }).delete()
        await db.states.where({ id }).delete()
        await db.states.put({ id, step, project: text })
        await db.heads.put({ id, token })
        await db.projects.put(cardOf(project, this.now()))
        if (small) await db.thumbnails.put(small)
        return step
      }),
    ).catch(async (caught: unknown) => {
      await this.assets.drop(added).catch(() => undefined)
      throw caught
    })
  }

  /** Reads a project without the right to write it. */
  async look(id: string): Promise<OpenedProject> {
    return guarded('opening the project', async () => {
      await this.writers.get(id)?.flush()
      return this.opened((await this.replayed(id)).replayed)
    })
  }

  /**
   * Opens a project to write it: from here on no other page can. What cannot be read is put aside, and what can be is
   * written whole before anything is added to it.
   */
  async open(
    id: string,
    onWritten?: (step: number) => void,
  ): Promise<OpenedProject & { readonly writer: ProjectWriter }> {
    return guarded('opening the project', async () => {
      const { db } = this
      await this.writers.get(id)?.flush()
      const token = nanoid()
      await db.transaction('rw', [db.heads, db.journal, db.states], async () => {
        if ((await db.states.where({ id }).count()) === 0) return
        const head = await db.heads.get(id)
        // Another page may be writing it still: its next entry finds the step taken.
        if (head?.token) await this.fence(id, 'Opened')
        await db.heads.put({ id, token })
      })
      const { replayed, entries, characters } = await this.replayed(id)
      const writer = this.writerOf({ id, token, step: replayed.step, entries, characters }, onWritten)
      if (!replayed.isWhole) await this.putAside(id, replayed, writer)
      return { ...(await this.opened(replayed)), writer }
    })
  }

  private writerOf(
    start: ConstructorParameters<typeof ProjectWriter>[0],
    onWritten?: (step: number) => void,
  ): ProjectWriter {
    const { db, leisure, now } = this
    const writer = new ProjectWriter(start, { db, leisure, now, ...(onWritten ? { onWritten } : {}) })
    this.writers.set(start.id, writer)
    return writer
  }

  /** Inside a transaction: takes the step that a page which wrote the project up to now would write next. */
  private async fence(id: string, label: string): Promise<void> {
    const step = (await lastStep(this.db, id)) + 1
    await this.db.journal.add({ projectId: id, step, label, patches: NO_PATCHES })
  }

  /** Keeps what could not be read for the person, and the rest as a snapshot. */
  private async putAside(id: string, { project, left }: Replayed, writer: ProjectWriter): Promise<void> {
    const { db } = this
    if (left.length > 0) await db.aside.add({ projectId: id, at: this.now(), rows: { entries: left } })
    // Where even that cannot be written, the writer tries again with the first edit.
    await writer.keepWhole(project).catch(() => undefined)
  }

  /** A project as kept: from its newest snapshot on, or with all there is when that does not do. */
  private async replayed(id: string): Promise<{ replayed: Replayed; entries: number; characters: number }> {
    const { db } = this
    const kept = await db.transaction('r', [db.states, db.journal], async () => {
      const newest = await db.states.where('[id+step]').between([id, -Infinity], [id, Infinity]).last()
      const from = newest?.step ?? -Infinity
      const entries = await db.journal
        .where('[projectId+step]')
        .between([id, from], [id, Infinity], false, true)
        .toArray()
      return { states: newest ? [newest] : [], entries }
    })
    const { entries } = kept
    const counts = {
      entries: entries.length,
      characters: entries.reduce((sum, { patches }) => sum + (patches?.length ?? 0), 0),
    }
    let first: unknown = null
    if (kept.states.length > 0) {
      try {
        const replayed = replayJournal(kept)
        if (replayed.isWhole || replayed.left.length === 0) return { replayed, ...counts }
      } catch (caught) {
        first = caught
      }
    }
    const all = await this.rows(id)
    if (all.states.length === 0)
      throw (
        first ?? new StorageTrouble('This project is not in this browser. It may have been deleted.', 'gone')
      )
    return { replayed: replayJournal(all), ...counts }
  }

  private async rows(id: string): Promise<{ states: Snapshot[]; entries: JournalEntry[] }> {
    const { db } = this
    return db.transaction('r', [db.states, db.journal], async () => ({
      states: await db.states.where({ id }).toArray(),
      entries: await db.journal.where({ projectId: id }).toArray(),
    }))
  }

  private async opened({ project, step, left }: Replayed): Promise<OpenedProject> {
    const pictures = (await this.assets.missing(project.assets)).map(({ name }) => name)
    const edits = left.filter(({ patches }) => patches !== NO_PATCHES).map(({ label }) => String(label))
    const aside = await this.db.aside.where({ projectId: project.id }).count()
    return { project, step, losses: { edits, pictures, aside } }
  }

  /**
   * The edits another page wrote after a step, as patches in their order; null where the journal does not have them all
   * (any more), so that the project has to be looked at anew.
   */
  async since(
    id: string,
    step: number,
  ): Promise<{ readonly patches: readonly unknown[]; readonly step: number } | null> {
    return guarded('following the project', async () => {
      const entries = await this.db.journal
        .where('[projectId+step]')
        .between([id, step], [id, Infinity], false, true)
        .toArray()
      if (entries.some((entry, i) => entry.step !== step + i + 1)) return null
      const patches = entries.flatMap(({ patches: kept }) =>
        typeof kept === 'string' ? (JSON.parse(kept) as unknown[]) : [...kept],
      )
      if (entries.length === 0 && (await lastStep(this.db, id)) > step) return null
      return { patches, step: step + entries.length }
    })
  }

  async keepThumbnail(id: string, thumbnail: Blob): Promise<void> {
    const small = await thumbnailOf(id, thumbnail)
    const { db } = this
    await guarded('keeping the thumbnail', () =>
      db.transaction('rw', [db.projects, db.thumbnails], async () => {
        if (await db.projects.get(id)) await db.thumbnails.put(small)
      }),
    )
  }

  /** Renames a project that no page has open. */
  async rename(id: string, name: string): Promise<void> {
    const { project, writer } = await this.open(id)
    const patches = [{ op: 'replace' as const, path: ['name'], value: name }]
    await writer.append({ ...project, name }, { label: 'Project renamed', patches })
    await writer.flush()
  }

  /** Takes a project away as it is, damaged or not. Pictures stay until nothing names them; `restore` puts it back. */
  async remove(id: string): Promise<RemovedProject> {
    const { db } = this
    await this.writers.get(id)?.flush()
    return guarded('deleting the project', () =>
      db.transaction('rw', [db.projects, db.thumbnails, db.states, db.journal, db.heads], async () => {
        const [card, thumbnail] = [await db.projects.get(id), await db.thumbnails.get(id)]
        const removed = { id, card, thumbnail, ...(await this.rows(id)) }
        await this.fence(id, 'Deleted')
        // All but what keeps off a page that writes it still.
        const seqs = (await db.journal.where({ projectId: id }).primaryKeys()).sort((a, b) => a - b)
        await db.journal.bulkDelete(seqs.slice(0, -1))
        await db.projects.delete(id)
        await db.thumbnails.delete(id)
        await db.states.where({ id }).delete()
        await db.heads.delete(id)
        return removed
      }),
    )
  }

  /** Puts back what `remove` returned, unless the project is here again: then it stays as it is. */
  async restore({ id, card, thumbnail, states, entries }: RemovedProject): Promise<void> {
    const { db } = this
    await guarded('bringing the project back', () =>
      db.transaction('rw', [db.projects, db.thumbnails, db.states, db.journal, db.heads], async () => {
        if (await db.heads.get(id)) return
        await db.journal.where({ projectId: id }).delete()
        await db.states.bulkPut([...states])
        await db.journal.bulkPut([...entries])
        await db.heads.put({ id, token: 'none' })
        if (card) await db.projects.put(card)
        if (thumbnail) await db.thumbnails.put(thumbnail)
      }),
    )
  }

  /** All that is kept of a project, as text, whatever state it is in: for the person to save. */
  async raw(id: string): Promise<string> {
    return guarded('reading what is stored', async () => {
      const aside = await this.db.aside.where({ projectId: id }).toArray()
      return JSON.stringify({ project: id, ...(await this.rows(id)), aside }, null, 1)
    })
  }

  /** Forgets what was put aside of a project. */
  async forgetAside(id: string): Promise<void> {
    await guarded('forgetting what was put aside', () => this.db.aside.where({ projectId: id }).delete())
  }

  async preference(name: string): Promise<unknown> {
    return guarded('reading a setting', async () => (await this.db.preferences.get(name))?.value)
  }

  async keepPreference(name: string, value: unknown): Promise<void> {
    await guarded('keeping a setting', () => this.db.preferences.put({ name, value }))
  }
}

async function thumbnailOf(id: string, picture: Blob): Promise<Thumbnail> {
  return { id, type: picture.type, bytes: new Uint8Array(await picture.arrayBuffer()) }
}

/** A thumbnail as it can be shown; null where there is none, or none that is sound. */
function pictureOf(kept: Partial<Thumbnail> | undefined): Blob | null {
  return kept?.bytes instanceof Uint8Array ? new Blob([kept.bytes], { type: String(kept.type) }) : null
}

export const projectStorage = new ProjectStorage()
