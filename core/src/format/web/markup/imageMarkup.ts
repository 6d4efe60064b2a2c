import { boxAboutMiddle, type Layer } from '../../../scene/index.ts'
import { elementText } from '../motion/motion.ts'
import { boxTag, round, type WebContext } from '../webContext.ts'
import { choicesOf } from './choices.ts'
import { cropOfBox } from './layerCrop.ts'

export function imageMarkup(layer: Layer, context: WebContext): string {
  const pictures = choicesOf(layer, 'picture', context).map(({ value, shown }) => {
    const asset = context.project.assets.find(({ id }) => id === value)
    if (asset?.kind !== 'picture') return ''
    const picture = pictureMarkup(layer, context, {
      url: context.options.pictureUrl(value),
      size: asset.size,
    })
    return shown.length > 0
      ? elementText(context.motion, { tag: boxTag(context), moves: shown }, picture)
      : picture
  })
  return pictures.join('')
}

/** A picture about its middle: an image of the page, or of a drawing. */
function pictureMarkup(
  layer: Layer,
  context: WebContext,
  { url, size }: { readonly url: string; readonly size: readonly [number, number] },
): string {
  const crop = cropOfBox(layer, context, boxAboutMiddle(...size))
  const [width, height] = size
  const [left, top] = [round(-width / 2), round(-height / 2)]
  if (context.within === 'drawing') {
    const attributes = ` href="${url}" x="${left}" y="${top}" width="${width}" height="${height}"`
    return elementText(context.motion, { tag: 'image', attributes, crop })
  }
  const style = `width:${width}px;height:${height}px;margin:${top}px 0 0 ${left}px`
  return elementText(context.motion, { tag: 'img', attributes: ` alt="" src="${url}"`, style, crop })
}
