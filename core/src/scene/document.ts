import type { PlainBend } from '../bend/index.ts'
import type { Property } from '../property/index.ts'
import type { FrameRate, Ticks } from '../time/index.ts'

/** The version of documents this program writes. Older ones are upgraded where they are read. */
export const PROJECT_VERSION = 2

/** Every kind of layer. What each is like stands in `layers/`. */
export const LAYER_KINDS = [
  'rectangle',
  'ellipse',
  'path',
  'text',
  'image',
  'clip',
  'sound',
  'scene',
  'group',
] as const
export type LayerKind = (typeof LAYER_KINDS)[number]

/** What a layer can be labelled with, named for things about a harbour. */
export const LAYER_LABELS = ['lamp', 'brick', 'reed', 'tide', 'plum', 'slate'] as const
export type LayerLabel = (typeof LAYER_LABELS)[number]

/** Another scene of the project, or an asset, by id. */
export type LayerSource = { readonly scene: string } | { readonly asset: string }

/** What a layer is seen through: the coverage (alpha) another draws at that moment, which is not drawn itself. */
export interface LayerMask {
  readonly layer: string
  /** Seen where that covers nothing. */
  readonly inverted?: true
  /** How soft its edge is, px: blurred with half of it as standard deviation. */
  readonly feather?: number
  /** Whether it travels along with what it masks, on which it rides then; left out: it stays put. */
  readonly follows?: true
}

/** A wheel's tie to its route. */
export interface LayerRoll {
  /** px of what it rides on, > 0. */
  readonly radius: number
  /** Its turn at the first key, degrees; 0 when left out. */
  readonly offset?: number
  /** On which side of its way it rolls: what rolls on its right turns clockwise; right when left out. */
  readonly side?: 'left' | 'right'
}

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
  /** What a layer of kind scene, clip or sound shows or plays. */
  readonly source?: LayerSource
  /** Turns the layer with the direction of its route, by this many degrees more; left out: it does not turn with it. */
  readonly turnAlongRoute?: number
  /** Its turn follows the distance along its route, in place of what its own turn says; left out: it turns by itself. */
  readonly rolls?: LayerRoll
  readonly mask?: LayerMask
  /** How the delays grow with which the parts of a text move; left out: evenly. */
  readonly partBend?: PlainBend
  /** A clip or sound that is heard at any speed, its pitch going with that; left out: only as it was recorded. */
  readonly heardAtAnySpeed?: true
  readonly properties: Readonly<Record<string, Property>>
}

export interface Marker {
  readonly id: string
  readonly t: Ticks
  readonly name: string
  /** Told apart by; as layers are labelled. */
  readonly hue?: LayerLabel
  /** It came from a sound. */
  readonly beat?: true
}

/** What a rule is about: a property of a layer, or all of the layer's that move. */
export interface RuleMember {
  readonly layer: string
  readonly property?: string
}

/** An order of arrivals that is meant to be kept; it changes nothing that is drawn. */
export interface SceneRule {
  readonly id: string
  /** All land within some frames of one another, or each at least some frames before the next. */
  readonly kind: 'together' | 'before'
  /** In order. */
  readonly of: readonly RuleMember[]
  /** Of the scene, ≥ 0. */
  readonly frames: number
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
  readonly rules?: readonly SceneRule[]
}

export interface NamedBend {
  readonly id: string
  readonly name: string
  readonly bend: PlainBend
  /** Words to find it by, in the person's own order. */
  readonly tags?: readonly string[]
}

interface AssetBase {
  readonly id: string
  readonly name: string
  /** Of its bytes, which travel beside the document. Lower-case hex. */
  readonly sha256: string
}

/** A picture a layer shows. */
export interface PictureAsset extends AssetBase {
  readonly kind: 'picture'
  readonly type: PictureType
  /** px */
  readonly size: readonly [width: number, height: number]
}

/** A film a layer plays. */
export interface ClipAsset extends AssetBase {
  readonly kind: 'clip'
  readonly type: 'video/webm' | 'video/mp4'
  /** px */
  readonly size: readonly [width: number, height: number]
  readonly duration: Ticks
}

/** A sound. */
export interface SoundAsset extends AssetBase {
  readonly kind: 'sound'
  readonly type: 'audio/wav' | 'audio/mpeg' | 'audio/mp4' | 'audio/ogg' | 'audio/webm' | 'audio/flac'
  readonly duration: Ticks
}

export const PICTURE_TYPES = ['image/png', 'image/jpeg', 'image/webp', 'image/svg+xml'] as const
export type PictureType = (typeof PICTURE_TYPES)[number]

/** What layers show or play, with bytes of its own beside the document. */
export type Asset = PictureAsset | ClipAsset | SoundAsset

export interface Project {
  readonly format: 'arrow-bend/project'
  readonly version: typeof PROJECT_VERSION
  readonly id: string
  readonly name: string
  readonly scenes: readonly Scene[]
  readonly bends: readonly NamedBend[]
  readonly assets: readonly Asset[]
}
