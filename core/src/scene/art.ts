import type { Outline } from '../property/index.ts'
import type { PictureType } from './document.ts'
import type { LineEnds, LineJoins } from './layers/line.ts'
import { outlineBounds, type Bounds } from './outline/outlineBounds.ts'

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

/** How the line of a path ends and turns, and its pattern: a dash, a gap, how far into both it begins, px. */
export interface ArtLine {
  readonly ends: LineEnds
  readonly joins: LineJoins
  readonly dash: readonly [dash: number, gap: number, offset: number]
}

export interface ArtPath extends ArtBase {
  readonly kind: 'path'
  readonly outline: Outline
  readonly fill: string
  readonly stroke: string
  readonly strokeWidth: number
  readonly line: ArtLine
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

/** A group of art about the middle of what is in it, so that it is sized and turned about there. */
export function artGroup(
  children: readonly ArtNode[],
  look: Pick<ArtGroup, 'name' | 'opacity' | 'visible'>,
): ArtGroup {
  const boxes = children.map(boundsOf)
  const middle = (start: 'x' | 'y', length: 'width' | 'height'): number => {
    const least = Math.min(...boxes.map((box) => box[start]))
    const most = Math.max(...boxes.map((box) => box[start] + box[length]))
    return (least + most) / 2
  }
  const [x, y] = [middle('x', 'width'), middle('y', 'height')]
  return {
    kind: 'group',
    ...look,
    position: [x, y],
    children: children.map((child) => ({
      ...child,
      position: [child.position[0] - x, child.position[1] - y],
    })),
  }
}

/** The box round a piece of art in what it lies in, px. */
function boundsOf(node: ArtNode): Bounds {
  const [x, y] = node.position
  if (node.kind === 'image') {
    const [width, height] = node.picture.size
    return { x: x - width / 2, y: y - height / 2, width, height }
  }
  const own = node.kind === 'path' ? outlineBounds(node.outline) : around(node.children.map(boundsOf))
  return { ...own, x: own.x + x, y: own.y + y }
}

function around(boxes: readonly Bounds[]): Bounds {
  const x = Math.min(...boxes.map((box) => box.x))
  const y = Math.min(...boxes.map((box) => box.y))
  return {
    x,
    y,
    width: Math.max(...boxes.map((box) => box.x + box.width)) - x,
    height: Math.max(...boxes.map((box) => box.y + box.height)) - y,
  }
}
