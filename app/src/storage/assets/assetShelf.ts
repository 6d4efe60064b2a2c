import type { ProjectFile } from '@arrow-bend/core/format/project'
import type { Asset, Project } from '@arrow-bend/core/scene'
import { database, type Database, type StoredAsset } from '../database/database.ts'
import { sha256 } from './sha256.ts'
import { guarded } from '../database/storageTrouble.ts'

/** What an asset is found and read by. */
export type AssetKey = Pick<Asset, 'sha256' | 'type'>

/** An asset with its bytes, to be kept. */
export interface AssetBytes extends AssetKey {
  readonly bytes: Uint8Array<ArrayBuffer>
}

/** Gives what an asset is made of; null where it is missing or damaged. */
export type ReadAsset = (asset: AssetKey) => Promise<Blob | null>

/**
 * Keeps the bytes of assets in the browser, by their SHA-256, and hands them out when they are wanted.
 * They lie in the database as bytes, not as Blobs: those Chromium writes to files of their own, apart from the transaction
 * that names them.
 */
export class AssetShelf {
  /** What was read here: handles that outlast the database, so that a project that is open can still be saved as a file. */
  private readonly handed = new Map<string, Blob>()

  constructor(private readonly db: Database = database) {}

  /**
   * Keeps assets, all or none.
   * @returns the hashes of those that were not kept before
   * @throws StorageTrouble, full disks among them
   */
  async keep(assets: readonly AssetBytes[]): Promise<readonly string[]> {
    const { db } = this
    const added = await guarded('keeping the picture', () =>
      db.transaction('rw', db.assets, async () => {
        const hashes = assets.map((asset) => asset.sha256)
        const there = new Set(await db.assets.where('sha256').anyOf(hashes).primaryKeys())
        await db.assets.bulkPut(
          assets.map(({ sha256: hash, type, bytes }) => ({ sha256: hash, type, bytes })),
        )
        return hashes.filter((hash) => !there.has(hash))
      }),
    )
    for (const { sha256: hash, type, bytes } of assets) this.handed.set(hash, new Blob([bytes], { type }))
    return added
  }

  /** Lets go of assets nothing came to name. */
  async drop(hashes: readonly string[]): Promise<void> {
    for (const hash of hashes) this.handed.delete(hash)
    await guarded('letting go of the picture', () => this.db.assets.bulkDelete([...hashes]))
  }

  /** The bytes of an asset; null where they are missing or not what they were. */
  read: ReadAsset = async ({ sha256: hash, type }) => {
    const known = this.handed.get(hash)
    if (known) return known
    const stored = await guarded('reading the picture', () => this.db.assets.get(hash))
    const bytes = await soundBytes(hash, stored)
    if (!bytes) return null
    const blob = new Blob([bytes], { type })
    this.handed.set(hash, blob)
    return blob
  }

  /** The assets among some that are missing or damaged. */
  async missing(assets: readonly Asset[]): Promise<Asset[]> {
    const missing: Asset[] = []
    // One after the other: together they may be more than fits in memory.
    for (const asset of assets)
      if (!(await soundBytes(asset.sha256, await this.db.assets.get(asset.sha256)))) missing.push(asset)
    return missing
  }

  /** A project with the bytes of its assets, as far as they are there. */
  async fileOf(project: Project): Promise<ProjectFile> {
    const assets = new Map<string, Uint8Array<ArrayBuffer>>()
    for (const asset of project.assets) {
      const blob = await this.read(asset)
      if (blob) assets.set(asset.sha256, new Uint8Array(await blob.arrayBuffer()))
    }
    return { project, assets }
  }

  /** Forgets the handles of a project that is left. */
  close(): void {
    this.handed.clear()
  }
}

/** Stored bytes as they were; null when they are missing or not what they were. */
async function soundBytes(
  hash: string,
  stored: StoredAsset | undefined,
): Promise<Uint8Array<ArrayBuffer> | null> {
  const bytes: unknown = stored?.bytes
  if (!(bytes instanceof Uint8Array)) return null
  const given = bytes as Uint8Array<ArrayBuffer>
  return (await sha256(given)) === hash ? given : null
}

export const assetShelf = new AssetShelf()
