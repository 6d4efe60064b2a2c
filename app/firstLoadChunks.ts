import type { Plugin } from 'vite'

export interface FirstLoadChunks {
  /** Modules the first screen is made of, by the end of their path. */
  readonly start: readonly string[]
  /** Modules the Desk is made of. */
  readonly desk: readonly string[]
}

/** Names the chunk a module belongs in; null where the bundler decides. */
type ChunkOf = (id: string) => string | null

/**
 * Two chunks for what is loaded first: the first screen, and what the Desk needs beside it. Else each lazy part
 * that shares a module with them makes one more small chunk, which all compress worse by themselves.
 */
export function firstLoadChunks({ start, desk }: FirstLoadChunks): { plugin: Plugin; chunkOf: ChunkOf } {
  let first: ReadonlySet<string> = new Set()
  let rest: ReadonlySet<string> = new Set()
  return {
    chunkOf: (id) => (first.has(id) ? 'start' : rest.has(id) ? 'desk' : null),
    plugin: {
      name: 'first-load-chunks',
      apply: 'build',
      buildEnd() {
        const ids = [...this.getModuleIds()]
        const reached = (ends: readonly string[]): Set<string> => {
          const found = new Set<string>()
          const waiting = ids.filter((id) => ends.some((end) => id.endsWith(end)))
          while (waiting.length > 0) {
            const id = waiting.pop()!
            if (found.has(id)) continue
            // Through the faces of packages everything would seem to be reached.
            if (!id.includes('/app/src/')) continue
            found.add(id)
            waiting.push(...(this.getModuleInfo(id)?.importedIds ?? []))
          }
          return found
        }
        first = reached(start)
        rest = new Set([...reached(desk)].filter((id) => !first.has(id)))
      },
    },
  }
}
