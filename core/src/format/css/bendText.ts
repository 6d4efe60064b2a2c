import { FAMILIES, type PlainBend } from '../../bend/index.ts'
import { easingText } from './easingText.ts'

/**
 * A bend as text that `readEasing` reads back just as it is: a CSS easing where one says it all, a family by its name
 * and numbers, else JSON.
 */
export function bendText(bend: PlainBend): string {
  if (bend.kind === 'hold') return 'hold'
  if (bend.kind === 'linear') return easingText(bend)
  if (bend.kind === 'handles' && !bend.leave.lift && !bend.arrive.lift) return easingText(bend)
  if (bend.kind !== 'family' || bend.part) return JSON.stringify(bend)
  if (bend.family === 'steps') return easingText(bend)
  const given = FAMILIES[bend.family].numbers.map(({ name }) => bend[name])
  const count = given.findLastIndex((value) => value !== undefined) + 1
  // Numbers go by their order, so one that is left out before another cannot be said.
  if (given.slice(0, count).some((value) => value === undefined)) return JSON.stringify(bend)
  const numbers = count > 0 ? `:${given.slice(0, count).join(',')}` : ''
  return `${bend.family}${numbers}${bend.mode ? `/${bend.mode}` : ''}`
}
