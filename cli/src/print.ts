/**
 * Writes text, or the bytes of a file, to standard output and waits until it has gone.
 * @returns whether anybody still listens; rejects with the system's error when it cannot be written
 */
export function print(text: string | Uint8Array): Promise<boolean> {
  return new Promise((resolve, reject) => {
    const { stdout } = process
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
