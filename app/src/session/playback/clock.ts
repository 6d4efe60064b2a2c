/** What playback goes by: the page's frames, a sound's samples, or an exporter's own steps. Times in ms from any zero. */
export interface Clock {
  now(): number
  /** Calls back at every tick, with its time, until what it returns is called. */
  onTick(tick: (stamp: number) => void): () => void
}

/** The page's own: a tick a frame of the screen. */
export const pageClock: Clock = {
  now: () => performance.now(),
  onTick: (tick) => {
    let request = requestAnimationFrame(function next(stamp) {
      request = requestAnimationFrame(next)
      tick(stamp)
    })
    return () => cancelAnimationFrame(request)
  },
}
