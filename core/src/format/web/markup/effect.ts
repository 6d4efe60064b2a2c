import { hexOf, type OklabAlpha } from '../../../property/index.ts'
import { isEverAffected, type Layer } from '../../../scene/index.ts'
import { round, type WebContext } from '../webContext.ts'
import type { Move } from '../motion/motion.ts'
import { playedTogether } from '../playedTogether.ts'

/** What effects are made of: blurs of a thing and of its shadow, that one's offset (two) and colour (four). */
export const EFFECT_NAMES = ['blur', 'shadow blur', 'shadow offset', 'shadow colour'] as const
export const EFFECT_WIDTH = 8
const LENGTHS = 4
/** A colour is to be as exact in its thousandths as a length in px. */
export const EFFECT_FINER = 1000

/** What blurs a layer's art and gives it its shadow; null for none. Source: W3C, Filter Effects 1. */
export function effectOf(layer: Layer, context: WebContext): Move | null {
  if (!isEverAffected(layer)) return null
  const effects = playedTogether(layer, context, {
    names: EFFECT_NAMES,
    width: EFFECT_WIDTH,
    write: finely,
  })
  return { property: 'filter', track: effects.track(), write: filterText }
}

/** Effects as their numbers are played, px and thousandths. */
export const finely = (out: Float64Array, given: Float64Array): void =>
  given.forEach((part, i) => (out[i] = i < LENGTHS ? part : part * EFFECT_FINER))

/** Played numbers of effects as the value of `filter`. */
export function filterText([blur, spread, x, y, ...colour]: readonly number[]): string {
  const shadow = hexOf(colour.map((part) => part / EFFECT_FINER) as OklabAlpha)
  const px = (value: number): string => `${round(value)}px`
  return `blur(${px(Math.max(0, blur!))}) drop-shadow(${px(x!)} ${px(y!)} ${px(Math.max(0, spread!))} ${shadow})`
}
