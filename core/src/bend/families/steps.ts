import type { StepJump } from '../bend.ts'
import type { Family } from './family.ts'

const JUMPS: Readonly<Record<StepJump, number>> = { start: 0, end: 0, both: 1, none: -1 }

/** How far an elapsed fraction may be off: less than a tick of the longest span there can be, 48 hours. */
const ROUNDING = 4 * Number.EPSILON

/**
 * steps(n, jump-*). Source: W3C, CSS Easing Functions 2, section 2.4, numbered as its algorithm.
 * @param u elapsed fraction
 * @param before the 'before flag': u is reached from before the span
 */
export function stepProgress(count: number, jump: StepJump, u: number, before = false): number {
  // 1. current step; a moment that stands on a jump is there whatever its fraction was rounded to
  const nearest = Math.round(u * count)
  const isOnJump = Math.abs(u * count - nearest) <= ROUNDING * count
  let current = isOnJump ? nearest : Math.floor(u * count)
  // 2. a jump at the start
  if (jump === 'start' || jump === 'both') current += 1
  // 3. before the span, on a boundary
  if (before && isOnJump) current -= 1
  // 4. never below nought from nought on
  if (u >= 0 && current < 0) current = 0
  // 5.–6. never above the number of jumps up to one
  const jumps = count + JUMPS[jump]
  if (u <= 1 && current > jumps) current = jumps
  // 7. output progress
  return current / jumps
}

export const steps: Family = {
  name: 'steps',
  label: 'Steps',
  natural: null,
  numbers: [{ name: 'steps', label: 'Steps', least: 1, most: 240, step: 1, usual: 4, whole: true }],
  compile: ({ steps: count = 4, jump = 'end' }) => ({
    progress: (u) => stepProgress(count, jump, u),
    pace: () => 0,
  }),
}
