import type { Writable } from 'node:stream'

/** Where a command's result goes, and what it says beside it: the process's own, or others in its place. */
export interface Streams {
  readonly stdout: Writable
  readonly stderr: Writable & { readonly isTTY?: boolean }
}

/**
 * Writes text, or the bytes of a file, to standard output and waits until it has gone.
 * @returns whether anybody still listens; rejects with the system's error when it cannot be written
 */
export function print(text: string | Uint8Array, { stdout }: Streams): Promise<boolean> {
  return new Promise((resolve, reject) => {
    stdout.once('error', (trouble: NodeJS.ErrnoException) => {
      // Who reads has seen enough, as `head` does.
      if (trouble.code === 'EPIPE') resolve(false)
      else reject(trouble)
    })
    stdout.write(text, (trouble) => {
      if (!trouble) resolve(true)
    })
  })
}
