import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { produceWithPatches, type Draft } from 'immer'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../core/test/trials.ts'
import type { Project } from '@arrow-bend/core/scene'
import { Database, type JournalEntry } from './database/database.ts'
import { Leisure } from './journal/leisure.ts'
import { ProjectStorage } from './projectStorage.ts'
import type { ProjectWriter } from './journal/projectWriter.ts'
import { sha256 } from './assets/sha256.ts'

const LAYERS = 80
const trial = projectOf(
  Array.from({ length: LAYERS }, (_, i) => layerWith(`l${i}`, { turn: property('turn', [key(0, 0)]) })),
)
let names = 0
let db: Database
let leisure: Leisure
let storage: ProjectStorage
let writer: ProjectWriter
/** The document as it should be on disk. */
let project: Project

const edit = (label: string, recipe: (draft: Draft<Project>) => void): Promise<void> => {
  const [next, patches] = produceWithPatches(project, recipe)
  project = next
  return writer.append(project, { label, patches })
}
const renameAll = (name: string): Promise<void> =>
  edit(name, (draft) => draft.scenes[0]!.layers.forEach((layer, i) => (layer.name = `${name} ${i}`)))
const rename = (name: string): Promise<void> => edit(name, (draft) => void (draft.name = name))
const entries = (): Promise<JournalEntry[]> => db.journal.orderBy('seq').toArray()
const labels = async (): Promise<string[]> => (await entries()).map(({ label }) => label)
/** As a page finds it that looks at it later. */
const reopened = async (): Promise<Project> => (await new ProjectStorage(db).look(project.id)).project
/** The next entries fail as they do where the disk is full. */
const fillDisk = (times: number): void => {
  const add = vi.spyOn(db.journal, 'add')
  for (let i = 0; i < times; i += 1)
    add.mockImplementationOnce(
      () => Dexie.Promise.reject(new DOMException('full', 'QuotaExceededError')) as never,
    )
}

beforeEach(async () => {
  db = new Database(`trial-${(names += 1)}`)
  leisure = new Leisure()
  storage = new ProjectStorage(db, () => 0, leisure)
  project = trial
  await storage.add({ project, assets: new Map() })
  writer = (await storage.open(project.id)).writer
})
afterEach(async () => {
  vi.restoreAllMocks()
  await writer.flush()
  await db.delete()
})

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
    expect((await storage.look(project.id)).project).toEqual(project)
    await Promise.all(edits)
    expect(await labels()).toEqual(['Lamp', 'After'])
    // And there is time again for the next.
    const next = renameAll('Buoy')
    await new Promise((resolve) => setTimeout(resolve, 20))
    expect(await labels()).toEqual(['Lamp', 'After'])
    await next
  })

  it('is folded into a snapshot after fifty edits; the one before stays until the next', async () => {
    for (let i = 1; i <= 52; i += 1) await rename(`Edit ${i}`)
    await writer.flush()
    expect((await db.states.toArray()).map(({ step }) => step)).toEqual([0, 50])
    for (let i = 53; i <= 102; i += 1) await rename(`Edit ${i}`)
    await writer.flush()
    expect((await db.states.toArray()).map(({ step }) => step)).toEqual([50, 100])
    expect((await entries())[0]!.step).toBe(51)
    expect((await reopened()).name).toBe('Edit 102')
  })

  it('is folded as of the edit it is folded at, whatever was asked for meanwhile', async () => {
    const burst = Array.from({ length: 75 }, (_, i) =>
      edit(`Layer ${i}`, (draft) => void (draft.scenes[0]!.layers[i]!.name = `Lamp ${i}`)),
    )
    await Promise.all(burst)
    await writer.flush()
    expect(await db.states.count()).toBe(2)
    expect(await reopened()).toEqual(project)
    for (const { step, project: text } of await db.states.toArray()) {
      const named = (JSON.parse(text as string) as Project).scenes[0]!.layers.filter(({ name }) =>
        /^Lamp/.test(name),
      )
      expect(named).toHaveLength(step)
    }
  })

  it('is folded sooner where its entries are large, also when they are of an earlier day', async () => {
    // What a patch carries beside what it does is kept with it.
    const large = (name: string): Promise<void> => {
      project = { ...project, name }
      const patch = { op: 'replace' as const, path: ['name'], value: name, beside: 'x'.repeat(3e6) }
      return writer.append(project, { label: name, patches: [patch] })
    }
    await large('One')
    await large('Two')
    expect(await labels()).toEqual(['One', 'Two'])
    storage = new ProjectStorage(db, () => 0, leisure)
    writer = (await storage.open(project.id)).writer
    await large('Three')
    await writer.flush()
    expect(await db.states.count()).toBe(2)
    expect((await reopened()).name).toBe('Three')
  })

  it('of another project is left alone', async () => {
    const other = { ...trial, id: 'other' }
    await storage.add({ project: other, assets: new Map() })
    await storage.rename('other', 'Kept')
    for (let i = 1; i <= 110; i += 1) await rename(`Edit ${i}`)
    expect((await labels()).filter((label) => label === 'Project renamed')).toHaveLength(1)
    expect((await storage.look('other')).project.name).toBe('Kept')
  })
})

