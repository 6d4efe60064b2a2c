import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { memoryFolder } from '../../../test/memoryFolder.ts'
import { blobOf, sha256Of } from '../../../../core/test/blobs.ts'
import { projectOf } from '../../../../core/test/trials.ts'
import type { Project } from '@arrow-bend/core/scene'
import { AssetShelf } from './assetShelf.ts'
import { Database, type StoredAsset } from '../database/database.ts'
import { ProjectStorage } from '../projectStorage.ts'
import { LARGE, LargeFiles } from './largeFiles.ts'
import { sweepAssets } from './sweepAssets.ts'

const type = 'image/png'
const textBytes = (name: string) => new TextEncoder().encode(name)
const assetOf = async (bytes: Blob) => ({ bytes, type, sha256: await sha256Of(bytes) }) as const
const moon = await assetOf(blobOf('moon'))
const boat = await assetOf(blobOf('boat'))
const project: Project = {
  ...projectOf([]),
  assets: [{ kind: 'picture', id: 'm', name: 'Moon', type, sha256: moon.sha256, size: [4, 4] }],
}

let names = 0
let db: Database
let shelf: AssetShelf
beforeEach(() => {
  db = new Database(`shelf-${(names += 1)}`)
  shelf = new AssetShelf(db)
})
afterEach(async () => {
  vi.restoreAllMocks()
  await db.delete()
})

describe('AssetShelf', () => {
  it('tells which of the assets it was given are new, and gives them back', async () => {
    expect(await shelf.keep([moon])).toEqual([moon.sha256])
    expect(await shelf.keep([moon, boat])).toEqual([boat.sha256])
    const read = await new AssetShelf(db).read(moon)
    expect(await read!.text()).toBe('moon')
    expect(read!.type).toBe(type)
  })

  it('keeps all of some assets or none', async () => {
    vi.spyOn(db.assets, 'bulkPut').mockImplementationOnce((async (rows: readonly StoredAsset[]) => {
      await db.assets.put(rows[0]!)
      throw new DOMException('full', 'QuotaExceededError')
    }) as never)
    await expect(shelf.keep([moon, boat])).rejects.toThrow(/storage is full/)
    expect(await db.assets.count()).toBe(0)
    expect(await shelf.read(moon)).toBeNull()
  })

  it('gives none for bytes that are missing, no bytes or others than they were', async () => {
    expect(await shelf.read(moon)).toBeNull()
    for (const bytes of ['x', null, textBytes('noom')]) {
      await db.assets.put({ sha256: moon.sha256, type, bytes: bytes as never })
      expect(await new AssetShelf(db).read(moon)).toBeNull()
      expect(await shelf.missing(project.assets)).toEqual(project.assets)
    }
  })

  it('makes a project’s file whole from what it read before, even where the database lost it since', async () => {
    await shelf.keep([moon])
    await db.assets.clear()
    const file = await shelf.fileOf(project)
    expect(await file.assets.get(moon.sha256)!.text()).toBe('moon')
    shelf.close()
    expect((await shelf.fileOf(project)).assets.size).toBe(0)
  })

  it('lets go of what a refused import brought', async () => {
    await shelf.drop(await shelf.keep([moon]))
    expect(await db.assets.count()).toBe(0)
    expect(await shelf.read(moon)).toBeNull()
  })
})

const HOUR = 3_600_000

