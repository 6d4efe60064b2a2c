import { ticks } from 'd3-array'
import { numberWords } from '../ui/numberWords.ts'

/** A tick of a ruler: where on the screen, and what it says where it is a large one. */
export interface RulerTick {
  readonly at: number
  readonly label: string
}

/** Screen px between two large ticks, at least about. */
const GAP = 64

/**
 * Ticks along a stretch of the stage at round numbers of its px, large ones with their number.
 * @param view where 0 lies on the screen, and screen px a stage px
 * @param length of the ruler, screen px
 */
export function rulerTicks(
  view: { readonly start: number; readonly scale: number },
  length: number,
): RulerTick[] {
  const count = Math.max(2, length / GAP)
  const [from, to] = [-view.start / view.scale, (length - view.start) / view.scale]
  const large = new Set(ticks(from, to, count))
  const all = new Set([...large, ...ticks(from, to, count * 5)])
  return [...all].map((value) => ({
    at: view.start + value * view.scale,
    label: large.has(value) ? numberWords(value) : '',
  }))
}
