import type { Layer } from '../../../scene/index.ts'
import { drawn, type CssContext } from '../cssContext.ts'
import { paintEntries, pixelsEntry, sizeEntries } from './styleEntries.ts'
import { croppedShape } from './cropStyle.ts'
import { gradientMarkup } from './gradientMarkup.ts'
import { lineMarkup } from './lineMarkup.ts'

export function rectangleMarkup(layer: Layer, context: CssContext): string {
  const box = 'x:calc(var(--w)*-.5);y:calc(var(--h)*-.5);width:var(--w);height:var(--h)'
  const corner = pixelsEntry(layer, context, { name: 'corner', property: 'rx' })
  const gradient = gradientMarkup(layer, context)
  const line = lineMarkup(layer, context)
  const style = context.sheet.style([
    ...sizeEntries(layer, context),
    corner,
    ...paintEntries(layer, context, gradient),
    ...line.entries,
  ])
  return drawn(
    context,
    `${gradient?.defs ?? ''}${croppedShape(layer, context, `<rect${line.attributes} style="${box};${style}"/>`)}`,
  )
}