describe('assets too large for a row of the database', () => {
  const hour = { now: 0 }
  const folder = memoryFolder(() => hour.now * HOUR)
  const files = new LargeFiles(() => Promise.resolve(folder))
  // Its ends tell whether all of it came, and in its order.
  const film = async (name: string) =>
    assetOf(new Blob([`${name} begins`, new Uint8Array(LARGE), `${name} ends`]))
  const inFolder = () => [...folder.files.keys()]
  let large: AssetShelf
  beforeEach(() => {
    hour.now = 0
    folder.files.clear()
    large = new AssetShelf(db, files)
  })

  it('are files of their own, read as they are wanted and of the type that is asked for', async () => {
    const ferry = await film('ferry')
    expect(await large.keep([ferry, moon])).toEqual([ferry.sha256, moon.sha256])
    expect(inFolder()).toEqual([ferry.sha256])
    expect((await db.assets.get(ferry.sha256))!.bytes).toBeUndefined()
    const read = (await new AssetShelf(db, files).read({ ...ferry, type: 'video/mp4' }))!
    expect([read.size, read.type]).toEqual([ferry.bytes.size, 'video/mp4'])
    expect(await sha256Of(read)).toBe(ferry.sha256)
    expect(await large.keep([ferry])).toEqual([])
  })

  it('are missing where their file is gone or broke off', async () => {
    const ferry = await film('ferry')
    const assets = [{ ...project.assets[0]!, sha256: ferry.sha256 }]
    await large.keep([ferry])
    expect(await large.missing(assets)).toEqual([])
    folder.files.set(ferry.sha256, new File(['ferry'], ferry.sha256))
    expect(await large.missing(assets)).toEqual(assets)
    folder.files.delete(ferry.sha256)
    expect(await large.missing(assets)).toEqual(assets)
    expect(await new AssetShelf(db, files).read(ferry)).toBeNull()
  })

  it('leave nothing behind where they are called off, do not fit or are let go', async () => {
    const [ferry, gull] = [await film('ferry'), await film('gull')]
    const off = AbortSignal.abort()
    await expect(large.keep([ferry], off)).rejects.toThrow()
    expect(inFolder()).toEqual([])
    vi.spyOn(db.assets, 'bulkPut').mockRejectedValueOnce(new DOMException('full', 'QuotaExceededError'))
    await expect(large.keep([ferry, gull])).rejects.toThrow(/storage is full, so keeping the picture failed/)
    expect([inFolder(), await db.assets.count()]).toEqual([[], 0])
    await large.drop(await large.keep([gull]))
    expect([inFolder(), await db.assets.count()]).toEqual([[], 0])
  })

  it('go when nothing has named them for an hour, as does what was written of one that broke off', async () => {
    const ferry = await film('ferry')
    await large.keep([ferry])
    folder.files.set('0'.repeat(64), new File(['half'], 'half', { lastModified: 0 }))
    const sweepAt = (now: number) => {
      hour.now = now
      return sweepAssets(db, { now: () => now * HOUR, isAnyOpen: () => Promise.resolve(false), files })
    }
    await sweepAt(0.5)
    expect(inFolder()).toHaveLength(2)
    await sweepAt(1.1)
    expect(inFolder()).toEqual([ferry.sha256])
    await sweepAt(1.6)
    expect([inFolder(), await db.assets.count()]).toEqual([[], 0])
  })
})

describe('sweepAssets', () => {
  const sweepAt = (hours: number, isOpen = false) =>
    sweepAssets(db, { now: () => hours * HOUR, isAnyOpen: () => Promise.resolve(isOpen) })
  const left = () => db.assets.toCollection().primaryKeys()

  it('deletes what nothing has named for an hour, and keeps what a project shows', async () => {
    await shelf.keep([moon, boat])
    await new ProjectStorage(db).add({ project, assets: new Map() })
    expect([await sweepAt(0), await sweepAt(0.9)]).toEqual([0, 0])
    expect(await sweepAt(1)).toBe(1)
    expect(await left()).toEqual([moon.sha256])
  })

  it('keeps what only the journal, an older snapshot or something put aside names', async () => {
    await shelf.keep([moon])
    const places = [
      () => db.journal.add({ projectId: 'p', step: 1, label: 'x', patches: JSON.stringify(project.assets) }),
      () => db.states.put({ id: 'p', step: 3, project: JSON.stringify(project) }),
      () => db.states.put({ id: 'p', step: 3, project }),
      () =>
        db.aside.add({ projectId: 'p', at: 0, rows: { entries: [{ patches: `broken ${moon.sha256}` }] } }),
    ]
    for (const [i, put] of places.entries()) {
      await put()
      await sweepAt(i * 10)
      await sweepAt(i * 10 + 5)
      expect(await left(), `place ${i}`).toEqual([moon.sha256])
      for (const table of [db.journal, db.states, db.aside]) await table.clear()
    }
  })

  it('starts to count anew once something names it again: a project that was brought back', async () => {
    await shelf.keep([moon])
    await sweepAt(0)
    const storage = new ProjectStorage(db)
    await storage.add({ project, assets: new Map() })
    await sweepAt(2)
    await storage.remove(project.id)
    await sweepAt(3)
    expect(await left()).toEqual([moon.sha256])
    expect(await sweepAt(4)).toBe(1)
  })

  it('leaves all as it is while any page has a project open: its history may name what the database does not', async () => {
    await shelf.keep([moon])
    await sweepAt(0)
    expect(await sweepAt(9, true)).toBe(0)
    expect(await left()).toEqual([moon.sha256])
  })
})
