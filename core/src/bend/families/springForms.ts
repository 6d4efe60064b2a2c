import { BadBend } from '../badBend.ts'
import type { FamilyBend } from '../bend.ts'
import { settlingFrequency } from './spring.ts'

/** A spring as mechanics writes it. */
export interface SpringPhysics {
  /** kg, > 0 */
  readonly mass: number
  /** N/m, > 0 */
  readonly stiffness: number
  /** N·s/m, > 0 */
  readonly damping: number
}

/** A spring bend with the span's natural length: the time after which 0.001 of the change is left. */
export interface TimedSpring {
  readonly bend: FamilyBend
  readonly seconds: number
}

const LEAST_DAMPING = 0.05
const MOST_DAMPING = 5

function springOf(dampingRatio: number): FamilyBend {
  if (!(dampingRatio >= LEAST_DAMPING && dampingRatio <= MOST_DAMPING)) {
    throw new BadBend(
      `A spring’s damping ratio lies from ${LEAST_DAMPING} to ${MOST_DAMPING}; this one would have ${Number(dampingRatio.toPrecision(3))}. Nothing was changed.`,
    )
  }
  return { kind: 'family', family: 'spring', mode: 'out', dampingRatio }
}

/**
 * The spring bend of a mass on a damped spring, with its natural length.
 * ζ = c/(2√(km)); the undamped frequency √(k/m) sets the time.
 * @throws BadBend for numbers not above 0 or a damping ratio outside 0.05 … 5
 * Source: textbook mechanics.
 */
export function springOfPhysics({ mass, stiffness, damping }: SpringPhysics): TimedSpring {
  if (![mass, stiffness, damping].every((number) => number > 0 && Number.isFinite(number)))
    throw new BadBend('A spring’s mass, stiffness and damping have to be above 0. Nothing was changed.')
  const dampingRatio = damping / (2 * Math.sqrt(stiffness * mass))
  const bend = springOf(dampingRatio)
  return { bend, seconds: settlingFrequency(dampingRatio) / Math.sqrt(stiffness / mass) }
}

/**
 * The spring bend whose first swing passes its target by a share of the change.
 * @param bounce 0 (the quickest without a swing) … 0.85
 * @throws BadBend outside that range
 * Source: textbook control theory, percent overshoot of a second-order system: e^(−πζ/√(1−ζ²)).
 */
export function springOfBounce(bounce: number): FamilyBend {
  if (bounce === 0) return springOf(1)
  const log = Math.log(bounce)
  return springOf(bounce > 0 && bounce < 1 ? -log / Math.hypot(Math.PI, log) : NaN)
}
