import fc from 'fast-check'
import { produceWithPatches, enablePatches } from 'immer'
import { hostileValue } from '../../core/test/hostile.ts'
import { layerWith, projectOf } from '../../core/test/trials.ts'
import { BadFile } from '@arrow-bend/core/format/project'
import { projectSchema, type Project } from '@arrow-bend/core/scene'
import type { JournalEntry, Snapshot } from '../src/storage/database/database.ts'
import { replayJournal } from '../src/storage/journal/replayJournal.ts'

enablePatches()

const start = projectOf([layerWith('a', {}), layerWith('b', {})])

/** A project's documents after each of some edits, with what is kept of them: a snapshot at the start and one on the way. */
function kept(names: readonly string[], snapshotAt: number) {
  const documents: Project[] = [start]
  const entries = names.map((name, i): JournalEntry => {
    const [next, patches] = produceWithPatches(documents[i]!, (draft) => {
      draft.scenes[0]!.layers[i % 2]!.name = name
    })
    documents.push(next)
    return { seq: i + 1, projectId: 'project', step: i + 1, label: name, patches: JSON.stringify(patches) }
  })
  const at = Math.min(snapshotAt, names.length)
  const states = [0, ...(at > 0 ? [at] : [])].map((step): Snapshot => ({
    id: 'project',
    step,
    project: JSON.stringify(documents[step]),
  }))
  return { documents, states, entries }
}

const damage = fc.oneof(
  hostileValue.map((value) => ({ kind: 'value' as const, value })),
  fc.constant({ kind: 'lost' as const }),
  fc
    .constantFrom(
      'garbage{',
      '[{"op":"replace","path":["scenes",9],"value":1}]',
      '[{"op":"remove","path":["scenes",0]}]',
      '[{"op":"replace","path":["scenes",0,"layers",0,"name"],"value":""}]',
      '[{"op":"add","path":["__proto__","polluted"],"value":1}]',
      '[null]',
      '{}',
    )
    .map((value) => ({ kind: 'value' as const, value })),
)

/**
 * Rows of a project's journal and snapshots damaged or lost: what is opened is one of the documents there were, whole and lawful,
 * never edits played over a gap; or it is refused by type where no snapshot is left.
 */
export const journalAttack = fc.property(
  fc.array(
    fc.string({ minLength: 1, maxLength: 8 }).filter((name) => name.trim() === name && name !== ''),
    {
      minLength: 1,
      maxLength: 8,
    },
  ),
  fc.nat({ max: 8 }),
  fc.array(fc.tuple(fc.boolean(), fc.nat(), damage), { maxLength: 3 }),
  (names, snapshotAt, damages) => {
    const { documents, states, entries } = kept(names, snapshotAt)
    const rows = { states: [...states] as unknown[], entries: [...entries] as unknown[] }
    for (const [ofStates, pick, change] of damages) {
      const list = ofStates ? rows.states : rows.entries
      if (list.length === 0) continue
      const at = pick % list.length
      if (change.kind === 'lost') list.splice(at, 1)
      else if (ofStates) list[at] = { ...(list[at] as Snapshot), project: change.value }
      else list[at] = { ...(list[at] as JournalEntry), patches: change.value }
    }
    let opened: Project
    try {
      const replayed = replayJournal(rows as never)
      opened = replayed.project
      if (damages.length === 0 && !replayed.isWhole) throw new Error('nothing was damaged')
    } catch (caught) {
      if (caught instanceof BadFile) return
      throw caught
    }
    const texts = documents.map((document) => JSON.stringify(document))
    const isOneOfThem = texts.includes(JSON.stringify(projectSchema.parse(opened)))
    // A row that says something else, and lawfully, cannot be told from an edit.
    if (!isOneOfThem && !damages.some(([, , { kind }]) => kind === 'value'))
      throw new Error('a document there never was')
    if (Object.hasOwn(Object.prototype, 'polluted')) throw new Error('the prototype was written to')
  },
)
