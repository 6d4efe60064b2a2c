import type { Database } from '../database/database.ts'
import { isAnyProjectOpen } from '../writeLock.ts'
import { largeFiles, type LargeFiles } from './largeFiles.ts'

/**
 * How long an asset may go unnamed before it is deleted, ms. A project that was deleted can be brought back for seconds, and
 * an import keeps its bytes a moment before the document names them.
 */
const GRACE_MS = 60 * 60 * 1000

export interface SweepAssetsOptions {
  readonly now: () => number
  /** Whether any page has a project open: what it can still undo to is not in the database. */
  readonly isAnyOpen: () => Promise<boolean>
  readonly files?: LargeFiles
}

/**
 * Deletes the assets that nothing kept in the browser names any more: no snapshot, no journal entry, nothing put aside.
 * @returns how many went
 */
export async function sweepAssets(
  db: Database,
  { now, isAnyOpen, files = largeFiles }: SweepAssetsOptions = { now: Date.now, isAnyOpen: isAnyProjectOpen },
): Promise<number> {
  if (await isAnyOpen()) return 0
  const swept = await db.transaction('rw', [db.assets, db.states, db.journal, db.aside], async () => {
    const unnamed = new Set(await db.assets.toCollection().primaryKeys())
    const strike = (row: unknown): void => {
      for (const [hash] of textOf(row).matchAll(/[0-9a-f]{64}/g)) unnamed.delete(hash)
    }
    for (const table of [db.states, db.journal, db.aside]) await table.each(strike)
    // What is named again is as new.
    await db.assets
      .filter(({ sha256, unnamedSince }) => unnamedSince !== undefined && !unnamed.has(sha256))
      .modify((asset) => void delete asset.unnamedSince)
    const time = now()
    const gone: string[] = []
    for (const hash of unnamed) {
      const since = (await db.assets.get(hash))?.unnamedSince
      if (since === undefined) await db.assets.update(hash, { unnamedSince: time })
      else if (time - since >= GRACE_MS) gone.push(hash)
    }
    await db.assets.bulkDelete(gone)
    return gone.length
  })
  await sweepFiles(db, files, now() - GRACE_MS).catch(() => undefined)
  return swept
}

/** Deletes large files no row tells of: those of rows that went, and those whose writing broke off. */
async function sweepFiles(db: Database, files: LargeFiles, moment: number): Promise<void> {
  const kept = new Set(await db.assets.toCollection().primaryKeys())
  await files.remove((await files.before(moment)).filter((hash) => !kept.has(hash)))
}

/** Rows name assets wherever in them: every text of 64 hexadecimal digits counts, damaged rows' too. */
function textOf(row: unknown): string {
  const { project, patches } = row as { project?: unknown; patches?: unknown }
  for (const kept of [project, patches]) if (typeof kept === 'string') return kept
  return JSON.stringify(row) ?? ''
}
