import type { Layer } from '../../../scene/index.ts'
import type { CssContext } from '../cssContext.ts'
import { choiceValues, propertyTrack, type Track } from '../keyframes.ts'

interface ShownChoice {
  readonly value: string
  /** Style that shows it only while it is chosen; empty where it always is. */
  readonly shown: string
}

/** Every value a choice of a layer takes during the scene, once each. */
export function choicesOf(layer: Layer, name: string, { scene, sheet, library }: CssContext): ShownChoice[] {
  const property = layer.properties[name]!
  const { keyframes } = propertyTrack(property, { duration: scene.duration, within: 1, library })
  const unrolled = choiceValues(property, scene.duration, library)
  const values = [...new Set(unrolled)]
  if (values.length === 1) return [{ value: values[0]!, shown: '' }]
  return values.map((value) => {
    const track: Track = {
      keyframes: keyframes.map(({ offset, numbers }) => ({
        offset,
        numbers: [unrolled[numbers[0]!] === value ? 1 : 0],
        easing: 'steps(1, end)',
      })),
      path: null,
    }
    const style = sheet.style([{ property: 'opacity', track, write: ([on]) => String(on) }])
    return { value, shown: style }
  })
}
