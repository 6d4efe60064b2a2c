import { projectChannel } from './projectChannel.ts'

const nameOf = (id: string): string => `arrow-bend:${id}`

/** Whether any page of this browser writes a project. Source: W3C, Web Locks API, query(). */
export async function isAnyProjectOpen(): Promise<boolean> {
  const { held = [] } = await navigator.locks.query()
  return held.some(({ name }) => name?.startsWith(nameOf('')))
}

/** How long the page that writes a project may take to finish when another wants to, ms. */
const PATIENCE_MS = 3_000

/** The right to write a project, which one page at a time has. */
export interface WriteLock {
  letGo(): void
}

/**
 * Asks for the right to write a project.
 * @param lost called when another page took it
 * @returns null while another page has it
 * Source: W3C, Web Locks API.
 */
export function takeLock(id: string, lost: () => void): Promise<WriteLock | null> {
  return request(id, { ifAvailable: true }, lost)
}

/** The same, asking the page that has it to finish and let go; where it does not in time, it loses the lock. */
export async function takeLockOver(id: string, lost: () => void): Promise<WriteLock> {
  projectChannel.send({ kind: 'handOver', id })
  const inTime = await request(id, { signal: AbortSignal.timeout(PATIENCE_MS) }, lost).catch(() => null)
  return inTime ?? (await request(id, { steal: true }, lost))!
}

function request(id: string, options: LockOptions, lost: () => void): Promise<WriteLock | null> {
  return new Promise((resolve, reject) => {
    let held = false
    navigator.locks
      .request(nameOf(id), options, (lock) => {
        if (!lock) return resolve(null)
        held = true
        return new Promise<void>((release) => {
          resolve({
            letGo: () => {
              held = false
              release()
            },
          })
        })
      })
      .catch((caught: unknown) => {
        if (held) lost()
        else reject(caught as Error)
      })
  })
}
