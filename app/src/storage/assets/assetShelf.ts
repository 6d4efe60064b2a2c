import type { ProjectFile } from '@arrow-bend/core/format/project'
import type { Asset, Project } from '@arrow-bend/core/scene'
import { database, type Database, type StoredAsset } from '../database/database.ts'
import { sha256 } from './sha256.ts'
import { guarded } from '../database/storageTrouble.ts'
import { LARGE, largeFiles, type LargeFiles } from './largeFiles.ts'

/** What an asset is found and read by. */
export type AssetKey = Pick<Asset, 'sha256' | 'type'>

/** An asset with its bytes, to be kept. */
export interface AssetBytes extends AssetKey {
  readonly bytes: Blob
}

/** Gives what an asset is made of; null where it is missing or damaged. */
export type ReadAsset = (asset: AssetKey) => Promise<Blob | null>

/**
 * Keeps the bytes of assets in the browser, by their SHA-256, and hands them out when they are wanted.
 * They lie in the database as bytes, not as Blobs: those Chromium writes to files of their own, apart from the transaction
 * that names them. Large ones are files outside of the database.
 */
export class AssetShelf {
  /** What was read here: handles that outlast the database, so that a project that is open can still be saved as a file. */
  private readonly handed = new Map<string, Promise<Blob | null>>()

  constructor(
    private readonly db: Database = database,
    private readonly files: LargeFiles = largeFiles,
  ) {}

  /**
   * Keeps assets, all or none.
   * @param signal calls it off
   * @returns the hashes of those that were not kept before
   * @throws StorageTrouble, full disks among them
   */
  async keep(assets: readonly AssetBytes[], signal?: AbortSignal): Promise<readonly string[]> {
    const { db, files } = this
    const hashes = assets.map((asset) => asset.sha256)
    return guarded(`keeping the ${wordOf(assets[0]?.type)}`, async () => {
      const there = new Set(await db.assets.where('sha256').anyOf(hashes).primaryKeys())
      const added = [...new Set(hashes)].filter((hash) => !there.has(hash))
      try {
        const rows = new Map<string, StoredAsset>()
        for (const asset of assets) rows.set(asset.sha256, await this.written(asset, signal))
        await db.transaction('rw', db.assets, () => db.assets.bulkPut([...rows.values()]))
        for (const { sha256: hash, type, bytes } of rows.values())
          if (bytes) this.handed.set(hash, Promise.resolve(new Blob([bytes], { type })))
        return added
      } catch (caught) {
        await files.remove(added).catch(() => undefined)
        throw caught
      }
    })
  }

  /** The row of an asset; a large one is written to its file here. */
  private async written(
    { sha256: hash, type, bytes }: AssetBytes,
    signal?: AbortSignal,
  ): Promise<StoredAsset> {
    const { size } = bytes
    if (size < LARGE) return { sha256: hash, type, bytes: new Uint8Array(await bytes.arrayBuffer()) }
    await this.files.write(hash, bytes, signal)
    return { sha256: hash, type, size }
  }

  /** Lets go of assets nothing came to name. */
  async drop(hashes: readonly string[]): Promise<void> {
    for (const hash of hashes) this.handed.delete(hash)
    await guarded('letting go of the picture', () => this.db.assets.bulkDelete([...hashes]))
    await this.files.remove(hashes).catch(() => undefined)
  }

  /** The bytes of an asset; null where they are missing or not what they were. */
  read: ReadAsset = (asset) => {
    const known = this.handed.get(asset.sha256)
    if (known) return known
    const reading = guarded(`reading the ${wordOf(asset.type)}`, () => this.stored(asset))
    this.handed.set(asset.sha256, reading)
    const forget = (): void => {
      if (this.handed.get(asset.sha256) === reading) this.handed.delete(asset.sha256)
    }
    reading.then((blob) => blob ?? forget(), forget)
    return reading
  }

  /** An asset as the disk has it; null where it is missing or not what it was. */
  private async stored({ sha256: hash, type }: AssetKey): Promise<Blob | null> {
    const stored = await this.db.assets.get(hash)
    if (stored?.size !== undefined) return this.files.read(hash, { size: stored.size, type })
    const bytes: unknown = stored?.bytes
    if (!(bytes instanceof Uint8Array)) return null
    const given = bytes as Uint8Array<ArrayBuffer>
    return (await sha256(given)) === hash ? new Blob([given], { type }) : null
  }

  /** The assets among some that are missing or damaged. */
  async missing(assets: readonly Asset[]): Promise<Asset[]> {
    const missing: Asset[] = []
    // One after the other: together they may be more than fits in memory.
    for (const asset of assets) if (!(await this.stored(asset))) missing.push(asset)
    return missing
  }

  /** A project with the bytes of its assets, as far as they are there. */
  async fileOf(project: Project): Promise<ProjectFile> {
    const assets = new Map<string, Blob>()
    for (const asset of project.assets) {
      const blob = await this.read(asset)
      if (blob) assets.set(asset.sha256, blob)
    }
    return { project, assets }
  }

  /** Forgets the handles of a project that is left. */
  close(): void {
    this.handed.clear()
  }
}

/** What a person calls an asset of a type. */
function wordOf(type = ''): string {
  if (type.startsWith('video/')) return 'clip'
  return type.startsWith('audio/') ? 'sound' : 'picture'
}

export const assetShelf = new AssetShelf()
