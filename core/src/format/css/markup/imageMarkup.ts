import type { Layer } from '../../../scene/index.ts'
import { boxTag, round, type CssContext } from '../cssContext.ts'
import { choicesOf } from './choices.ts'
import { cropStyle } from './cropStyle.ts'

export function imageMarkup(layer: Layer, context: CssContext): string {
  const crop = cropStyle(layer, context)
  const pictures = choicesOf(layer, 'picture', context).map(({ value, shown }) => {
    const asset = context.project.assets.find(({ id }) => id === value)
    if (asset?.kind !== 'picture') return ''
    const [width, height] = asset.size
    const picture = pictureMarkup(context, { url: context.options.pictureUrl(value), width, height, crop })
    const tag = boxTag(context)
    return shown ? `<${tag} style="${shown}">${picture}</${tag}>` : picture
  })
  return pictures.join('')
}

/** A picture about its middle: an image of the page, or of a drawing. */
function pictureMarkup(
  context: CssContext,
  {
    url,
    width,
    height,
    crop,
  }: { readonly url: string; readonly width: number; readonly height: number; readonly crop: string },
): string {
  const [left, top] = [round(-width / 2), round(-height / 2)]
  if (context.within === 'mask')
    return `<image href="${url}" x="${left}" y="${top}" width="${width}" height="${height}" style="${crop}"/>`
  const place = `width:${width}px;height:${height}px;margin:${top}px 0 0 ${left}px`
  return `<img alt="" src="${url}" style="${[place, crop].filter(Boolean).join(';')}">`
}
