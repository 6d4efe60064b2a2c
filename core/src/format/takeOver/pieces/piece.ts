import type { Mix, Value } from '../../../property/index.ts'
import type { Layer, LayerKind } from '../../../scene/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import { isStill, mapMoving, still, zipMoving, type Moving } from '../motion/moving.ts'
import { isStillStep, moveBy, type Step } from '../place/steps.ts'

/** What a property of a layer comes to be. */
export interface PieceValue {
  readonly moving: Moving<Value>
  /** What lies between two keys. */
  readonly mix?: Mix
}

/** Something drawn, or a group of such, before it is layers. */
export interface Piece {
  readonly name: string
  /** From what it lies in to its own coordinates, outermost first. */
  readonly steps: readonly Step[]
  /** 0 … 1 */
  readonly opacity: Moving<number>
  /** What is drawn, by the names of a layer's properties; null for a group. */
  readonly art: {
    readonly kind: Exclude<LayerKind, 'group'>
    readonly values: Readonly<Record<string, PieceValue>>
  } | null
  /** Bottom first. */
  readonly children: readonly Piece[]
  /** Whether the file names it, so that it is worth keeping as a group. */
  readonly named?: boolean
  /** What others name it by. */
  readonly key?: string
  /** The key of what it rides on without standing in it. */
  readonly follows?: string
  /** What it is seen through: the key of another piece, and whether that rides on this one. */
  readonly mask?: { readonly of: string; readonly inverted: boolean; readonly rides: boolean }
  readonly span?: Layer['span']
  /** Of a group: the moment what is in it is at, s; left out: it runs with the scene. */
  readonly time?: Moving<number>
}

export const stillValue = (value: Value): PieceValue => ({ moving: still(value) })

/** A property's values; colours are mixed as SVG and CSS mix them. */
export const movingValue = (moving: Moving<Value>, mix?: Mix): PieceValue =>
  mix && !isStill(moving) ? { moving, mix } : { moving }

/** A group without steps of its own. */
export const groupPiece = (name: string, children: readonly Piece[], more: Partial<Piece> = {}): Piece => ({
  name,
  steps: [],
  opacity: still(1),
  art: null,
  children,
  ...more,
})

/** Both opacities as one; null where both move. */
const productOf = (one: Moving<number>, other: Moving<number>): Moving<number> | null =>
  isStill(one) || isStill(other) ? zipMoving(one, other, (a, b) => a * b) : null

/**
 * Pieces without groups that do nothing: those without motion, opacity or name are dissolved, and a group of one becomes one with
 * what is in it. Groups that hold nothing go.
 */
export function tidyPieces(pieces: readonly Piece[]): readonly Piece[] {
  return pieces.flatMap((piece): readonly Piece[] => {
    if (piece.art) return [piece]
    const children = tidyPieces(piece.children)
    const [only] = children
    if (!only) return piece.key === undefined ? [] : [{ ...piece, children }]
    const tied: Partial<Piece> = {
      ...(piece.key === undefined ? {} : { key: piece.key }),
      ...(piece.follows === undefined ? {} : { follows: piece.follows }),
      ...(piece.mask ? { mask: piece.mask } : {}),
      ...(piece.span ? { span: piece.span } : {}),
      ...(piece.time ? { time: piece.time } : {}),
    }
    const isTied = Object.keys(tied).length > 0
    if (children.length === 1 && !piece.time) {
      const opacity = productOf(piece.opacity, only.opacity)
      const isFree = only.key === undefined && only.follows === undefined && !only.mask && !only.span
      // What rides on a piece goes by its coordinates, which one with steps of its own would move.
      const keepsPlace = piece.key === undefined || only.steps.length === 0
      if (opacity && keepsPlace && (isFree || (!isTied && only.follows === undefined && !only.mask)))
        return [
          {
            ...only,
            ...tied,
            name: piece.named && !only.named ? piece.name : only.name,
            ...(piece.named ? { named: true } : {}),
            steps: [...piece.steps, ...only.steps],
            opacity,
          },
        ]
    }
    if (isTied) return [{ ...piece, children }]
    const plain = piece.steps.every(isStillStep) && isStill(piece.opacity) && piece.opacity.rest === 1
    if (!plain) return [{ ...piece, children }]
    const carried = children.map((child) => ({ ...child, steps: [...piece.steps, ...child.steps] }))
    return piece.named ? [{ ...piece, steps: [], children: carried }] : carried
  })
}

/** A piece drawn about a point of its own instead of 0, 0. */
export const centredAt = (steps: readonly Step[], middle: Vec2): readonly Step[] =>
  middle[0] === 0 && middle[1] === 0 ? steps : [...steps, moveBy(middle)]

/** An opacity in the units of a layer's. */
export const percentOfShare = (share: Moving<number>): Moving<number> =>
  mapMoving(share, (part) => 100 * part)
