import type { Patch } from 'immer'
import type { Project } from '@arrow-bend/core/scene'
import { cardOf } from '../cardOf.ts'
import type { Database } from '../database/database.ts'
import { lastStep } from './lastStep.ts'
import { jsonPieces } from './jsonPieces.ts'
import type { Leisure } from './leisure.ts'
import { guarded, StorageTrouble } from '../database/storageTrouble.ts'

/** Journal entries, or characters in them, after which the next commit folds them into a snapshot. */
const FOLD_AFTER = 50
const FOLD_CHARACTERS = 8e6

/** Patches from which on an edit is large, and how long its journal entry waits for what it shows to be painted, ms. */
const LARGE = 60
const SHOW_MS = 40

/** Large edits that wait at the most: when more come, one snapshot of what they came to is sooner on disk. */
const MOST_WAITING = 4

/** What a committed edit leaves in the journal. */
export interface CommittedEdit {
  readonly label: string
  readonly patches: readonly Patch[]
}

/** Where a writer goes on. */
export interface WriterStart {
  readonly id: string
  readonly token: string
  readonly step: number
  /** Of the journal, since the snapshot. */
  readonly entries: number
  readonly characters: number
}

export interface WriterWorld {
  readonly db: Database
  readonly leisure: Leisure
  readonly now: () => number
  /** Told of every step that is on disk. */
  readonly onWritten?: (step: number) => void
}

/**
 * Writes the edits of one open project: each to the journal, now and then all of it as a snapshot. Once a write has failed
 * nothing is appended behind it: the next one keeps the whole document instead.
 * Every method rejects with StorageTrouble, its sentence fit to be shown.
 */
export class ProjectWriter {
  private step: number
  private sinceFold: { entries: number; characters: number }
  /** Whether the journal lacks an edit. */
  private behind = false
  /** The last of the large edits on their way to the journal, and how many there are. */
  private tail: Promise<unknown> | null = null
  private waiting = 0
  /** What is being asked of the database. */
  private readonly asked = new Set<Promise<unknown>>()
  /** The document to be kept whole, and the work at it. */
  private wanted: Project | null = null
  private keeping: Promise<void> | null = null

  constructor(
    private readonly start: WriterStart,
    private readonly world: WriterWorld,
  ) {
    this.step = start.step
    this.sinceFold = { entries: start.entries, characters: start.characters }
  }

  /**
   * Appends an edit to the journal; asks the database at once, within the same turn of the event loop. Only an edit of
   * very many things is written at leisure, and those that come meanwhile wait for it.
   * @param project the document after it
   */
  async append(project: Project, edit: CommittedEdit): Promise<void> {
    if (this.behind || this.waiting >= MOST_WAITING) return this.keepWhole(project)
    this.step += 1
    // Its own: others may have been asked for by the time it is on disk.
    const { step } = this
    const write = this.entryWriter(project, edit.label, step)
    const waits = edit.patches.length > LARGE || this.tail !== null
    try {
      await guarded('saving your last change', async () =>
        waits ? this.after(edit.patches, write) : write(JSON.stringify(edit.patches)),
      )
    } catch (caught) {
      this.behind = true
      throw caught
    }
    this.sinceFold.entries += 1
    const { entries, characters } = this.sinceFold
    if (entries >= FOLD_AFTER || characters >= FOLD_CHARACTERS) this.fold(project, step)
  }

  /** Keeps the whole document as it is now, instead of the edits that are not in the journal. */
  keepWhole(project: Project): Promise<void> {
    this.behind = true
    this.wanted = project
    this.keeping ??= this.keepAllWanted()
    return this.keeping
  }

  /** Whether the journal lacks an edit, so that the document is not on disk as it is here. */
  get isBehind(): boolean {
    return this.behind
  }

  /** Resolves when all that was given is on disk, or has failed. */
  async flush(): Promise<void> {
    this.world.leisure.hurry()
    while (this.tail) await this.tail
    while (this.asked.size > 0) await Promise.allSettled(this.asked)
    await this.keeping?.catch(() => undefined)
    this.world.leisure.relax()
  }

  /**
   * Asks for a journal entry in a transaction of its own that commits at once, so that it is kept even where the page goes in
   * the same moment. That nobody else wrote meanwhile is held by the journal's index: no two entries of a project have one
   * step, and whoever takes a project over or deletes it leaves an entry behind.
   */
  private entryWriter(project: Project, label: string, step: number): (patches: string) => Promise<void> {
    const { id } = this.start
    const { db, now, onWritten } = this.world
    return (patches) => {
      this.sinceFold.characters += patches.length
      const written = db.journal.add({ projectId: id, step, label, patches }).then(
        () => {
          onWritten?.(step)
          // Of the projects screen alone; the edit is safe without it.
          this.tracked(db.projects.update(id, cardOf(project, now()))).catch(() => undefined)
        },
        async (caught: unknown) => {
          if ((caught as { name?: string }).name === 'ConstraintError') await this.checkHead()
          throw caught
        },
      )
      return this.tracked(written)
    }
  }

