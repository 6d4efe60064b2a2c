import type { Outline } from '../property/index.ts'
import type { PictureType } from './document.ts'

/** A picture that is in no project yet. */
export interface ArtPicture {
  readonly name: string
  readonly type: PictureType
  readonly bytes: Uint8Array<ArrayBuffer>
  /** px */
  readonly size: readonly [width: number, height: number]
}

interface ArtBase {
  readonly name: string
  /** Where its own origin lies on what it lies in, px; for art as a whole from its middle. */
  readonly position: readonly [x: number, y: number]
  /** % */
  readonly opacity: number
  readonly visible: boolean
}

export interface ArtGroup extends ArtBase {
  readonly kind: 'group'
  /** Top first. */
  readonly children: readonly ArtNode[]
}
export interface ArtPath extends ArtBase {
  readonly kind: 'path'
  readonly outline: Outline
  readonly fill: string
  readonly stroke: string
  readonly strokeWidth: number
}
export interface ArtImage extends ArtBase {
  readonly kind: 'image'
  readonly picture: ArtPicture
}

/** A piece of art as it comes from a file, before it is layers of a scene. */
export type ArtNode = ArtGroup | ArtPath | ArtImage

/** Art read from a file: what is in it, top first, about the middle of its canvas. */
export interface Art {
  readonly name: string
  /** px */
  readonly size: readonly [width: number, height: number]
  readonly nodes: readonly ArtNode[]
  /** Sentences for the person about what could not be kept as it was. */
  readonly notes: readonly string[]
}

/** The pictures of art, each once, in order. */
export function picturesOf(nodes: readonly ArtNode[]): ArtPicture[] {
  const found = nodes.flatMap((node): ArtPicture[] => {
    if (node.kind === 'group') return picturesOf(node.children)
    return node.kind === 'image' ? [node.picture] : []
  })
  return [...new Set(found)]
}
