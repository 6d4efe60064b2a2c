import { frameTicks, type FrameRate } from '@arrow-bend/core/time'
import { numberWords } from '../../../../ui/numberWords.ts'

/** How much later (+) or earlier (−) something comes, in frames. */
export function framesWords(byTicks: number, rate: FrameRate): string {
  const frames = byTicks / frameTicks(rate)
  return `${frames < 0 ? '−' : '+'}${numberWords(Math.abs(frames), 2)} f`
}
