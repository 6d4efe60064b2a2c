import type { Layer } from '../../../scene/index.ts'
import { elementText } from '../motion/motion.ts'
import { drawn, type WebContext } from '../webContext.ts'
import { paintMoves, sizeMoves } from './shapeMoves.ts'
import { croppedShape } from './layerCrop.ts'
import { gradientMarkup } from './gradientMarkup.ts'
import { lineMarkup } from './lineMarkup.ts'

export function ellipseMarkup(layer: Layer, context: WebContext): string {
  const gradient = gradientMarkup(layer, context)
  const line = lineMarkup(layer, context)
  const moves = [
    ...sizeMoves(layer, context, { rx: ['width', 0.5], ry: ['height', 0.5] }),
    ...paintMoves(layer, context, gradient),
    ...line.moves,
  ]
  const shape = elementText(context.motion, { tag: 'ellipse', attributes: line.attributes, moves })
  return drawn(context, `${gradient?.defs ?? ''}${croppedShape(layer, context, shape)}`)
}
