import type { CompiledProperty } from '../compileProperty.ts'
import type { Outside } from '../property.ts'

/** Where a moment falls once the rules outside the keys are applied. */
export interface Located {
  /** Ticks, within the keys. */
  time: number
  /** Whole rounds of a cycle gone by. */
  rounds: number
  /** −1 on the way back of there-and-back. */
  direction: 1 | -1
  /** Ticks beyond the end for `continue`, 0 otherwise. */
  beyond: number
}

/** Where a moment outside the keys falls. Source: own, as the motion model's small print has it. */
export function locate(compiled: CompiledProperty, time: number, rule: Outside): Located {
  const { times } = compiled
  const first = times[0]!
  const last = times[times.length - 1]!
  const length = last - first
  const end = time < first ? first : last
  if (rule === 'hold' || length === 0) return { time: end, rounds: 0, direction: 1, beyond: 0 }
  if (rule === 'continue') return { time: end, rounds: 0, direction: 1, beyond: time - end }
  const rounds = Math.floor((time - first) / length)
  const into = time - first - rounds * length
  const back = rule === 'thereAndBack' && rounds % 2 !== 0
  return { time: back ? last - into : first + into, rounds, direction: back ? -1 : 1, beyond: 0 }
}
