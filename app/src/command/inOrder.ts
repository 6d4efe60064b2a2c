/**
 * Runs things in the order they are asked for: at once, unless one before still waits for something, as for an edit that comes
 * when it is first wanted. So a key that is pressed right after another never overtakes it.
 */
export function inOrder(): (run: () => unknown) => void {
  let waiting: Promise<unknown> | null = null
  return (run) => {
    const before = waiting
    const result = before ? before.then(run) : run()
    if (!(result instanceof Promise)) return
    const now = result
      .catch(() => undefined)
      .then(() => {
        if (waiting === now) waiting = null
      })
    waiting = now
  }
}
