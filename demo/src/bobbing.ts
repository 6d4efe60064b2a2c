import type { Pattern, Property } from '@arrow-bend/core/property'
import { ticksOfFrame } from '@arrow-bend/core/time'
import { RATE } from './motion.ts'

/** How a boat moves on the water. */
export interface Bobbing {
  readonly frames: readonly [from: number, to: number]
  readonly seed: number
  /** How far it leans either way, degrees, and how far it goes up and down, px. */
  readonly lean: number
  readonly rise: number
}

/** A boat leans by chance, never twice alike; what its keys say stays free. */
export const leaning = (name: string, { frames: [from, to], seed, lean }: Bobbing): Property => ({
  kind: 'turn',
  value: 0,
  keys: [],
  patterns: [
    {
      id: `${name}-lean`,
      kind: 'wander',
      from: ticksOfFrame(from, RATE),
      to: ticksOfFrame(to, RATE),
      low: -lean,
      high: lean,
      frequency: 0.7,
      phase: 0,
      seed,
      mode: 'add',
    },
  ],
})

/** It goes up and down on its route. */
export const rising = (name: string, { frames: [from, to], rise }: Bobbing): Pattern => ({
  id: `${name}-rise`,
  kind: 'sine',
  from: ticksOfFrame(from, RATE),
  to: ticksOfFrame(to, RATE),
  low: -rise,
  high: rise,
  frequency: 0.5,
  phase: 0,
  component: 1,
  mode: 'add',
})
