import type { Layer, LayerKind } from '../document.ts'
import { clip, type ClipItem } from './clip.ts'
import { ellipse, type EllipseItem } from './ellipse.ts'
import { group } from './group.ts'
import { image, type ImageItem } from './image.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { path, type PathItem } from './path.ts'
import { sound } from './sound.ts'
import { scene, type SceneItem } from './scene.ts'
import { rectangle, type RectangleItem } from './rectangle.ts'
import { text, type TextItem } from './text.ts'

/** What each kind of layer gives to draw. */
export interface DrawItems {
  readonly rectangle: RectangleItem
  readonly ellipse: EllipseItem
  readonly path: PathItem
  readonly text: TextItem
  readonly image: ImageItem
  readonly clip: ClipItem
  readonly sound: never
  readonly scene: SceneItem
  readonly group: never
}

/** Kinds that are drawn. */
export type DrawnKind = { [K in LayerKind]: DrawItems[K] extends never ? never : K }[LayerKind]

/** One thing to draw at a moment. */
export type DrawItem = DrawItems[DrawnKind]

/** Every kind of layer. */
export const LAYER_KIND_RECORDS: { readonly [K in LayerKind]: LayerKindRecord<DrawItems[K]> } = {
  rectangle,
  ellipse,
  path,
  text,
  image,
  clip,
  sound,
  scene,
  group,
}

/** Whether a layer draws anything by itself. */
export function isDrawn(layer: Layer): layer is Layer & { readonly kind: DrawnKind } {
  return LAYER_KIND_RECORDS[layer.kind].art !== null
}
