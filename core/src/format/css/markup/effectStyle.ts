import { hexOf, type OklabAlpha } from '../../../property/index.ts'
import { hasEffects, type Layer } from '../../../scene/index.ts'
import { round, type CssContext } from '../cssContext.ts'
import { playedTogether } from '../playedTogether.ts'

/** A colour is to be as exact in its thousandths as a length in px. */
const FINER = 1000

/** The style that blurs a layer's art and gives it its shadow; empty for none. Source: W3C, Filter Effects 1. */
export function effectStyle(layer: Layer, context: CssContext): string {
  if (!hasEffects(layer.kind)) return ''
  const effects = playedTogether(layer, context, {
    names: ['blur', 'shadow blur', 'shadow offset', 'shadow colour'],
    width: 8,
    write: (out, given) => given.forEach((part, i) => (out[i] = i < 4 ? part : part * FINER)),
  })
  const [blurred, , , , , , , covers] = effects.first
  if (effects.isStill && blurred! <= 0 && covers! <= 0) return ''
  const write = ([blur, spread, x, y, ...colour]: readonly number[]): string => {
    const shadow = hexOf(colour.map((part) => part / FINER) as OklabAlpha)
    const px = (value: number): string => `${round(value)}px`
    return `blur(${px(Math.max(0, blur!))}) drop-shadow(${px(x!)} ${px(y!)} ${px(Math.max(0, spread!))} ${shadow})`
  }
  return context.sheet.style([{ property: 'filter', track: effects.track(), write }])
}
