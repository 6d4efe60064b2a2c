import { applyPatches, enablePatches, type Patch } from 'immer'
import { readProjectData, type ProjectFile } from '@arrow-bend/core/format/project'
import type { Project } from '@arrow-bend/core/scene'
import { secondsOfTicks } from '@arrow-bend/core/time'
import { database, type Database, type ProjectCard } from './database.ts'
import { jsonPieces } from './jsonPieces.ts'
import { leisureOfPage, type Leisure } from './leisure.ts'
import { StorageTrouble, storageTrouble } from './storageTrouble.ts'

enablePatches()

/** Journal entries, or characters in them, after which the next commit folds them into the snapshot. */
const FOLD_AFTER = 50
const FOLD_CHARACTERS = 8e6

/** Patches from which on an edit is large, and how long its journal entry leaves for what it shows, ms. */
const LARGE = 60
const SHOW_MS = 250

/** What a committed edit leaves in the journal. */
export interface CommittedEdit {
  readonly label: string
  readonly patches: readonly Patch[]
}

/** What was put away as JSON, or as it is by older versions. */
const told = <T>(kept: string | T): T => (typeof kept === 'string' ? (JSON.parse(kept) as T) : kept)

/** The card of a project; its thumbnail is added once drawn. */
function cardOf(project: Project, changed: number): Omit<ProjectCard, 'thumbnail'> {
  const scene = project.scenes[0]!
  return {
    id: project.id,
    name: project.name,
    seconds: secondsOfTicks(scene.duration),
    size: scene.size,
    changed,
  }
}

/**
 * Keeps projects in the browser: a snapshot each, and a journal of the edits since.
 * Every method rejects with StorageTrouble, its sentence fit to be shown.
 */
export class ProjectStorage {
  /** What the journal holds that the snapshot does not. */
  private sinceFold = { entries: 0, characters: 0 }
  /** The last of the large edits on their way to the journal. */
  private tail: Promise<unknown> | null = null

  constructor(
    private readonly db: Database = database,
    private readonly now: () => number = Date.now,
    private readonly leisure: Leisure = leisureOfPage(),
  ) {}

  /** All projects, the last changed first. */
  async list(): Promise<ProjectCard[]> {
    return this.guard('reading the projects', () => this.db.projects.orderBy('changed').reverse().toArray())
  }

  /** Adds a project with its pictures, whole or not at all. */
  async add({ project, assets }: ProjectFile, thumbnail: Blob | null = null): Promise<void> {
    const text = JSON.stringify(project)
    await this.guard('adding the project', () =>
      this.db.transaction(
        'rw',
        [this.db.projects, this.db.snapshots, this.db.assets, this.db.journal],
        async () => {
          for (const { sha256, type } of project.assets) {
            const bytes = assets.get(sha256)
            if (bytes) await this.db.assets.put({ sha256, type, bytes })
          }
          await this.db.journal.where({ projectId: project.id }).delete()
          await this.db.snapshots.put({ id: project.id, project: text, upTo: 0 })
          await this.db.projects.put({ ...cardOf(project, this.now()), thumbnail })
        },
      ),
    )
  }

  /** Opens a project: snapshot and journal, checked whole, with its pictures. */
  async open(id: string): Promise<ProjectFile> {
    return this.guard('opening the project', async () => {
      await this.askedForAll()
      const snapshot = await this.db.snapshots.get(id)
      if (!snapshot)
        throw new StorageTrouble('This project is not in this browser. It may have been deleted.')
      const entries = await this.db.journal.where({ projectId: id }).sortBy('seq')
      const fresh = entries.filter((entry) => entry.seq > snapshot.upTo)
      const characters = fresh.reduce((sum, { patches }) => sum + patches.length, 0)
      this.sinceFold = { entries: fresh.length, characters }
      const replayed = fresh.reduce<Project>(
        (project, entry) => applyPatches(project, [...told(entry.patches)]),
        told(snapshot.project),
      )
      const project = readProjectData(replayed)
      const stored = await this.db.assets.bulkGet(project.assets.map((asset) => asset.sha256))
      const assets = new Map(stored.flatMap((asset) => (asset ? [[asset.sha256, asset.bytes] as const] : [])))
      return { project, assets }
    })
  }

