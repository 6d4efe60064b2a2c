/** Bytes from which on an asset is a file beside the database, not a row in it. */
export const LARGE = 32 * 1024 * 1024

/** Of a folder of the browser's own files, what is used here. */
export type Folder = Pick<FileSystemDirectoryHandle, 'getFileHandle' | 'removeEntry' | 'keys'>

const ownFolder = async (): Promise<Folder> =>
  (await navigator.storage.getDirectory()).getDirectoryHandle('assets', { create: true })

/**
 * Assets too large for a row of the database, a file each in the browser's own file system, by their SHA-256. Their bytes are
 * read when they are wanted, so that opening a project takes no longer for them.
 * Source: WHATWG, File System Standard.
 */
export class LargeFiles {
  constructor(private readonly folder: () => Promise<Folder> = ownFolder) {}

  /** Writes a file, whole or not at all; one that is there as large is left as it is. @throws what the browser throws */
  async write(hash: string, bytes: Blob, signal?: AbortSignal): Promise<void> {
    if (await this.read(hash, bytes)) return
    const folder = await this.folder()
    const handle = await folder.getFileHandle(hash, { create: true })
    try {
      // What is written comes to be the file when all of it is there.
      await bytes.stream().pipeTo(await handle.createWritable(), signal ? { signal } : {})
    } catch (caught) {
      await this.remove([hash])
      throw caught
    }
  }

  /** A file as it is on the disk; null where it is missing or not as large as it was. */
  async read(hash: string, { size, type }: Pick<Blob, 'size' | 'type'>): Promise<Blob | null> {
    const folder = await this.folder()
    const file = await folder
      .getFileHandle(hash)
      .then((handle) => handle.getFile())
      .catch(() => null)
    return file?.size === size ? file.slice(0, size, type) : null
  }

  async remove(hashes: readonly string[]): Promise<void> {
    const folder = await this.folder()
    for (const hash of hashes) await folder.removeEntry(hash).catch(() => undefined)
  }

  /** Those written before a moment, ms, by their hashes. */
  async before(moment: number): Promise<string[]> {
    const folder = await this.folder()
    const found: string[] = []
    for await (const hash of folder.keys()) {
      const file = await (await folder.getFileHandle(hash)).getFile().catch(() => null)
      if (file && file.lastModified < moment) found.push(hash)
    }
    return found
  }
}

export const largeFiles = new LargeFiles()
