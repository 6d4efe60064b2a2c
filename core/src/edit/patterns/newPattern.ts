import { clamp } from '../../number/index.ts'
import { LINEAR } from '../../bend/index.ts'
import {
  hexOf,
  parseColour,
  type OklabAlpha,
  type Pattern,
  type PatternKind,
  type PropertyKind,
  type Value,
} from '../../property/index.ts'
import type { PropertyDefinition } from '../../scene/index.ts'
import { secondsOfTicks, type Ticks } from '../../time/index.ts'

export interface NewPattern {
  readonly id: string
  readonly kind: PatternKind
  readonly definition: Pick<PropertyDefinition, 'kind' | 'unit' | 'name'>
  /** What the keys say where it begins. */
  readonly value: Value
  readonly from: Ticks
  readonly to: Ticks
}

type Levels = Pick<Pattern, 'low' | 'high' | 'mode' | 'component'>

/** How far a new pattern goes, by what it moves: to be seen at once, and to be no more than a start. */
const LEVELS: Partial<Record<PropertyKind, Levels>> = {
  turn: { low: -8, high: 8, mode: 'add' },
  place: { low: -24, high: 24, mode: 'add', component: 1 },
  pair: { low: 0.9, high: 1.1, mode: 'multiply' },
}

/** A pattern as it is first laid on a property: once a second, about what its keys say. */
export function newPattern({ id, kind, definition, value, from, to }: NewPattern): Pattern {
  return {
    id,
    kind,
    from,
    to,
    ...levelsOf(definition, value),
    frequency: 1,
    phase: 0,
    ...(kind === 'fadingSine' ? { fade: 1 } : {}),
    ...(kind === 'wander' ? { seed: 1 } : {}),
    ...(kind === 'own' ? { bend: LINEAR } : {}),
  }
}

function levelsOf({ kind, unit, name }: NewPattern['definition'], value: Value): Levels {
  if (kind === 'colour') return { low: value as string, high: lighter(value as string), mode: 'replace' }
  // What is seen is not seen more than wholly.
  if (name === 'opacity') return { low: 0.4, high: 1, mode: 'multiply' }
  return (
    LEVELS[kind] ?? (unit === '%' ? { low: -10, high: 10, mode: 'add' } : { low: -20, high: 20, mode: 'add' })
  )
}

/** A colour a good deal lighter, or darker where it is light already. */
function lighter(text: string): string {
  const [l, a, b, alpha] = parseColour(text)
  const away = l > 0.75 ? -0.3 : 0.3
  return hexOf([clamp(l + away, 0, 1), a, b, alpha] as OklabAlpha)
}

export type PatternStart = 'low' | 'middle' | 'high'

/** Where a swing is low, in the middle rising, and high, in cycles; what is by chance or of one's own only says where it is low. */
const STARTS: Readonly<Record<PatternKind, Partial<Record<PatternStart, number>>>> = {
  sine: { low: 0.75, middle: 0, high: 0.25 },
  zigzag: { low: 0, middle: 0.25, high: 0.5 },
  square: { low: 0, high: 0.5 },
  fadingSine: { low: 0.75, middle: 0, high: 0.25 },
  wander: {},
  own: { low: 0 },
}

/** The phase with which a kind of pattern starts low, in the middle or high; null where it cannot. */
export function phaseOfStart({ kind, duty = 0.5 }: Pattern, start: PatternStart): number | null {
  if (kind === 'square' && start === 'high') return duty
  return STARTS[kind][start] ?? null
}

/** Times a pattern goes through its cycle in its stretch. */
export const swingsOf = ({ from, to, frequency }: Pattern): number => frequency * secondsOfTicks(to - from)

/** The same with the nearest whole number of cycles, one at least, so that it ends where it starts. */
export function withWholeSwings(pattern: Pattern): Pattern {
  const swings = Math.max(1, Math.round(swingsOf(pattern)))
  return { ...pattern, frequency: swings / secondsOfTicks(pattern.to - pattern.from) }
}
