import { hexOf, type OklabAlpha } from '../../../property/index.ts'
import { compiledOf, valueInto } from '../../../property/index.ts'
import { hasEffects, type Layer } from '../../../scene/index.ts'
import { playOptions, round, WITHIN, type CssContext } from '../cssContext.ts'
import { keyframesOf } from '../keyframes.ts'
import { playedLooks } from '../playedLooks.ts'

/** Where each of them begins among the numbers that are played, and how much finer these are told than px. */
const PARTS = [
  ['blur', 0, 1],
  ['shadow blur', 1, 1],
  ['shadow offset', 2, 2],
  ['shadow colour', 4, 4],
] as const
/** A colour is to be as exact in its thousandths as a length in px. */
const FINER = 1000

/** The style that blurs a layer's art and gives it its shadow; empty for none. Source: W3C, Filter Effects 1. */
export function effectStyle(layer: Layer, context: CssContext): string {
  if (!hasEffects(layer.kind)) return ''
  const options = playOptions(layer, context)
  const properties = PARTS.map(([name]) => layer.properties[name]!)
  const tracks = properties.map((property) => compiledOf(property, context.library))
  const scratch = new Float64Array(4)
  const looksInto = (out: Float64Array, sceneTime: number): void => {
    PARTS.forEach(([name, at, width], i) => {
      valueInto(scratch, tracks[i]!, options.clock.timeAt(sceneTime))
      for (let k = 0; k < width; k += 1) out[at + k] = scratch[k]! * (name === 'shadow colour' ? FINER : 1)
    })
  }
  const isStill = properties.every(({ keys }) => keys.length === 0)
  const still = new Float64Array(8)
  looksInto(still, 0)
  if (isStill && still[0]! <= 0 && still[7]! <= 0) return ''
  const track = keyframesOf(playedLooks(looksInto, 8, { isStill, options }), WITHIN)
  const write = ([blur, spread, x, y, ...colour]: readonly number[]): string => {
    const shadow = hexOf(colour.map((part) => part / FINER) as OklabAlpha)
    const px = (value: number): string => `${round(value)}px`
    return `blur(${px(Math.max(0, blur!))}) drop-shadow(${px(x!)} ${px(y!)} ${px(Math.max(0, spread!))} ${shadow})`
  }
  return context.sheet.style([{ property: 'filter', track, write }])
}