  /**
   * Appends an edit to the journal; asks the database at once, within the same turn of the event loop. Only an edit of
   * very many things is put away at leisure, and those that come meanwhile wait for it.
   */
  async append(project: Project, edit: CommittedEdit): Promise<void> {
    const add = (patches: string): PromiseLike<number> => {
      this.sinceFold.characters += patches.length
      return this.db.journal.add({ projectId: project.id, label: edit.label, patches })
    }
    const waits = edit.patches.length > LARGE || this.tail !== null
    const added = waits ? this.after(edit.patches, add) : add(JSON.stringify(edit.patches))
    await this.guard('saving your last change', async () => {
      const seq = await added
      await this.db.projects.update(project.id, cardOf(project, this.now()))
      this.sinceFold.entries += 1
      const { entries, characters } = this.sinceFold
      if (entries >= FOLD_AFTER || characters >= FOLD_CHARACTERS) await this.fold(project, seq)
    })
  }

  /** Puts patches away when what they show has been seen, and after the database was asked for all that waits already. */
  private async after(
    patches: readonly Patch[],
    add: (text: string) => PromiseLike<number>,
  ): Promise<number> {
    // In an object, as a promise would be waited for.
    const asked = (this.tail ?? Promise.resolve())
      .then(() => this.leisure.rest(SHOW_MS))
      .then(() => this.textOf(patches))
      .then((text) => ({ added: add(text) }))
    const tail = asked
      .catch(() => undefined)
      .then(() => {
        if (this.tail === tail) this.tail = null
      })
    this.tail = tail
    return (await asked).added
  }

  /** Large edits that wait still are put away now, so that what is read next has them. */
  private async askedForAll(): Promise<void> {
    if (!this.tail) return
    this.leisure.hurry()
    while (this.tail) await this.tail
    this.leisure.relax()
  }

  private async textOf(value: unknown): Promise<string> {
    return (await this.leisure.gather(jsonPieces(value))).join('')
  }

  private async fold(project: Project, upTo: number): Promise<void> {
    this.sinceFold = { entries: 0, characters: 0 }
    const text = await this.textOf(project)
    await this.db.transaction('rw', [this.db.snapshots, this.db.journal], async () => {
      await this.db.snapshots.put({ id: project.id, project: text, upTo })
      // By their keys alone: the entries themselves may be large.
      const keys = await this.db.journal.where({ projectId: project.id }).primaryKeys()
      await this.db.journal.bulkDelete(keys.filter((seq) => seq <= upTo))
    })
  }

  async addAsset(sha256: string, type: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> {
    await this.guard('keeping the picture', () => this.db.assets.put({ sha256, type, bytes }))
  }

  async keepThumbnail(id: string, thumbnail: Blob): Promise<void> {
    await this.guard('keeping the thumbnail', () => this.db.projects.update(id, { thumbnail }))
  }

  /** Renames a project that is not open. */
  async rename(id: string, name: string): Promise<void> {
    const { project } = await this.open(id)
    const patches: Patch[] = [{ op: 'replace', path: ['name'], value: name }]
    await this.append({ ...project, name }, { label: 'Project renamed', patches })
  }

  /** Takes a project away. Pictures stay until nothing names them; the returned file puts it back. */
  async remove(id: string): Promise<{ file: ProjectFile; thumbnail: Blob | null }> {
    const file = await this.open(id)
    const card = await this.db.projects.get(id)
    await this.guard('deleting the project', () =>
      this.db.transaction('rw', [this.db.projects, this.db.snapshots, this.db.journal], async () => {
        await this.db.projects.delete(id)
        await this.db.snapshots.delete(id)
        await this.db.journal.where({ projectId: id }).delete()
      }),
    )
    return { file, thumbnail: card?.thumbnail ?? null }
  }

  async preference(name: string): Promise<unknown> {
    return this.guard('reading a setting', async () => (await this.db.preferences.get(name))?.value)
  }

  async keepPreference(name: string, value: unknown): Promise<void> {
    await this.guard('keeping a setting', () => this.db.preferences.put({ name, value }))
  }

  private async guard<T>(doing: string, work: () => PromiseLike<T>): Promise<T> {
    try {
      return await work()
    } catch (caught) {
      throw caught instanceof Error && caught.name === 'BadFile' ? caught : storageTrouble(caught, doing)
    }
  }
}

export const projectStorage = new ProjectStorage()
