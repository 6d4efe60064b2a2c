import type { DrawnKind, Layer } from '../../../scene/index.ts'
import { boxTag, type CssContext } from '../cssContext.ts'
import { effectStyle } from './effectStyle.ts'
import { ellipseMarkup } from './ellipseMarkup.ts'
import { imageMarkup } from './imageMarkup.ts'
import { pathMarkup } from './pathMarkup.ts'
import { rectangleMarkup } from './rectangleMarkup.ts'
import { sceneMarkup } from './sceneMarkup.ts'
import { textMarkup } from './textMarkup.ts'

type WriteMarkup = (layer: Layer, context: CssContext) => string

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
export function artMarkup(layer: Layer & { readonly kind: DrawnKind }, context: CssContext): string {
  const art = MARKUP[layer.kind](layer, context)
  const effects = art && effectStyle(layer, context)
  const tag = boxTag(context)
  return effects ? `<${tag} style="${effects}">${art}</${tag}>` : art
}
