import { IDBFactory } from 'fake-indexeddb'
import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { describe, expect, it, vi } from 'vitest'
import { layerWith, projectOf } from '../../../../core/test/trials.ts'
import { Database, EMPTIED } from './database.ts'
import { AssetShelf } from '../assets/assetShelf.ts'
import { ProjectStorage } from '../projectStorage.ts'
import { sweepAssets } from '../assets/sweepAssets.ts'

const trial = projectOf([layerWith('l', {})])

/** A database as its first version made it. */
async function firstVersion(name: string): Promise<Dexie> {
  const old = new Dexie(name)
  old.version(1).stores({
    projects: 'id, changed',
    snapshots: 'id',
    journal: '++seq, projectId',
    assets: 'sha256',
    preferences: 'name',
  })
  return old.open()
}

describe('the first version', () => {
  it('is read all the same', async () => {
    const old = await firstVersion('old journal')
    const patchesTo = (value: string) => [{ op: 'replace', path: ['name'], value }]
    await old.table('snapshots').bulkPut([
      { id: 'project', project: trial, upTo: 1 },
      { id: 'text', project: JSON.stringify({ ...trial, id: 'text' }), upTo: 0 },
    ])
    await old.table('journal').bulkAdd([
      { projectId: 'project', label: 'Folded', patches: patchesTo('Folded') },
      { projectId: 'project', label: 'Old', patches: patchesTo('Old') },
      { projectId: 'text', label: 'Text', patches: JSON.stringify(patchesTo('Text')) },
      { projectId: 'project', label: 'Newer', patches: JSON.stringify(patchesTo('Newer')) },
    ])
    old.close()
    const now = new Database('old journal')
    const both = new ProjectStorage(now)
    expect((await both.look('project')).project).toEqual({ ...trial, name: 'Newer' })
    expect((await both.look('text')).project.name).toBe('Text')
    await both.rename('project', 'Newest')
    expect((await new ProjectStorage(now).look('project')).project.name).toBe('Newest')
    await now.delete()
  })

  it('keeps its thumbnails', async () => {
    const old = await firstVersion('old cards')
    const card = { id: 'project', name: 'Quay', seconds: 2, size: [640, 360], changed: 5 }
    const thumbnail = new Blob([new Uint8Array([1, 2, 3])], { type: 'image/webp' })
    await old.table('projects').bulkPut([
      { ...card, thumbnail },
      { ...card, id: 'bare', thumbnail: null },
    ])
    old.close()
    const now = new Database('old cards')
    const shown = await new ProjectStorage(now).list()
    expect(shown.map(({ id, thumbnail: picture }) => [id, picture?.type, picture?.size])).toEqual([
      ['bare', undefined, undefined],
      ['project', 'image/webp', 3],
    ])
    expect(await now.projects.get('project')).toEqual(card)
    await now.delete()
  })
})

describe('a database the browser emptied', () => {
  /** Browsers that make a database anew, and say of it what is given. */
  const factorySaying = (dataLoss: string): IDBFactory => {
    const factory = new IDBFactory()
    const open = factory.open.bind(factory)
    factory.open = (name, version) => {
      const request = open(name, version)
      request.addEventListener('upgradeneeded', (event) => Object.assign(event, { dataLoss }))
      return request
    }
    return factory
  }

  it.each([
    ['total', true],
    ['none', undefined],
  ])('says so, until the person has read it (%s)', async (dataLoss, said) => {
    const factory = factorySaying(dataLoss)
    const storage = new ProjectStorage(new Database('lost', factory))
    expect(await storage.preference(EMPTIED)).toBe(said)
    expect(await new ProjectStorage(new Database('lost', factory)).preference(EMPTIED)).toBe(said)
    await storage.keepPreference(EMPTIED, false)
    expect(await new ProjectStorage(new Database('lost', factory)).preference(EMPTIED)).toBe(false)
  })
})

describe('transactions that write', () => {
  it('all have one table in common, so that no two are ever under way at a time', async () => {
    const asked = vi.spyOn(IDBDatabase.prototype, 'transaction')
    const database = new Database('writes')
    const storage = new ProjectStorage(database)
    const picture = new Blob(['x'], { type: 'image/webp' })
    await storage.add({ project: trial, assets: new Map() }, picture)
    const { writer } = await storage.open(trial.id)
    await writer.append({ ...trial, name: 'Other' }, { label: 'Renamed', patches: [] })
    await writer.flush()
    await writer.keepWhole(trial)
    const shelf = new AssetShelf(database)
    await shelf.keep([{ sha256: 'hash', type: 'image/png', bytes: new Blob([new Uint8Array(3)]) }])
    await sweepAssets(database, { now: () => 0, isAnyOpen: () => Promise.resolve(false) })
    await shelf.drop(['hash'])
    await storage.keepThumbnail(trial.id, picture)
    await storage.keepPreference('theme', 'lamp')
    await storage.forgetAside(trial.id)
    await storage.restore(await storage.remove(trial.id))
    const writing = asked.mock.calls
      .filter(([, mode]) => mode === 'readwrite')
      .map(([tables]) => [tables].flat())
    expect(writing.length).toBeGreaterThan(9)
    for (const tables of writing) expect(tables).toContain('journal')
    await database.delete()
  })
})
