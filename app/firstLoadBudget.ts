import { brotliCompressSync } from 'node:zlib'
import type { Plugin } from 'vite'

export interface FirstLoadBudget {
  /** Modules whose chunks, and all those import at once, have to arrive before the screen is there; by the end of their path. */
  readonly screens: readonly string[]
  /** JavaScript, bytes as it is served. */
  readonly mostBytes: number
}

/** What of a chunk is looked at. */
interface BuiltChunk {
  readonly type: 'chunk' | 'asset'
  readonly isEntry?: boolean
  readonly moduleIds?: readonly string[]
  readonly imports?: readonly string[]
  readonly code?: string
}

/** Ends a build whose first load of a screen is larger than it may be, and prints how large it is. */
export function firstLoadBudget({ screens, mostBytes }: FirstLoadBudget): Plugin {
  return {
    name: 'first-load-budget',
    apply: 'build',
    generateBundle(_options, bundle) {
      const chunks = bundle as unknown as Readonly<Record<string, BuiltChunk>>
      const holds = (name: string, screen: string): boolean =>
        chunks[name]!.moduleIds?.some((id) => id.endsWith(screen)) ?? false
      const names = Object.keys(chunks)
      const found = screens.map((screen) => names.find((name) => holds(name, screen)))
      if (found.some((name) => name === undefined))
        this.error('A screen of the first load is not in the build.')
      const wanted = [...names.filter((name) => chunks[name]!.isEntry), ...(found as string[])]
      const loaded = new Set<string>()
      while (wanted.length > 0) {
        const name = wanted.pop()!
        if (loaded.has(name)) continue
        loaded.add(name)
        wanted.push(...(chunks[name]?.imports ?? []))
      }
      let bytes = 0
      for (const name of loaded) bytes += brotliCompressSync(chunks[name]?.code ?? '').length
      const words = `First load of the Desk: ${(bytes / 1000).toFixed(1)} kB of JavaScript, compressed (at most ${mostBytes / 1000}).`
      if (bytes > mostBytes) this.error(words)
      else this.info(words)
    },
  }
}
