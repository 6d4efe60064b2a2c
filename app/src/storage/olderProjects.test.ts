import 'fake-indexeddb/auto'
import { readFileSync } from 'node:fs'
import { produceWithPatches, type Draft } from 'immer'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { readProjectData } from '@arrow-bend/core/format/project'
import type { Layer, Project } from '@arrow-bend/core/scene'
import { Database } from './database/database.ts'
import { ProjectStorage } from './projectStorage.ts'

/** A document of version 1 as that version kept it, with a linked span and a group that has no local time. */
const older = JSON.parse(
  readFileSync(new URL('../../../core/test/fixtures/linked-bends-1.json', import.meta.url), 'utf8'),
) as Project

let db: Database
let storage: ProjectStorage
let document: Project
let step: number
let names = 0

/** Writes an edit as version 1 did: patches of a document that is not upgraded. */
const edit = async (label: string, recipe: (draft: Draft<Project>) => void): Promise<void> => {
  const [next, patches] = produceWithPatches(document, recipe)
  document = next
  step += 1
  await db.journal.add({ projectId: 'linked', step, label, patches: JSON.stringify(patches) })
}
const addGroup = (name: string): Promise<void> =>
  edit('Group added', (draft) => {
    const group = document.scenes[0]!.layers.find(({ kind }) => kind === 'group')!
    draft.scenes[0]!.layers.push({ ...(group as Draft<Layer>), id: name, name })
  })

beforeEach(async () => {
  db = new Database(`older-${(names += 1)}`)
  storage = new ProjectStorage(db, () => 0)
  document = older
  step = 4
  await db.states.put({ id: 'linked', step, project: JSON.stringify(older) })
  await db.heads.put({ id: 'linked', token: null })
  await db.projects.put({ id: 'linked', name: older.name, seconds: 6, size: [640, 360], changed: 0 })
})
afterEach(() => db.delete())

describe('a project that version 1 kept', () => {
  it('opens upgraded, with the edits of its journal, and is told of no loss', async () => {
    await addGroup('Quay')
    await edit('Named', (draft) => void (draft.name = 'Harbour'))
    const { project, losses } = await storage.open('linked')
    expect(project).toEqual(readProjectData(document))
    expect(losses).toEqual({ edits: [], pictures: [], aside: 0 })
  })

  it('is kept whole as version 2 before anything is added, and edits go on from there', async () => {
    await addGroup('Quay')
    const { project, writer } = await storage.open('linked')
    const [next, patches] = produceWithPatches(project, (draft) => {
      draft.scenes[0]!.layers.at(-1)!.properties['local time']!.value = 2
    })
    await writer.append(next, { label: 'Local time set', patches })
    await writer.flush()
    const again = await new ProjectStorage(db).look('linked')
    expect(again.project).toEqual(next)
    expect(again.losses.edits).toEqual([])
  })

  it('opens up to the first edit that is damaged, each upgraded as it was written', async () => {
    await addGroup('Quay')
    await db.journal.add({ projectId: 'linked', step: (step += 1), label: 'Lost', patches: 'garbage{' })
    const kept = readProjectData(document)
    await edit('Named', (draft) => void (draft.name = 'Harbour'))
    const { project, losses } = await storage.open('linked')
    expect(project).toEqual(kept)
    expect(losses.edits).toEqual(['Lost', 'Named'])
  })

  it('is only looked at without being written', async () => {
    const before = await db.states.toArray()
    expect((await storage.look('linked')).project.version).toBe(2)
    expect(await db.states.toArray()).toEqual(before)
  })
})
