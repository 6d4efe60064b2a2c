/** A frame at 60 Hz, and what of it the page's own work may take, ms: the browser still has to draw what was painted. */
const FRAME_MS = 1000 / 60
const WORK_MS = 10

/** Frames over the budget after which followers wait; four that fit make up for one that did not. */
const MOST_OVER = 2
const MADE_UP = 1 / 4

/** Gestures after which followers are tried again that did not fit. */
const TRY_AGAIN_AFTER = 4

/** What one frame of a gesture took. */
export interface FrameCost {
  /** From the change to after its paint, ms. */
  readonly workMs: number
  /** From the start of its frame to the start of the next, ms; longer than a frame where one was missed. */
  readonly frameMs: number
}

/** Whether the views that accompany a gesture may follow its every frame, decided by what frames cost as one works. */
export class FollowerBudget {
  private following = true
  private over = 0
  /** The first frame of a gesture runs code for the first time and says nothing of the next. */
  private isFirst = true
  private waited = 0
  private frames = 0
  private followed = 0

  /** Whether followers follow now. */
  get allows(): boolean {
    return this.following
  }

  /** Frames of the gesture, and how many of them the followers kept up with. */
  get report(): { readonly frames: number; readonly followed: number } {
    return { frames: this.frames, followed: this.followed }
  }

  /** A gesture begins. */
  begin(): void {
    this.isFirst = true
    this.over = 0
    this.frames = 0
    this.followed = 0
    this.waited = this.following ? 0 : this.waited + 1
    if (this.waited >= TRY_AGAIN_AFTER) this.following = true
  }

  /** A frame of it was painted. */
  note({ workMs, frameMs }: FrameCost): void {
    this.frames += 1
    if (this.following) this.followed += 1
    if (this.isFirst) {
      this.isFirst = false
      return
    }
    if (!this.following) return
    const fits = workMs <= WORK_MS && frameMs <= FRAME_MS * 1.5
    this.over = fits ? Math.max(0, this.over - MADE_UP) : this.over + 1
    if (this.over >= MOST_OVER) {
      this.following = false
      this.waited = 0
    }
  }
}
