import { pageClock, type Clock } from '../session/playback/clock.ts'

/** So far off, ms, the two clocks did not drift: the sound device stopped, or started. */
const JUMP = 100
/** Share of what they are apart that is taken up at each tick: what the device reports trembles. */
const SETTLE = 0.05

export interface SoundClock extends Clock {
  /** What of the sound device's time is heard at the tick under way, s. */
  heard(): number
}

/**
 * The sound device's clock: playback that goes by it never drifts away from what is heard. While the device rests it goes
 * on as the page's does, and takes up from there.
 */
export function soundClock(
  context: Pick<AudioContext, 'getOutputTimestamp'>,
  page: Clock = pageClock,
): SoundClock {
  /** How far the device's time is ahead of the page's, ms; null before it was asked. */
  let ahead: number | null = null
  /** What jumps of it are made up for by, ms. */
  let shift = 0
  let stamp = page.now()

  const read = (at: number): number => {
    const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp()
    const now = contextTime * 1000 - performanceTime
    if (ahead === null) {
      ahead = now
      shift = -now
    } else if (Math.abs(now - ahead) > JUMP) {
      shift += ahead - now
      ahead = now
    } else ahead += (now - ahead) * SETTLE
    stamp = at
    return at + ahead + shift
  }
  return {
    now: () => read(page.now()),
    onTick: (tick) => page.onTick((at) => tick(read(at))),
    heard: () => (stamp + (ahead ?? 0)) / 1000,
  }
}
