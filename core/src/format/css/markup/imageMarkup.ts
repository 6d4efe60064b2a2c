import type { Layer } from '../../../scene/index.ts'
import { round, type CssContext } from '../cssContext.ts'
import { choicesOf } from './choices.ts'
import { cropStyle } from './cropStyle.ts'

export function imageMarkup(layer: Layer, context: CssContext): string {
  const crop = cropStyle(layer, context)
  const pictures = choicesOf(layer, 'picture', context).map(({ value, shown }) => {
    const asset = context.project.assets.find(({ id }) => id === value)
    if (asset?.kind !== 'picture') return ''
    const [width, height] = asset.size
    const place = `width:${width}px;height:${height}px;margin:${round(-height / 2)}px 0 0 ${round(-width / 2)}px`
    const look = [place, crop].filter(Boolean).join(';')
    const picture = `<img alt="" src="${context.options.pictureUrl(value)}" style="${look}">`
    return shown ? `<div style="${shown}">${picture}</div>` : picture
  })
  return pictures.join('')
}
