import { inject, nextTick, onScopeDispose, provide, watch, type InjectionKey } from 'vue'

/** What a row is painted with: a canvas that begins at its top left corner, and the theme's colours by name. */
export interface Brush {
  readonly on: CanvasRenderingContext2D
  readonly ink: (name: string) => string
}

export type PaintRow = (brush: Brush) => void

const PAPER: InjectionKey<LanePaper> = Symbol('lane paper')

/** What is seen of the rows of the deck, by row; whoever shows a row says how it is painted, strips of paper paint it. */
export class LanePaper {
  private readonly pictures = new Map<string, PaintRow>()
  private readonly followers = new Set<() => void>()
  private told = false

  /** How a row is painted from now on. */
  put(row: string, paint: PaintRow): void {
    this.pictures.set(row, paint)
    if (this.told) return
    this.told = true
    // All that changes at once is painted at once, after the page itself.
    void nextTick(() => {
      this.told = false
      for (const follow of this.followers) follow()
    })
  }

  /** A row is no longer painted so; its picture stays as long as nothing else comes to its place. */
  take(row: string, paint: PaintRow): void {
    if (this.pictures.get(row) === paint) this.pictures.delete(row)
  }

  of(row: string): PaintRow | undefined {
    return this.pictures.get(row)
  }

  /** Tells of rows that are painted otherwise; the returned function ends it. */
  follow(follower: () => void): () => void {
    this.followers.add(follower)
    return () => this.followers.delete(follower)
  }
}

/** The paper of the deck that is set up. */
export function provideLanePaper(): LanePaper {
  const paper = new LanePaper()
  provide(PAPER, paper)
  return paper
}

/**
 * Has a row painted on the paper as long as the component that calls it lives.
 * @param row the row's id on the paper
 * @param paint how it is painted now; what it reads here, rather than while painting, has it painted anew
 */
export function useOnPaper(row: () => string, paint: () => PaintRow): void {
  const paper = inject(PAPER)
  if (!paper) throw new Error('A row is painted only in a deck.')
  let last: readonly [string, PaintRow] | null = null
  const take = (): void => {
    if (last) paper.take(...last)
  }
  watch(
    [row, paint] as const,
    ([id, picture]) => {
      if (last && last[0] !== id) take()
      last = [id, picture]
      paper.put(id, picture)
    },
    { immediate: true },
  )
  onScopeDispose(take)
}