describe('a write that fails', () => {
  it('leaves no gap: nothing is appended behind it, and the next one keeps all of the document', async () => {
    await rename('One')
    fillDisk(1)
    await expect(rename('Two')).rejects.toThrow('storage is full')
    expect(writer.isBehind).toBe(true)
    expect(await labels()).toEqual(['One'])
    await edit('Moved', (draft) => void (draft.scenes[0]!.name = 'Harbour'))
    expect(writer.isBehind).toBe(false)
    expect(await labels()).toEqual(['One'])
    await rename('Three')
    expect(await reopened()).toEqual(project)
    expect(project.scenes[0]!.name).toBe('Harbour')
  })

  it('keeps all later ones waiting until everything is on disk, also those asked for at once', async () => {
    fillDisk(2)
    const first = rename('One')
    const second = rename('Two')
    await expect(first).rejects.toThrow('storage is full')
    await expect(second).rejects.toThrow('storage is full')
    await expect(rename('Three')).resolves.toBeUndefined()
    expect(await reopened()).toEqual(project)
  })

  it('is noticed on replay even if a later one came through, and never played over', async () => {
    await rename('One')
    fillDisk(1)
    const failed = edit('Lost', (draft) => void (draft.scenes[0]!.name = 'Lost'))
    const after = edit('After', (draft) => void (draft.scenes[0]!.layers[0]!.name = 'Other'))
    await expect(failed).rejects.toThrow('storage is full')
    await after
    // The page is killed here: what the journal has is read by another.
    const { project: opened, losses } = await new ProjectStorage(db).look(project.id)
    expect(opened).toEqual({ ...trial, name: 'One' })
    expect(losses.edits).toEqual(['After'])
  })
})

describe('large edits', () => {
  it('that come faster than they can be written are kept whole, so that the last is on disk soon', async () => {
    const edits = Array.from({ length: 12 }, (_, i) => renameAll(`Lamp ${i}`))
    const after = rename('After')
    await Promise.all([...edits, after])
    expect(writer.isBehind).toBe(false)
    expect((await labels()).length).toBeLessThan(6)
    expect(await reopened()).toEqual(project)
    await rename('More')
    expect(await reopened()).toEqual(project)
  })

  it('that wait when one before them fails are not told to be saved', async () => {
    const [first, second] = [renameAll('Lamp'), renameAll('Buoy')]
    fillDisk(1)
    await expect(first).rejects.toThrow('storage is full')
    await expect(second).rejects.toThrow('could not be saved')
    await writer.keepWhole(project)
    expect(await reopened()).toEqual(project)
  })
})

describe('pages that write one project', () => {
  it('one after the other: who lost it cannot write any more, and says so', async () => {
    await rename('One')
    const other = new ProjectStorage(db, () => 0, new Leisure())
    const queued = renameAll('Lamp')
    const opened = await other.open(project.id)
    await expect(queued).rejects.toThrow('Another tab has taken this project over')
    await expect(rename('Two')).rejects.toThrow('Another tab has taken this project over')
    await opened.writer.append(
      { ...opened.project, name: 'Theirs' },
      { label: 'Theirs', patches: [{ op: 'replace', path: ['name'], value: 'Theirs' }] },
    )
    expect((await reopened()).name).toBe('Theirs')
    expect((await reopened()).scenes[0]!.layers[0]!.name).toBe('l0')
  })

  it('tell those that look on what they wrote since', async () => {
    const { step } = await new ProjectStorage(db).look(project.id)
    await rename('One')
    await rename('Two')
    const more = await storage.since(project.id, step)
    expect(more).toEqual({
      patches: ['One', 'Two'].map((value) => ({ op: 'replace', path: ['name'], value })),
      step: step + 2,
    })
    await writer.keepWhole(project)
    expect(await storage.since(project.id, step + 2)).toBeNull()
  })

  it('cannot write a project that was deleted; kept anew, it is whole, and undoing the deletion leaves it so', async () => {
    await rename('One')
    const removed = await new ProjectStorage(db).remove(project.id)
    await expect(rename('Between')).rejects.toThrow('deleted in another tab')
    expect(await storage.list()).toEqual([])
    await expect(storage.look(project.id)).rejects.toThrow('This project is not in this browser.')
    writer = await storage.addOpen({ project, assets: new Map() })
    await rename('After')
    await storage.restore(removed)
    expect(await reopened()).toEqual(project)
  })
})

describe('projects', () => {
  it('that were taken away are put back as they were by what that returned', async () => {
    await rename('One')
    const before = await db.projects.get(project.id)
    const removed = await storage.remove(project.id)
    expect(await storage.list()).toEqual([])
    await storage.restore(removed)
    expect(await reopened()).toEqual(project)
    expect(await db.projects.get(project.id)).toEqual(before)
  })

  it('that cannot be kept are told of in a sentence, and nothing is left half kept', async () => {
    db.close()
    await expect(rename('Lost')).rejects.toThrow(/\.$/)
    await db.open()
    expect((await reopened()).name).toBe(trial.name)
  })
})

