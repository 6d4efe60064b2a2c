import { compiledOf, playedValueAt, storedValueAt } from '../../../property/index.ts'
import type { Alignment, Layer, Parts, TextLook } from '../../../scene/index.ts'
import { playOptions, type WebContext } from '../webContext.ts'

/** How a text is set, but for what it says. */
export interface PartedLook extends TextLook {
  readonly parts: Parts
}

/** How a text is set as the scene begins. */
export function textLookAt(layer: Layer, context: WebContext): PartedLook {
  const { properties } = layer
  const { library } = context
  const time = playOptions(layer, context).clock.timeAt(0)
  const number = (name: string): number => playedValueAt(compiledOf(properties[name]!, library), time)[0]!
  const word = (name: string): string => String(storedValueAt(compiledOf(properties[name]!, library), time))
  return {
    text: '',
    align: word('alignment') as Alignment,
    width: Math.max(0, number('paragraph width')),
    lineHeight: Math.max(0, number('line height')) / 100,
    fontSize: Math.max(0, number('font size')),
    weight: number('weight'),
    letterSpacing: number('letter spacing'),
    parts: word('parts') as Parts,
  }
}
