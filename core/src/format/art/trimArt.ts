import type { Vec2 } from '../../route/index.ts'
import { artGroup, type Art, type ArtNode, type ArtPicture, type Bounds } from '../../scene/index.ts'

/** What is left of a picture without its empty margins, and where that lies. */
export interface Trimmed {
  readonly picture: ArtPicture
  /** The middle of what is left, from the middle of what was, px. */
  readonly shift: Vec2
}

/** Where the middle of a part of a picture lies, from the middle of the whole, px. */
export function shiftOf({ size: [width, height] }: ArtPicture, { x, y, ...box }: Bounds): Vec2 {
  return [x + box.width / 2 - width / 2, y + box.height / 2 - height / 2]
}

/**
 * Art with pictures that had empty margins as they are without them: all stays where it is drawn; boxes are round what
 * is drawn, and groups turn about the middle of it.
 * @param trimmed the pictures that had margins; the same art where there are none
 */
export function trimArt(art: Art, trimmed: ReadonlyMap<ArtPicture, Trimmed>): Art {
  if (trimmed.size === 0) return art
  const trim = (node: ArtNode): ArtNode => {
    const [x, y] = node.position
    if (node.kind === 'image') {
      const left = trimmed.get(node.picture)
      return left
        ? { ...node, picture: left.picture, position: [x + left.shift[0], y + left.shift[1]] }
        : node
    }
    if (node.kind === 'path') return node
    const group = artGroup(node.children.map(trim), node)
    return { ...group, position: [x + group.position[0], y + group.position[1]] }
  }
  return { ...art, nodes: art.nodes.map(trim) }
}
