import type { Outline } from '../../../property/index.ts'
import { outlinePathData, type Layer } from '../../../scene/index.ts'
import { WITHIN, type CssContext } from '../cssContext.ts'
import { outlineTrack } from '../outlineTrack.ts'
import { paintEntries } from './styleEntries.ts'

export function pathMarkup(layer: Layer, context: CssContext): string {
  const { sheet, scene, library } = context
  const painted = paintEntries(layer, context)
  const property = layer.properties['outline']!
  const looks = 'stroke-linejoin="round" stroke-linecap="round"'
  if (property.keys.length === 0) {
    const data = outlinePathData(property.value as Outline)
    return `<svg><path d="${data}" ${looks} style="${sheet.style(painted)}"/></svg>`
  }
  const { track, write } = outlineTrack(property, { duration: scene.duration, within: WITHIN, library })
  return `<svg><path ${looks} style="${sheet.style([{ property: 'd', track, write }, ...painted])}"/></svg>`
}
