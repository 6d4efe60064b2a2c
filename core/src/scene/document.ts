import type { PlainBend } from '../bend/index.ts'
import type { Property } from '../property/index.ts'
import type { FrameRate, Ticks } from '../time/index.ts'

export type LayerKind = 'rectangle' | 'ellipse' | 'path' | 'text' | 'image' | 'clip' | 'sound' | 'group'

/** What a layer can be labelled with, named for things about a harbour. */
export const LAYER_LABELS = ['lamp', 'brick', 'reed', 'tide', 'plum', 'slate'] as const
export type LayerLabel = (typeof LAYER_LABELS)[number]

export interface Layer {
  readonly id: string
  readonly name: string
  readonly kind: LayerKind
  /** The layer this one rides on: a group, or any other it follows. */
  readonly parent: string | null
  /** Shown from the first to before the second. */
  readonly span: readonly [Ticks, Ticks]
  readonly visible: boolean
  readonly locked: boolean
  /** A mark of the person’s own in lists; it changes nothing that is drawn. */
  readonly label?: LayerLabel
  /** Turns the layer with the direction of its route, by this many degrees more; left out: it does not turn with it. */
  readonly turnAlongRoute?: number
  readonly properties: Readonly<Record<string, Property>>
}

export interface Marker {
  readonly id: string
  readonly t: Ticks
  readonly name: string
  /** Told apart by; as layers are labelled. */
  readonly hue?: LayerLabel
}

export interface Scene {
  readonly id: string
  readonly name: string
  /** px */
  readonly size: readonly [width: number, height: number]
  readonly rate: FrameRate
  readonly duration: Ticks
  /** Any CSS colour. */
  readonly background: string
  /** Top first. */
  readonly layers: readonly Layer[]
  readonly markers: readonly Marker[]
  readonly playRange: readonly [Ticks, Ticks] | null
  /** Lines to place things by, px: upright ones by x, level ones by y. Never drawn in what leaves. */
  readonly guides?: { readonly x: readonly number[]; readonly y: readonly number[] }
}

export interface NamedBend {
  readonly id: string
  readonly name: string
  readonly bend: PlainBend
}

/** A picture a layer shows; its bytes travel beside the document, under their SHA-256. */
export interface Asset {
  readonly id: string
  readonly name: string
  readonly type: string
  readonly sha256: string
  /** px */
  readonly size: readonly [width: number, height: number]
}

export interface Project {
  readonly format: 'arrow-bend/project'
  readonly version: 1
  readonly id: string
  readonly name: string
  readonly scenes: readonly Scene[]
  readonly bends: readonly NamedBend[]
  readonly assets: readonly Asset[]
}