type Damage = [what: string, change: (entry: JournalEntry) => unknown]
const DAMAGES: Damage[] = [
  ['garbage', () => 'garbage{'],
  ['nothing', () => null],
  ['a number', () => 7],
  ['a path that is not there', () => '[{"op":"replace","path":["scenes",9,"layers",0,"name"],"value":"x"}]'],
  ['a path into the prototype', () => '[{"op":"replace","path":["__proto__","polluted"],"value":"x"}]'],
  ['a value out of range', () => '[{"op":"replace","path":["scenes",0,"duration"],"value":1e300}]'],
  ['no document', () => '[{"op":"replace","path":[],"value":null}]'],
  ['an id that is twice', () => '[{"op":"replace","path":["scenes",0,"layers",0,"id"],"value":"l1"}]'],
]

describe('damaged rows', () => {
  const damaged = async (change: (entry: JournalEntry) => unknown): Promise<Project> => {
    await rename('One')
    const last = project
    await rename('Two')
    await rename('Three')
    const [, second] = await entries()
    await db.journal.put({ ...second!, patches: change(second!) as string })
    return last
  }

  it.each(DAMAGES)(
    'of the journal (%s) leave the project as it was before, and are told',
    async (_what, change) => {
      const last = await damaged(change)
      const {
        project: opened,
        losses,
        writer: next,
      } = await new ProjectStorage(db, () => 0, leisure).open(project.id)
      expect(opened).toEqual(last)
      expect(losses.edits).toEqual(['Two', 'Three'])
      expect(({} as Record<string, unknown>)['polluted']).toBeUndefined()
      // What goes on from here is read again, and what was left out is kept for the person.
      writer = next
      project = last
      await rename('Four')
      expect(await reopened()).toEqual(project)
      const aside = async (): Promise<number> => (await storage.look(project.id)).losses.aside
      expect(await aside()).toBe(1)
      expect(await storage.raw(project.id)).toContain('Three')
      await storage.forgetAside(project.id)
      expect(await aside()).toBe(0)
    },
  )

  it('of the journal that are missing leave the project as it was before', async () => {
    await rename('One')
    await rename('Two')
    await db.journal.where({ projectId: project.id, step: 1 }).delete()
    expect((await reopened()).name).toBe(trial.name)
  })

  it.each([['garbage'], ['{"format":"arrow-bend/project"}'], [''], [null], [42]])(
    'of the newest snapshot (%s) are made up for by the one before',
    async (garbage) => {
      for (let i = 1; i <= 52; i += 1) await rename(`Edit ${i}`)
      await writer.flush()
      await db.states.put({ id: project.id, step: 50, project: garbage as string })
      const opened = await new ProjectStorage(db, () => 0, leisure).open(project.id)
      expect(opened.project).toEqual(project)
      expect(opened.losses.edits).toEqual([])
      expect(await reopened()).toEqual(project)
    },
  )

  it('of the only snapshot are told; the project can be saved as it is, deleted and brought back', async () => {
    await rename('One')
    await db.states.put({ id: project.id, step: 0, project: 'garbage' })
    await expect(storage.look(project.id)).rejects.toThrow(/\.$/)
    await expect(storage.open(project.id)).rejects.toThrow(/\.$/)
    expect(await storage.raw(project.id)).toContain('One')
    const removed = await storage.remove(project.id)
    expect(await storage.list()).toEqual([])
    await storage.restore(removed)
    expect(await storage.list()).toHaveLength(1)
  })

  it('of the list are made up for', async () => {
    await db.projects.put({ id: project.id } as never)
    await db.states.put({
      id: 'without card',
      step: 0,
      project: JSON.stringify({ ...trial, id: 'without card' }),
    })
    expect((await storage.list()).map(({ name, size }) => [name, size])).toEqual([
      ['Project without a name', [0, 0]],
      ['Project without a name', [0, 0]],
    ])
  })

  it('of a picture leave it out by name', async () => {
    const bytes = new Uint8Array([1, 2, 3])
    const hash = await sha256(bytes)
    const asset = {
      kind: 'picture',
      id: 'a',
      name: 'Moon',
      type: 'image/png',
      sha256: hash,
      size: [4, 4],
    } as const
    const file = {
      project: { ...trial, id: 'seen', assets: [asset] },
      assets: new Map([[hash, new Blob([bytes])]]),
    }
    await storage.add(file)
    expect((await storage.look('seen')).losses.pictures).toEqual([])
    for (const broken of [new Uint8Array([1, 2]), 'bytes', null]) {
      await db.assets.put({ sha256: hash, type: 'image/png', bytes: broken as never })
      expect((await storage.look('seen')).losses.pictures).toEqual(['Moon'])
    }
    await db.assets.delete(hash)
    expect((await storage.look('seen')).losses.pictures).toEqual(['Moon'])
  })
})
