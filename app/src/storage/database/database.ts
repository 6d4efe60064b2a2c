import Dexie, { type EntityTable, type Table } from 'dexie'
import type { Patch } from 'immer'
import type { Project } from '@arrow-bend/core/scene'
import { noticeEmptied } from './emptiedByBrowser.ts'
import { oneWriteAtATime } from './oneWriteAtATime.ts'

/** What is told of a project without opening it. */
export interface StoredCard {
  id: string
  name: string
  /** Of its first scene. */
  seconds: number
  size: readonly [number, number]
  changed: number
}

/**
 * The small picture on a project's card. Apart from the card, which every edit writes, and as bytes: Chromium keeps a Blob as a
 * file of its own, and when it is killed while it writes one it may find the whole database damaged and empty it.
 */
export interface Thumbnail {
  id: string
  type: string
  bytes: Uint8Array<ArrayBuffer>
}

/** What the projects screen shows of a project. */
export interface ProjectCard extends StoredCard {
  thumbnail: Blob | null
}

/** A whole document as of a step. The last two are kept, so that one that is damaged can be made up for. */
export interface Snapshot {
  id: string
  step: number
  /** As JSON: a text is stored many times faster than the tree it tells of. Older ones hold the tree itself. */
  project: string | Project
}

/** One committed edit. */
export interface JournalEntry {
  seq: number
  projectId: string
  /** Edits of a project are numbered without gaps, from its snapshot's step on: a missing one is noticed. */
  step: number
  label: string
  /** As JSON, likewise. */
  patches: string | readonly Patch[]
}

/** Who may write a project. Snapshots are written only while it names their page, which their transaction looks up. */
export interface Head {
  id: string
  /** Of the page that writes; null for none. */
  token: string | null
}

/** What could not be read when a project was opened, kept for the person to save. */
export interface Aside {
  seq: number
  projectId: string
  at: number
  /** The rows as they were found. */
  rows: unknown
}

export interface StoredAsset {
  sha256: string
  type: string
  /** Left out of a large one, which is a file beside the database. */
  bytes?: Uint8Array<ArrayBuffer>
  /** Bytes of a large one. */
  size?: number
  /** When nothing was found to name it any more; left out while something does. */
  unnamedSince?: number
}

/** The setting that says that the browser lost what was kept before. */
export const EMPTIED = 'emptied'

interface Preference {
  name: string
  value: unknown
}

/** As version 1 of the database kept snapshots. */
interface Snapshot1 {
  id: string
  project: string | Project
  upTo: number
}

/** As versions up to 3 of the database kept cards. */
interface Card3 extends StoredCard {
  thumbnail: Blob | null
}

/** Everything kept in the browser. */
export class Database extends Dexie {
  projects!: EntityTable<StoredCard, 'id'>
  thumbnails!: EntityTable<Thumbnail, 'id'>
  states!: Table<Snapshot, [string, number]>
  journal!: Table<JournalEntry, number, Omit<JournalEntry, 'seq'>>
  heads!: EntityTable<Head, 'id'>
  aside!: Table<Aside, number, Omit<Aside, 'seq'>>
  assets!: EntityTable<StoredAsset, 'sha256'>
  preferences!: EntityTable<Preference, 'name'>

  constructor(name = 'arrow-bend', factory: IDBFactory | undefined = globalThis.indexedDB) {
    let emptied = false
    super(name, factory ? { indexedDB: noticeEmptied(factory, () => (emptied = true)) } : {})
    this.use(oneWriteAtATime('journal'))
    // Kept until the person has read it.
    this.on('ready', async () => {
      if (emptied) await this.preferences.put({ name: EMPTIED, value: true })
      emptied = false
    })
    this.version(1).stores({
      projects: 'id, changed',
      snapshots: 'id',
      journal: '++seq, projectId',
      assets: 'sha256',
      preferences: 'name',
    })
    this.version(2)
      .stores({
        states: '[id+step], id',
        journal: '++seq, projectId, &[projectId+step]',
        heads: 'id',
        aside: '++seq, projectId',
      })
      .upgrade(async (transaction) => {
        const snapshots = await transaction.table<Snapshot1>('snapshots').toArray()
        for (const { id, project, upTo } of snapshots) {
          await transaction.table<Snapshot>('states').put({ id, step: 0, project })
          const entries = transaction.table<JournalEntry, number>('journal').where({ projectId: id })
          let step = 0
          for (const seq of (await entries.primaryKeys()).sort((a, b) => a - b)) {
            if (seq <= upTo) await transaction.table('journal').delete(seq)
            else await transaction.table('journal').update(seq, { step: (step += 1) })
          }
          await transaction.table<Head>('heads').put({ id, token: null })
        }
      })
    this.version(3).stores({ snapshots: null })
    this.version(4)
      .stores({ thumbnails: 'id' })
      .upgrade(async (transaction) => {
        const cards = await transaction.table<Card3>('projects').toArray()
        for (const { thumbnail, ...card } of cards) {
          await transaction.table<StoredCard>('projects').put(card)
          if (!(thumbnail instanceof Blob)) continue
          const bytes = new Uint8Array(await Dexie.waitFor(thumbnail.arrayBuffer()))
          await transaction.table<Thumbnail>('thumbnails').put({ id: card.id, type: thumbnail.type, bytes })
        }
      })
  }
}

export const database = new Database()
