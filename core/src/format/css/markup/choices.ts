import type { Layer } from '../../../scene/index.ts'
import type { CssContext } from '../cssContext.ts'
import { choiceValues, playProperty } from '../../../play/index.ts'
import { playOptions } from '../cssContext.ts'
import { keyframesOf, type Track } from '../keyframes.ts'

/** Numbers of choices are whole: anything less than one is the same choice. */
const NEAREST = 0.5

export interface ShownChoice {
  readonly value: string
  /** Style that shows it only while it is chosen; empty where it always is. */
  readonly shown: string
}

/** Which of its values a choice has when: the numbers tell which of those played. */
export function choiceTrack(
  layer: Layer,
  name: string,
  context: CssContext,
): { readonly track: Track; readonly played: readonly string[] } {
  const property = layer.properties[name]!
  const options = playOptions(layer, context, NEAREST)
  const { keyframes } = keyframesOf(playProperty(property, options), options.within)
  const held = keyframes.map((frame) => ({ ...frame, easing: 'steps(1, end)' }))
  return { track: { keyframes: held, path: null }, played: choiceValues(property, options) }
}

/** Every value a choice of a layer takes during the scene, once each. */
export function choicesOf(layer: Layer, name: string, context: CssContext): ShownChoice[] {
  const {
    track: { keyframes },
    played,
  } = choiceTrack(layer, name, context)
  const values = [...new Set(played)]
  if (values.length === 1) return [{ value: values[0]!, shown: '' }]
  return values.map((value) => {
    const track: Track = {
      keyframes: keyframes.map(({ offset, numbers }) => ({
        offset,
        numbers: [played[Math.round(numbers[0]!)] === value ? 1 : 0],
        easing: 'steps(1, end)',
      })),
      path: null,
    }
    const style = context.sheet.style([{ property: 'opacity', track, write: ([on]) => String(on) }])
    return { value, shown: style }
  })
}
