import type { Layer } from '../../../scene/index.ts'
import { escapeText, round, trackOf, type CssContext } from '../cssContext.ts'
import { choicesOf } from './choices.ts'
import { colourEntry } from './styleEntries.ts'

export function textMarkup(layer: Layer, context: CssContext): string {
  const entries = [
    {
      property: 'font-size',
      track: trackOf(layer, 'font size', context),
      write: ([size]: readonly number[]) => `${round(Math.max(0, size!))}px`,
    },
    {
      property: 'font-weight',
      track: trackOf(layer, 'weight', context),
      write: ([weight]: readonly number[]) => round(weight!),
    },
    {
      property: 'letter-spacing',
      track: trackOf(layer, 'letter spacing', context),
      write: ([gap]: readonly number[]) => `${round(gap!)}px`,
    },
    colourEntry(layer, context, { name: 'fill', property: 'fill' }),
  ]
  const style = `font-family:'Scene text',sans-serif;white-space:pre;${context.sheet.style(entries)}`
  const texts = choicesOf(layer, 'content', context).map(({ value, shown }) => {
    const text = `<text text-anchor="middle" style="${style}">${escapeText(value)}</text>`
    return shown ? `<g style="${shown}">${text}</g>` : text
  })
  return `<svg>${texts.join('')}</svg>`
}
