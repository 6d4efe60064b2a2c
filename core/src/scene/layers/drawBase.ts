import type { Layer, LayerMask } from '../document.ts'
import type { Effects } from './effects.ts'
import { gradientOf, type Gradient } from './gradient.ts'
import { plainLine, type LineLook } from './line.ts'
import type { Matrix } from '../matrix.ts'

/** Something that all of a group, or all of a shown scene, is seen through as one thing; a mask may be a layer's own. */
export type Veil = MaskVeil | FrameVeil | CropVeil | EffectsVeil

/** Only what another layer covers is seen, or only what it does not. */
export interface MaskVeil {
  readonly kind: 'mask'
  /** What covers; rewritten in place as it moves. */
  readonly items: readonly DrawBase[]
  readonly layer: Layer
  /** As the masked layer says it. */
  readonly of: LayerMask
  readonly inverted: boolean
  /** px of the stage */
  readonly feather: number
}

/** Only what lies within a rectangle is seen: the frame of a shown scene, cropped or not. */
export interface FrameVeil {
  readonly kind: 'frame'
  /** From the rectangle's coordinates to the stage. */
  readonly matrix: Matrix
  /** x, y, width, height, px. */
  readonly box: Float64Array
}

/** Sides of the box round all of a group are cut off. */
export interface CropVeil {
  readonly kind: 'crop'
  /** The group. */
  readonly layer: Layer
  /** From the group's coordinates to the stage. */
  readonly matrix: Matrix
  /** Percent off each side: left, right, top, bottom. */
  readonly crop: Float64Array
  /** What is seen through it; found anew when something comes or goes. */
  items: readonly DrawBase[]
}

/** All of it is blurred and casts one shadow. */
export interface EffectsVeil {
  readonly kind: 'effects'
  readonly effects: Effects
  /** From the coordinates of the layer that says so to the stage. */
  readonly matrix: Matrix
}

/** What all things to draw have. They lie in their own coordinates: pictures, rectangles and ellipses about their middle. */
export interface DrawBase {
  readonly layer: Layer
  /** The layer of the sampled scene it belongs to: itself, or the one that shows the scene it stands in. */
  readonly use: Layer
  /** Whether it is that layer itself: no further copy, and no part of a scene shown. */
  readonly isOriginal: boolean
  /** From the layer's coordinates to the stage. */
  readonly matrix: Matrix
  /** 0 … 1, with the groups' multiplied in. */
  opacity: number
  /** Whether it shows at this moment. */
  shown: boolean
  /** Percent off each side: left, right, top, bottom. */
  readonly crop: Float64Array
  readonly effects: Effects
  /** What it is seen through, innermost first; the same list for all that stands in one group and has no mask of its own. */
  veils: readonly Veil[]
  /** Whether it is a mask of others, and so not drawn itself. */
  isMask: boolean
}

/** How a shape is filled and stroked. */
export interface Paint {
  /** Instead of the fill, where it has one. */
  readonly gradient: Gradient
  /** OKLab and alpha. */
  readonly fill: Float64Array
  readonly stroke: Float64Array
  /** px */
  strokeWidth: number
  readonly line: LineLook
}

export const noPaint = ({ properties }: Pick<Layer, 'properties'>): Paint => ({
  gradient: gradientOf(properties),
  fill: new Float64Array(4),
  stroke: new Float64Array(4),
  strokeWidth: 0,
  line: plainLine(),
})