  /** Throws StorageTrouble unless this page may write the project. */
  private async checkHead(): Promise<void> {
    const head = await this.world.db.heads.get(this.start.id)
    if (!head) throw new StorageTrouble(GONE, 'gone')
    if (head.token !== this.start.token) throw new StorageTrouble(TAKEN, 'taken')
  }

  private tracked<T>(work: PromiseLike<T>): Promise<T> {
    const asked = Promise.resolve(work).finally(() => this.asked.delete(asked))
    this.asked.add(asked)
    asked.catch(() => undefined)
    return asked
  }

  /** Writes an edit when what it shows has been painted, after the database was asked for all that waits already. */
  private async after(patches: readonly Patch[], write: (text: string) => Promise<void>): Promise<void> {
    // In an object, as a promise would be waited for.
    this.waiting += 1
    const asked = (this.tail ?? Promise.resolve())
      .then(() => this.world.leisure.rest(SHOW_MS))
      .then(async () => {
        // A snapshot that is on its way has it all; without one it has to wait for the next.
        if (this.keeping) return { written: this.keeping }
        if (this.behind) throw new StorageTrouble(BEHIND)
        const text = await this.textOf(patches)
        return { written: write(text) }
      })
    const tail = asked
      .catch(() => undefined)
      .then(() => {
        this.waiting -= 1
        if (this.tail === tail) this.tail = null
      })
    this.tail = tail
    await (
      await asked
    ).written
  }

  private async textOf(value: unknown): Promise<string> {
    return (await this.world.leisure.gather(jsonPieces(value))).join('')
  }

  /** Puts a snapshot behind the journal. That it fails loses nothing: the journal has it all, and the next fold tries again. */
  private fold(project: Project, step: number): void {
    this.sinceFold = { entries: 0, characters: 0 }
    const folded = this.textOf(project).then((text) => {
      const { db } = this.world
      return db.transaction('rw', [db.heads, db.states, db.journal], async () => {
        await this.checkHead()
        await this.putSnapshot(text, step)
      })
    })
    this.tracked(folded).catch(() => undefined)
  }

  private async keepAllWanted(): Promise<void> {
    try {
      while (this.wanted) {
        while (this.tail) await this.tail
        const project = this.wanted
        this.wanted = null
        const text = await this.textOf(project)
        const step = await guarded('saving the project', () => this.putWhole(project, text))
        this.world.onWritten?.(step)
        if (this.wanted) continue
        // Nothing came meanwhile: the journal goes on from here.
        this.step = step
        this.sinceFold = { entries: 0, characters: 0 }
        this.behind = false
      }
    } catch (caught) {
      this.wanted = null
      throw caught
    } finally {
      // At once: what is wanted a moment later starts anew.
      this.keeping = null
    }
  }

  private putWhole(project: Project, text: string): Promise<number> {
    const { db, now } = this.world
    return this.tracked(
      db.transaction('rw', [db.heads, db.states, db.journal, db.projects], async () => {
        await this.checkHead()
        const step = (await lastStep(db, this.start.id)) + 1
        await this.putSnapshot(text, step)
        await db.projects.update(this.start.id, cardOf(project, now()))
        return step
      }),
    )
  }

  /** Inside a transaction: puts a snapshot, keeps the one before it, and takes away what lies before both. */
  private async putSnapshot(text: string, step: number): Promise<void> {
    const { db } = this.world
    const { id } = this.start
    await db.states.put({ id, step, project: text })
    // By their keys alone: the rows themselves may be large.
    const states = (await db.states.where({ id }).primaryKeys()).sort((a, b) => b[1] - a[1])
    const kept = states[1]?.[1] ?? step
    await db.states.bulkDelete(states.slice(2))
    const old = await db.journal
      .where('[projectId+step]')
      .between([id, -Infinity], [id, kept], true, true)
      .primaryKeys()
    await db.journal.bulkDelete(old)
  }
}

const BEHIND =
  'A change before the last one could not be saved, so both wait. Save the project as a file to keep your work.'
const TAKEN =
  'Another tab has taken this project over, so your last change was not saved there. Save the project as a file to keep it.'
const GONE =
  'This project was deleted in another tab, so your last change was not saved. It is still here: keep it, or save it as a file.'
