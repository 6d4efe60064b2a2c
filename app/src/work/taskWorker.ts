import { wrap, type Remote } from 'comlink'
import { Refusal } from '@arrow-bend/core/refusal'

/** What the person called off. */
export class Cancelled extends Refusal {}

/** Work that took longer than it may. */
export class TookTooLong extends Refusal {}

export interface TaskOptions {
  /** Ends the work, and the worker with it, when the person has had enough. */
  readonly signal?: AbortSignal
  /** How long it may take, ms. */
  readonly limitMs: number
  /** What is said when it takes longer. */
  readonly tooLong: string
}

/**
 * A worker that is started with the first task. One that is called off or takes too long is ended, whatever it is at, and the
 * next task gets a new one.
 */
export class TaskWorker<T> {
  private worker: Worker | null = null
  private remote: Remote<T> | null = null

  constructor(private readonly make: () => Worker) {}

  /**
   * Has the worker do something.
   * @throws Cancelled when called off, TookTooLong past the limit, what the task throws
   */
  async run<R>(
    task: (remote: Remote<T>) => Promise<R>,
    { signal, limitMs, tooLong }: TaskOptions,
  ): Promise<R> {
    if (signal?.aborted) throw new Cancelled('Called off. Nothing was changed.')
    this.worker ??= this.make()
    this.remote ??= wrap<T>(this.worker)
    const { worker, remote } = this
    return new Promise<R>((resolve, reject) => {
      const end = (why: Error): void => {
        this.replace(worker)
        stop()
        reject(why)
      }
      const cancel = (): void => end(new Cancelled('Called off. Nothing was changed.'))
      const failed = (): void => end(new TookTooLong(tooLong))
      const timer = setTimeout(failed, limitMs)
      const stop = (): void => {
        clearTimeout(timer)
        signal?.removeEventListener('abort', cancel)
        worker.removeEventListener('error', failed)
      }
      signal?.addEventListener('abort', cancel)
      // One that ran out of memory answers nothing any more.
      worker.addEventListener('error', failed)
      task(remote).then(resolve, reject).finally(stop)
    })
  }

  private replace(worker: Worker): void {
    worker.terminate()
    if (this.worker !== worker) return
    this.worker = null
    this.remote = null
  }
}
