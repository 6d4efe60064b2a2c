import { clamp } from '../../number/index.ts'
import { strFromU8 } from 'fflate'
import { artGroup, LIMITS, type Art, type ArtNode } from '../../scene/index.ts'
import { readPicture } from '../art/readPicture.ts'
import { BadFile } from '../badFile.ts'
import { readXml, type XmlElement } from '../xml/index.ts'
import { unfoldZip, type ZipLimits } from '../zip/index.ts'

const LIMITS_OF_ZIP: ZipLimits = {
  bytes: 512 * 1024 * 1024,
  entries: 2_000,
  wanted: (name) => name === 'mimetype' || name === 'stack.xml' || name.startsWith('data/'),
}
/** Pixels all layers may have together. */
const MOST_PIXELS = 256e6

type Entries = Readonly<Record<string, Uint8Array>>

/** What the walk keeps count of. */
interface Count {
  pixels: number
  layers: number
  unread: number
  blended: boolean
}

/**
 * Reads an OpenRaster picture: its layers as pictures with their names, places and opacity, its stacks as groups.
 * @throws BadFile when it is none, damaged, or holds more than can be drawn
 * Source: freedesktop.org, OpenRaster specification 0.0.6 (layout, stack.xml).
 */
export function readOpenRaster(bytes: Uint8Array<ArrayBuffer>, name: string): Art {
  const entries = unfoldZip(bytes, LIMITS_OF_ZIP)
  const mime = entries['mimetype'] && strFromU8(entries['mimetype']).trim()
  const stack = entries['stack.xml']
  if (mime !== 'image/openraster' || !stack)
    throw new BadFile(`“${name}” is a zip, but no OpenRaster picture. Nothing was changed.`)
  const image = readXml(strFromU8(stack), `“${name}”`)
  const side = (attribute: string): number => Number(image.attributes[attribute])
  const [width, height] = [side('w'), side('h')]
  if (image.name !== 'image' || !(width >= 1 && height >= 1 && Math.max(width, height) <= LIMITS.frameSide))
    throw new BadFile(`“${name}” does not say how large it is, or is too large to draw. Nothing was changed.`)
  const count: Count = { pixels: 0, layers: 0, unread: 0, blended: false }
  const nodes = childrenOf(image, 'stack').flatMap((root) =>
    nodesOf(root, { entries, count, at: [-width / 2, -height / 2], name }),
  )
  if (nodes.length === 0) throw new BadFile(`“${name}” has no layers that can be read. Nothing was changed.`)
  const notes = [
    ...(count.unread > 0 ? [`${count.unread} of its layers could not be read and were left out.`] : []),
    ...(count.blended ? ['Ways of blending other than plain ones were left out.'] : []),
  ]
  return { name, size: [width, height], nodes, notes }
}

const childrenOf = ({ children }: XmlElement, name: string): XmlElement[] =>
  children.filter((child): child is XmlElement => typeof child !== 'string' && child.name === name)

interface Place {
  readonly entries: Entries
  readonly count: Count
  /** Where the stack's origin lies, from the middle of the canvas, px. */
  readonly at: readonly [number, number]
  readonly name: string
}

function nodesOf(stack: XmlElement, place: Place): ArtNode[] {
  return stack.children.flatMap((child): ArtNode[] => {
    if (typeof child === 'string' || (child.name !== 'stack' && child.name !== 'layer')) return []
    const { attributes } = child
    const number = (attribute: string, usual: number): number => {
      const value = Number(attributes[attribute] ?? usual)
      return Number.isFinite(value) ? value : usual
    }
    const at = [place.at[0] + number('x', 0), place.at[1] + number('y', 0)] as const
    const look = {
      name:
        (attributes['name'] ?? '').trim().slice(0, LIMITS.nameLength) ||
        (child.name === 'stack' ? 'Group' : 'Layer'),
      opacity: 100 * clamp(number('opacity', 1), 0, 1),
      visible: attributes['visibility'] !== 'hidden',
    }
    if ((attributes['composite-op'] ?? 'svg:src-over') !== 'svg:src-over') place.count.blended = true
    if (child.name === 'stack') {
      const inside = nodesOf(child, { ...place, at })
      return inside.length > 0 ? [artGroup(inside, look)] : []
    }
    return layerNode(attributes['src'] ?? '', { ...place, at }, look)
  })
}

function layerNode(
  src: string,
  { entries, count, at, name }: Place,
  look: { readonly name: string; readonly opacity: number; readonly visible: boolean },
): ArtNode[] {
  const bytes = Object.hasOwn(entries, src) ? entries[src] : undefined
  count.layers += 1
  if (count.layers > LIMITS.layers)
    throw new BadFile(`“${name}” has over ${LIMITS.layers.toLocaleString('en')} layers. Nothing was changed.`)
  if (!bytes) {
    count.unread += 1
    return []
  }
  const picture = readPicture(new Uint8Array(bytes), look.name)
  const [width, height] = picture.size
  count.pixels += width * height
  if (count.pixels > MOST_PIXELS)
    throw new BadFile(`The layers of “${name}” have over 256 megapixels together. Nothing was changed.`)
  return [{ kind: 'image', ...look, position: [at[0] + width / 2, at[1] + height / 2], picture }]
}
