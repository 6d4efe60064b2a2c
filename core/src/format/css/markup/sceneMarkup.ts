import { compileShownClock, shownScene, type Layer } from '../../../scene/index.ts'
import { playOptions, round, type CssContext } from '../cssContext.ts'
import { cropStyle } from './cropStyle.ts'

/** What stands in a shown scene, cut off by its frame about the middle of the layer; its background stays behind. */
export function sceneMarkup(layer: Layer, context: CssContext): string {
  const shown = shownScene(layer, context.project.scenes)
  if (!shown) return ''
  const { library, clock } = playOptions(layer, context)
  const inner = context.writeScene(shown, compileShownClock(layer, shown, { library, clock }))
  const [width, height] = shown.size
  const cut = cropStyle(layer, context) || 'clip-path:inset(0)'
  return `<div style="left:${round(-width / 2)}px;top:${round(-height / 2)}px;width:${width}px;height:${height}px;${cut}">${inner}</div>`
}
