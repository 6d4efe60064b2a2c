import type { Folder } from '../src/storage/assets/largeFiles.ts'

/**
 * A folder of the browser's own files, kept in memory: what is written comes to be the file when its stream ends.
 * Source: WHATWG, File System Standard.
 */
export function memoryFolder(now: () => number = () => 0): Folder & { readonly files: Map<string, File> } {
  const files = new Map<string, File>()
  const handleOf = (name: string) => ({
    getFile: () => Promise.resolve(files.get(name)!),
    createWritable: () => {
      const written: Uint8Array<ArrayBuffer>[] = []
      return Promise.resolve(
        new WritableStream<Uint8Array<ArrayBuffer>>({
          write: (piece) => void written.push(piece),
          close: () => void files.set(name, new File(written, name, { lastModified: now() })),
        }),
      )
    },
  })
  return {
    files,
    getFileHandle: async (name: string, options?: { readonly create?: boolean }) => {
      if (!files.has(name)) {
        if (!options?.create) throw new DOMException(name, 'NotFoundError')
        files.set(name, new File([], name, { lastModified: now() }))
      }
      return handleOf(name)
    },
    removeEntry: async (name: string) => {
      if (!files.delete(name)) throw new DOMException(name, 'NotFoundError')
    },
    keys: () => files.keys(),
  } as unknown as Folder & { readonly files: Map<string, File> }
}
