import { applyPatches, enablePatches, type Patch } from 'immer'
import { BadFile, readProjectData } from '@arrow-bend/core/format/project'
import { checkChange, PROJECT_VERSION, type Project } from '@arrow-bend/core/scene'
import type { JournalEntry, Snapshot } from '../database/database.ts'

enablePatches()

/** What the database keeps of a project. */
export interface KeptProject {
  /** Any order. */
  readonly states: readonly Snapshot[]
  readonly entries: readonly JournalEntry[]
}

/** A project as far as what is kept could be read. */
export interface Replayed {
  readonly project: Project
  /** Of the last edit that is in it. */
  readonly step: number
  /** Edits that could not be read, and those after them. */
  readonly left: readonly JournalEntry[]
  /** Whether all was as it should be; if not, a whole snapshot has to be written before the next edit. */
  readonly isWhole: boolean
}

/** What was stored as JSON, or as it is by older versions. */
const told = (kept: unknown): unknown => (typeof kept === 'string' ? (JSON.parse(kept) as unknown) : kept)

const patchesOf = ({ patches }: JournalEntry): Patch[] => {
  const read = told(patches)
  // Copied: what patches carry becomes part of the document.
  return [...(read as Patch[])]
}

/**
 * A project from its snapshots and journal, checked whole. Where something is damaged, it goes as far as all is well.
 * @throws BadFile when no snapshot can be read
 */
export function replayJournal(kept: KeptProject): Replayed {
  const states = [...kept.states].sort((one, other) => other.step - one.step)
  const [newest] = states
  return (newest && replayAtOnce(newest, kept)) ?? replayCarefully(states, kept)
}

/** Entries after a step, in order. */
function entriesAfter(step: number, entries: readonly JournalEntry[]): JournalEntry[] {
  return entries.filter((entry) => entry.step > step).sort((one, other) => one.step - other.step)
}

/** All edits at once, and one check at the end: what nearly every opening takes. Null when anything is not as it should be. */
function replayAtOnce(state: Snapshot, { entries }: KeptProject): Replayed | null {
  const after = entriesAfter(state.step, entries)
  if (after.some((entry, i) => entry.step !== state.step + i + 1)) return null
  const step = state.step + after.length
  try {
    const replayed = after.reduce<Project>(
      (project, entry) => applyPatches(project, patchesOf(entry)),
      told(state.project) as Project,
    )
    // What an older version wrote is kept anew: the edits to come are edits of the upgraded document.
    return { project: readProjectData(replayed), step, left: [], isWhole: isOfToday(replayed) }
  } catch {
    return null
  }
}

/** From the newest snapshot that can be read, edit by edit as long as each is there and keeps the document's rules. */
function replayCarefully(states: readonly Snapshot[], { entries }: KeptProject): Replayed {
  let trouble: unknown = null
  for (const state of states) {
    const data = dataOf(state)
    if (data === null) continue
    try {
      return isOfToday(data)
        ? goOn(readProjectData(data), state.step, entries)
        : goOnFromOlder(data, state.step, entries)
    } catch (caught) {
      trouble ??= caught
    }
  }
  throw trouble ?? new BadFile(UNREADABLE)
}

const UNREADABLE =
  'What this browser keeps of the project is damaged and cannot be read. Save what is stored, in case somebody can mend it; you can also delete it. Nothing was changed.'

/** What a snapshot holds; null where it is nothing of a project at all. */
function dataOf({ project }: Snapshot): unknown {
  try {
    const data = told(project)
    const isProject = typeof data === 'object' && data !== null && 'format' in data
    return isProject ? data : null
  } catch {
    return null
  }
}

function goOn(from: Project, since: number, entries: readonly JournalEntry[]): Replayed {
  const after = entriesAfter(since, entries)
  let project = from
  let step = since
  for (const entry of after) {
    const next = entry.step === step + 1 ? applied(project, entry) : null
    if (!next) break
    project = next
    step += 1
  }
  return { project, step, left: after.filter((entry) => entry.step > step), isWhole: false }
}

/** The same from what an older version wrote: its edits are edits of its documents, so each is upgraded after it. */
function goOnFromOlder(from: unknown, since: number, entries: readonly JournalEntry[]): Replayed {
  const after = entriesAfter(since, entries)
  let data = from
  let project = readProjectData(from)
  let step = since
  for (const entry of after) {
    try {
      if (entry.step !== step + 1) break
      const next: unknown = applyPatches(data as Project, patchesOf(entry))
      project = readProjectData(next)
      data = next
      step += 1
    } catch {
      break
    }
  }
  return { project, step, left: after.filter((entry) => entry.step > step), isWhole: false }
}

function isOfToday(data: unknown): boolean {
  return (data as { version?: unknown }).version === PROJECT_VERSION
}

/** The document after an edit; null when the edit cannot be read or breaks its rules. */
function applied(project: Project, entry: JournalEntry): Project | null {
  try {
    const next = applyPatches(project, patchesOf(entry))
    checkChange(project, next)
    return next
  } catch {
    return null
  }
}
