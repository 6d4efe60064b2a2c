import type { BendLibrary } from '../../bend/index.ts'
import type { Layer } from '../document.ts'
import type { Bounds } from '../outline/outlineBounds.ts'
import type { DrawBase } from './drawBase.ts'
import type { PropertyReader, PropertyWriter } from './propertyReader.ts'
import type { PropertyDefinition } from './propertyDefinition.ts'

/** Sizes only whoever draws knows. */
export interface Measures {
  /** Width of a line of text, px. */
  text(text: string, font: FontLook): number
  /** Natural size of an asset's picture or clip, px; null while it is not known. */
  picture(assetId: string): { readonly width: number; readonly height: number } | null
}

export interface FontLook {
  /** px */
  readonly fontSize: number
  /** 200 … 800 */
  readonly weight: number
  /** px */
  readonly letterSpacing: number
}

/** How a kind of layer is drawn: what there is to draw at a moment, and the room it takes. */
export interface KindArt<Item extends DrawBase> {
  /** The thing to draw, with the values its layer has while nothing moves. */
  make(base: DrawBase, layer: Layer, library: BendLibrary): Item
  /** One writer for each property that is no part of the transform; they rewrite the item in place. */
  writers(item: Item, read: PropertyReader): readonly PropertyWriter[]
  /** The box in the item's own coordinates, px. */
  bounds(item: Item, measures: Measures): Bounds
  /** Writes the local time, s, of what has a source that plays. */
  show?(item: Item, seconds: number): void
}

/** Everything that tells one kind of layer from another. How it is painted, exported and marked in lists mirrors this. */
export interface LayerKindRecord<Item extends DrawBase> {
  /** What a person reads, at the start of a line. */
  readonly label: string
  /** In the order they are listed. */
  readonly properties: readonly PropertyDefinition[]
  /** Null for a kind that draws nothing by itself. */
  readonly art: KindArt<Item> | null
}
