import { HOLD, LINEAR, type PlainBend } from './bend.ts'
import { settle } from './shape/settle.ts'

export type QuickBendName = 'linear' | 'easeOutOf' | 'easeInto' | 'easeBoth' | 'hold' | 'smooth' | 'overshoot'

export interface QuickBend {
  readonly name: QuickBendName
  readonly label: string
  readonly bend: PlainBend
  /** Sets the keys on both sides to `smooth`, so that the program works the slopes out. */
  readonly smooth?: true
}

const flat = (reach: number): { reach: number; rise: number } => ({ reach, rise: 0 })
const straight = { reach: 1 / 3, rise: 1 / 3 }

/** Eased at both ends: what a move is bent by where nothing else is asked for. */
export const EASE_BOTH: PlainBend = { kind: 'handles', leave: flat(0.4), arrive: flat(0.4) }

/** The bends on keys 1 to 7, in that order. Source: own. */
export const QUICK_BENDS: readonly QuickBend[] = [
  { name: 'linear', label: 'Linear', bend: LINEAR },
  { name: 'easeOutOf', label: 'Ease out of', bend: { kind: 'handles', leave: flat(0.5), arrive: straight } },
  { name: 'easeInto', label: 'Ease into', bend: { kind: 'handles', leave: straight, arrive: flat(0.5) } },
  { name: 'easeBoth', label: 'Ease both', bend: EASE_BOTH },
  { name: 'hold', label: 'Hold', bend: HOLD },
  {
    name: 'smooth',
    label: 'Smooth',
    bend: { kind: 'handles', leave: straight, arrive: straight },
    smooth: true,
  },
  // It lands without speed, so that nothing jerks where it stops.
  { name: 'overshoot', label: 'Overshoot and settle', bend: settle({ reach: 0.3, rise: 0 }, 0.1) },
]

/** Those of them that go all the way without stopping or going past. */
export const PLAIN_EASES: readonly QuickBend[] = QUICK_BENDS.slice(0, 4)
