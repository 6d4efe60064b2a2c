import type { DBCore, Middleware } from 'dexie'

/**
 * Has every transaction that writes ask for one table besides its own, so that the browser lets only one of them write at a time,
 * in whatever tab. Chromium lets two that have no table in common write at once; killed in that moment, it may find the database
 * damaged when it is opened again, and empty it (docs/quality.md, what is said to be saved).
 */
export function oneWriteAtATime(table: string): Middleware<DBCore> {
  return {
    stack: 'dbcore',
    name: 'oneWriteAtATime',
    create: (core) => ({
      ...core,
      transaction: (tables, mode, options) =>
        core.transaction(
          mode === 'readwrite' && !tables.includes(table) ? [...tables, table] : tables,
          mode,
          options,
        ),
    }),
  }
}
