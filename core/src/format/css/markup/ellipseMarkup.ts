import type { Layer } from '../../../scene/index.ts'
import type { CssContext } from '../cssContext.ts'
import { paintEntries, sizeEntries } from './styleEntries.ts'
import { lineAttribute, trimEntries } from './trimEntries.ts'

export function ellipseMarkup(layer: Layer, context: CssContext): string {
  const trim = trimEntries(layer, context)
  const style = context.sheet.style([
    ...sizeEntries(layer, context),
    ...paintEntries(layer, context),
    ...trim,
  ])
  return `<svg><ellipse${lineAttribute(trim)} style="rx:calc(var(--w)*.5);ry:calc(var(--h)*.5);${style}"/></svg>`
}
