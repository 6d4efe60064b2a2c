import { srgbOf, type OklabAlpha } from '../../../property/index.ts'
import { isEverAffected, type Layer } from '../../../scene/index.ts'
import { round, type WebContext } from '../webContext.ts'
import type { Move } from '../motion/motion.ts'
import { playedTogether } from '../playedTogether.ts'

/** What effects are made of: blurs of a thing and of its shadow, that one's offset (two) and colour (four). */
export const EFFECT_NAMES = ['blur', 'shadow blur', 'shadow offset', 'shadow colour'] as const
export const EFFECT_WIDTH = 8
const LENGTHS = 4
/** Colours are played as browsers mix those of shadows: channels of 255 in sRGB with the opacity multiplied in. */
const MOST = 255

/** What blurs a layer's art and gives it its shadow; null for none. Source: W3C, Filter Effects 1. */
export function effectOf(layer: Layer, context: WebContext): Move | null {
  if (!isEverAffected(layer)) return null
  const effects = playedTogether(layer, context, {
    names: EFFECT_NAMES,
    width: EFFECT_WIDTH,
    write: playedEffects,
  })
  return { property: 'filter', track: effects.track(), write: filterText }
}

/** Effects as their numbers are played: lengths in px, then the colour. */
export function playedEffects(out: Float64Array, given: Float64Array): void {
  out.set(given.subarray(0, LENGTHS))
  const [r, g, b, alpha] = srgbOf([...given.subarray(LENGTHS)] as unknown as OklabAlpha)
  out.set([r! * alpha! * MOST, g! * alpha! * MOST, b! * alpha! * MOST, alpha! * MOST], LENGTHS)
}

/** Played numbers of effects as the value of `filter`. Source: W3C, CSS Color 4 (legacy colours are mixed in sRGB, premultiplied). */
export function filterText([blur, spread, x, y, ...colour]: readonly number[]): string {
  const [r, g, b, alpha] = colour as [number, number, number, number]
  const channels = [r, g, b].map((part) => (alpha > 0 ? round((part / alpha) * MOST) : '0'))
  const shadow = `rgb(${channels.join(' ')} / ${round(alpha / MOST)})`
  const px = (value: number): string => `${round(value)}px`
  return `blur(${px(Math.max(0, blur!))}) drop-shadow(${px(x!)} ${px(y!)} ${px(Math.max(0, spread!))} ${shadow})`
}
