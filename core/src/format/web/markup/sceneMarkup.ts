import { compileShownClock, shownScene, type Layer } from '../../../scene/index.ts'
import { elementText } from '../motion/motion.ts'
import { playOptions, round, type WebContext } from '../webContext.ts'
import { cropOfBox } from './layerCrop.ts'

/** What stands in a shown scene, cut off by its frame about the middle of the layer; its background stays behind. */
export function sceneMarkup(layer: Layer, context: WebContext): string {
  const shown = shownScene(layer, context.project.scenes)
  if (!shown) return ''
  const { library, clock } = playOptions(layer, context)
  const { within } = context
  const inner = context.writeScene(shown, compileShownClock(layer, shown, { library, clock }), within)
  const [width, height] = shown.size
  const crop = cropOfBox(layer, context, { x: 0, y: 0, width, height })
  const [left, top] = [round(-width / 2), round(-height / 2)]
  if (within === 'drawing') {
    const frame = `x="${left}" y="${top}" width="${width}" height="${height}"`
    const cropped = crop
      ? elementText(context.motion, { tag: 'g', crop: { ...crop, box: 'view-box' } }, inner)
      : inner
    const style = `width:${width}px;height:${height}px;overflow:hidden`
    return `<svg ${frame} viewBox="0 0 ${width} ${height}" style="${style}">${cropped}</svg>`
  }
  const place = `left:${left}px;top:${top}px;width:${width}px;height:${height}px`
  const style = crop ? place : `${place};clip-path:inset(0)`
  return elementText(context.motion, { tag: 'div', style, crop }, inner)
}
