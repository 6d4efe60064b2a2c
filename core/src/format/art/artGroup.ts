import { outlineBounds, type ArtGroup, type ArtNode, type Bounds } from '../../scene/index.ts'

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
