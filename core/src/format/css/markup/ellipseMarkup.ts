import type { Layer } from '../../../scene/index.ts'
import { drawn, type CssContext } from '../cssContext.ts'
import { paintEntries, sizeEntries } from './styleEntries.ts'
import { croppedShape } from './cropStyle.ts'
import { gradientMarkup } from './gradientMarkup.ts'
import { lineMarkup } from './lineMarkup.ts'

export function ellipseMarkup(layer: Layer, context: CssContext): string {
  const gradient = gradientMarkup(layer, context)
  const line = lineMarkup(layer, context)
  const style = context.sheet.style([
    ...sizeEntries(layer, context),
    ...paintEntries(layer, context, gradient),
    ...line.entries,
  ])
  return drawn(
    context,
    `${gradient?.defs ?? ''}${croppedShape(layer, context, `<ellipse${line.attributes} style="rx:calc(var(--w)*.5);ry:calc(var(--h)*.5);${style}"/>`)}`,
  )
}
