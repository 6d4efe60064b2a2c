import Dexie, { type EntityTable, type Table } from 'dexie'
import type { Patch } from 'immer'
import type { Project } from '@arrow-bend/core/scene'

/** What the projects screen shows of a project without opening it. */
export interface ProjectCard {
  id: string
  name: string
  /** Of its first scene. */
  seconds: number
  size: readonly [number, number]
  changed: number
  thumbnail: Blob | null
}

/** A whole document as of journal entry `upTo`. */
export interface Snapshot {
  id: string
  /** As JSON: a text is put away many times faster than what it tells. Older ones have the project itself. */
  project: string | Project
  upTo: number
}

/** One committed edit. */
export interface JournalEntry {
  seq: number
  projectId: string
  label: string
  /** As JSON, likewise. */
  patches: string | readonly Patch[]
}

export interface StoredAsset {
  sha256: string
  type: string
  bytes: Uint8Array<ArrayBuffer>
}

interface Preference {
  name: string
  value: unknown
}

/** Everything kept in the browser. */
export class Database extends Dexie {
  projects!: EntityTable<ProjectCard, 'id'>
  snapshots!: EntityTable<Snapshot, 'id'>
  journal!: Table<JournalEntry, number, Omit<JournalEntry, 'seq'>>
  assets!: EntityTable<StoredAsset, 'sha256'>
  preferences!: EntityTable<Preference, 'name'>

  constructor(name = 'arrow-bend') {
    super(name)
    this.version(1).stores({
      projects: 'id, changed',
      snapshots: 'id',
      journal: '++seq, projectId',
      assets: 'sha256',
      preferences: 'name',
    })
  }
}

export const database = new Database()
