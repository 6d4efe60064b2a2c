import type { Layer } from '../../../scene/index.ts'
import { elementText } from '../motion/motion.ts'
import { drawn, type WebContext } from '../webContext.ts'
import { paintMoves, pixelsMove, sizeMoves } from './shapeMoves.ts'
import { croppedShape } from './layerCrop.ts'
import { gradientMarkup } from './gradientMarkup.ts'
import { lineMarkup } from './lineMarkup.ts'

export function rectangleMarkup(layer: Layer, context: WebContext): string {
  const corner = pixelsMove(layer, context, { name: 'corner', property: 'rx' })
  const gradient = gradientMarkup(layer, context)
  const line = lineMarkup(layer, context)
  const moves = [
    ...sizeMoves(layer, context, {
      x: ['width', -0.5],
      y: ['height', -0.5],
      width: ['width', 1],
      height: ['height', 1],
    }),
    corner,
    ...paintMoves(layer, context, gradient),
    ...line.moves,
  ]
  const shape = elementText(context.motion, { tag: 'rect', attributes: line.attributes, moves })
  return drawn(context, `${gradient?.defs ?? ''}${croppedShape(layer, context, shape)}`)
}
