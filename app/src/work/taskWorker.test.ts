import { expose } from 'comlink'
import { describe, expect, it, vi } from 'vitest'
import { Cancelled, TaskWorker, TookTooLong } from './taskWorker.ts'

const LIMIT = { limitMs: 60, tooLong: 'That took too long. Nothing was changed.' }

/** A stand-in for a worker: a channel whose other end answers, or never does. */
function stubWorker(isStuck: boolean) {
  const { port1, port2 } = new MessageChannel()
  if (!isStuck) expose({ double: (n: number) => 2 * n }, port2)
  const terminate = vi.fn(() => port1.close())
  port1.start()
  return Object.assign(port1, { terminate }) as unknown as Worker & { terminate: typeof terminate }
}
interface Doubling {
  double(n: number): number
}

describe('TaskWorker', () => {
  it('has one worker do one task after the other', async () => {
    const made: ReturnType<typeof stubWorker>[] = []
    const tasks = new TaskWorker<Doubling>(() => (made.push(stubWorker(false)), made.at(-1)!))
    expect(await tasks.run((remote) => remote.double(2), LIMIT)).toBe(4)
    expect(await tasks.run((remote) => remote.double(3), LIMIT)).toBe(6)
    expect(made).toHaveLength(1)
    made[0]!.terminate()
  })

  it('ends one that is stuck, and does the next task with another', async () => {
    const made: ReturnType<typeof stubWorker>[] = []
    const tasks = new TaskWorker<Doubling>(() => (made.push(stubWorker(made.length === 0)), made.at(-1)!))
    await expect(tasks.run((remote) => remote.double(2), LIMIT)).rejects.toThrow(TookTooLong)
    expect(made[0]!.terminate).toHaveBeenCalled()
    expect(await tasks.run((remote) => remote.double(3), LIMIT)).toBe(6)
    made[1]!.terminate()
  })

  it('ends one that is called off at once', async () => {
    const made: ReturnType<typeof stubWorker>[] = []
    const tasks = new TaskWorker<Doubling>(() => (made.push(stubWorker(true)), made.at(-1)!))
    const calling = new AbortController()
    const task = tasks.run((remote) => remote.double(2), {
      ...LIMIT,
      limitMs: 60_000,
      signal: calling.signal,
    })
    calling.abort()
    await expect(task).rejects.toThrow(Cancelled)
    expect(made[0]!.terminate).toHaveBeenCalled()
    await expect(
      tasks.run((remote) => remote.double(2), { ...LIMIT, signal: calling.signal }),
    ).rejects.toThrow(Cancelled)
    expect(made).toHaveLength(1)
  })
})
