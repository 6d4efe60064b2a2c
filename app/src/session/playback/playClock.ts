import { pageClock, type Clock } from './clock.ts'

/** What a run of playback goes by: the page's frames until it is told another clock. */
export function playClock(tick: (stamp: number) => void) {
  let clock: Clock = pageClock
  let stop: (() => void) | null = null
  const end = (): void => {
    stop?.()
    stop = null
  }
  const begin = (): void => {
    end()
    stop = clock.onTick(tick)
  }
  return {
    now: (): number => clock.now(),
    begin,
    end,
    /** What runs runs on by the other. @returns whether anything does */
    goBy: (next: Clock): boolean => {
      const runs = stop !== null
      end()
      clock = next
      if (runs) begin()
      return runs
    },
  }
}
