import type { DrawnKind, Layer } from '../../../scene/index.ts'
import { boxTag, type WebContext } from '../webContext.ts'
import { elementText } from '../motion/motion.ts'
import { effectOf } from './effect.ts'
import { ellipseMarkup } from './ellipseMarkup.ts'
import { imageMarkup } from './imageMarkup.ts'
import { pathMarkup } from './pathMarkup.ts'
import { rectangleMarkup } from './rectangleMarkup.ts'
import { sceneMarkup } from './sceneMarkup.ts'
import { textMarkup } from './textMarkup.ts'

type WriteMarkup = (layer: Layer, context: WebContext) => string

const MARKUP: Readonly<Record<DrawnKind, WriteMarkup>> = {
  rectangle: rectangleMarkup,
  ellipse: ellipseMarkup,
  path: pathMarkup,
  text: textMarkup,
  image: imageMarkup,
  // A page has nothing yet that clips could be written as.
  clip: () => '',
  scene: sceneMarkup,
}

/** A drawn layer's art: the innermost element, in the layer's own coordinates. */
export function artMarkup(layer: Layer & { readonly kind: DrawnKind }, context: WebContext): string {
  const art = MARKUP[layer.kind](layer, context)
  const effect = art ? effectOf(layer, context) : null
  return effect ? elementText(context.motion, { tag: boxTag(context), moves: [effect] }, art) : art
}
