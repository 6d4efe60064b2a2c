import 'fake-indexeddb/auto'
import { produceWithPatches, type Draft } from 'immer'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../core/test/trials.ts'
import type { Project } from '@arrow-bend/core/scene'
import { Database } from './database.ts'
import { Leisure } from './leisure.ts'
import { ProjectStorage } from './projectStorage.ts'

const LAYERS = 80
const trial = projectOf(
  Array.from({ length: LAYERS }, (_, i) => layerWith(`l${i}`, { turn: property('turn', [key(0, 0)]) })),
)
let names = 0
let db: Database
let leisure: Leisure
let storage: ProjectStorage
/** The document as it should be on disk. */
let project: Project

const edit = (label: string, recipe: (draft: Draft<Project>) => void): Promise<void> => {
  const [next, patches] = produceWithPatches(project, recipe)
  project = next
  return storage.append(project, { label, patches })
}
const renameAll = (name: string): Promise<void> =>
  edit(name, (draft) => draft.scenes[0]!.layers.forEach((layer, i) => (layer.name = `${name} ${i}`)))
const rename = (name: string): Promise<void> => edit(name, (draft) => void (draft.name = name))
const labels = async (): Promise<string[]> => (await db.journal.toArray()).map(({ label }) => label)
/** As a tab finds it that is opened later. */
const reopened = async (): Promise<Project> => (await new ProjectStorage(db).open(project.id)).project

beforeEach(async () => {
  db = new Database(`trial-${(names += 1)}`)
  leisure = new Leisure()
  storage = new ProjectStorage(db, () => 0, leisure)
  project = trial
  await storage.add({ project, assets: new Map() })
})
afterEach(() => db.delete())

describe('the journal', () => {
  it('gives back what was added and every edit since', async () => {
    expect(await reopened()).toEqual(trial)
    await rename('One')
    await renameAll('Lamp')
    await rename('Two')
    expect(await reopened()).toEqual(project)
    expect(project.name).toBe('Two')
  })

  it('is asked at once for a small edit; a large one leaves what it shows time, and later ones wait for it', async () => {
    const small = rename('Small')
    const large = renameAll('Lamp')
    const after = rename('After')
    await small
    expect(await labels()).toEqual(['Small'])
    await Promise.all([large, after])
    expect(await labels()).toEqual(['Small', 'Lamp', 'After'])
  })

  it('has all that waits when the page is about to go', async () => {
    const add = vi.spyOn(db.journal, 'add')
    const edits = [renameAll('Lamp'), renameAll('Buoy'), rename('After')]
    leisure.hurry()
    // The database is asked for all of it before anything else happens on the page.
    for (let turn = 0; turn < 40; turn += 1) await Promise.resolve()
    expect(add).toHaveBeenCalledTimes(3)
    await Promise.all(edits)
    expect(await labels()).toEqual(['Lamp', 'Buoy', 'After'])
    expect(await reopened()).toEqual(project)
  })

  it('has all that waits, too, when the project is opened again from the same page', async () => {
    const edits = [renameAll('Lamp'), rename('After')]
    expect((await storage.open(project.id)).project).toEqual(project)
    await Promise.all(edits)
    expect(await labels()).toEqual(['Lamp', 'After'])
    // And there is time again for the next.
    const next = renameAll('Buoy')
    await new Promise((resolve) => setTimeout(resolve, 30))
    expect(await labels()).toEqual(['Lamp', 'After'])
    await next
  })

  it('is folded into the snapshot after fifty edits, and goes on from there', async () => {
    for (let i = 1; i <= 52; i += 1) await rename(`Edit ${i}`)
    expect(await labels()).toEqual(['Edit 51', 'Edit 52'])
    expect((await reopened()).name).toBe('Edit 52')
  })

  it('is folded sooner where its entries are large, also when they are of an earlier day', async () => {
    // What a patch carries beside what it does is kept with it.
    const large = (name: string): Promise<void> => {
      project = { ...project, name }
      const patch = { op: 'replace' as const, path: ['name'], value: name, beside: 'x'.repeat(3e6) }
      return storage.append(project, { label: name, patches: [patch] })
    }
    await large('One')
    await large('Two')
    expect(await labels()).toEqual(['One', 'Two'])
    storage = new ProjectStorage(db, () => 0, leisure)
    await storage.open(project.id)
    await large('Three')
    expect(await labels()).toEqual([])
    expect((await reopened()).name).toBe('Three')
  })

  it('of another project is left alone', async () => {
    const other = { ...trial, id: 'other' }
    await storage.add({ project: other, assets: new Map() })
    await storage.append(
      { ...other, name: 'Kept' },
      { label: 'Kept', patches: [{ op: 'replace', path: ['name'], value: 'Kept' }] },
    )
    for (let i = 1; i <= 60; i += 1) await rename(`Edit ${i}`)
    expect(await labels()).toContain('Kept')
    expect((await labels()).length).toBeLessThan(20)
    expect((await storage.open('other')).project.name).toBe('Kept')
  })

  it('and snapshots of older versions, kept as they are rather than as text, are read all the same', async () => {
    await db.snapshots.put({ id: project.id, project: trial, upTo: 0 })
    const patches = [{ op: 'replace' as const, path: ['name'], value: 'Old' }]
    await db.journal.add({ projectId: project.id, label: 'Old', patches })
    expect((await reopened()).name).toBe('Old')
  })
})

describe('projects', () => {
  it('that were taken away are put back by what that returned', async () => {
    await rename('One')
    const { file } = await storage.remove(project.id)
    await expect(storage.open(project.id)).rejects.toThrow('This project is not in this browser.')
    expect(await storage.list()).toEqual([])
    await storage.add(file)
    expect(await reopened()).toEqual(project)
  })

  it('that cannot be kept are told of in a sentence, and nothing is left half kept', async () => {
    db.close()
    await expect(rename('Lost')).rejects.toThrow(/\.$/)
    await db.open()
    expect((await reopened()).name).toBe(trial.name)
  })
})
