/** A piece of work may take so long before what the person does comes first, ms. */
const PIECE_MS = 5

/**
 * Time for work that nobody waits for: it goes on in short pieces between what is done and shown. When the page is about
 * to go, all of it goes on at once.
 */
export class Leisure {
  private readonly resting = new Set<() => void>()
  private hurried = false

  constructor(private readonly now: () => number = () => performance.now()) {}

  /** Rests for so long, ms, or until there is a hurry. */
  rest(ms: number): Promise<void> {
    if (this.hurried) return Promise.resolve()
    return new Promise((resolve) => {
      const go = (): void => {
        clearTimeout(timer)
        this.resting.delete(go)
        resolve()
      }
      const timer = setTimeout(go, ms)
      this.resting.add(go)
    })
  }

  /** Lets what waits on the page come first: a timer would wait longer than that. */
  private pause(): Promise<void> {
    return new Promise((resolve) => {
      const { port1, port2 } = new MessageChannel()
      port1.onmessage = () => {
        port1.close()
        resolve()
      }
      port2.postMessage(0)
    })
  }

  /** Takes what comes one by one, resting in between as often as it needs; returns all of it. */
  async gather<T>(source: Iterable<T>): Promise<T[]> {
    const gathered: T[] = []
    let began = this.now()
    for (const one of source) {
      gathered.push(one)
      if (this.hurried || this.now() - began < PIECE_MS) continue
      await this.pause()
      began = this.now()
    }
    return gathered
  }

  /** Whatever rests goes on, and does not rest again before the page is back. */
  hurry(): void {
    this.hurried = true
    for (const go of [...this.resting]) go()
  }

  /** There is time again. */
  relax(): void {
    this.hurried = false
  }
}

/** Leisure of this page, which ends as it is hidden or left. */
export function leisureOfPage(): Leisure {
  const leisure = new Leisure()
  if (typeof document === 'undefined') return leisure
  addEventListener('pagehide', () => leisure.hurry())
  document.addEventListener('visibilitychange', () =>
    document.visibilityState === 'hidden' ? leisure.hurry() : leisure.relax(),
  )
  return leisure
}
