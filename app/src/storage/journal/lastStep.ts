import type { Database } from '../database/database.ts'

/** The last step of a project that anything is kept of; −1 where nothing is. Reads keys alone. */
export async function lastStep(db: Database, id: string): Promise<number> {
  const [entry] = (await db.journal
    .where('[projectId+step]')
    .between([id, -Infinity], [id, Infinity])
    .reverse()
    .limit(1)
    .keys()) as unknown as [string, number][]
  const states = await db.states.where({ id }).primaryKeys()
  return Math.max(-1, entry?.[1] ?? -1, ...states.map(([, step]) => step))
}
