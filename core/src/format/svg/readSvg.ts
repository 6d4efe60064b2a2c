import { artGroup, LIMITS, type Art, type ArtImage, type ArtNode, type ArtPath } from '../../scene/index.ts'
import { readXml, textOf, type XmlElement, type XmlNode } from '../xml/index.ts'
import { BadFile } from '../badFile.ts'
import { checkUnfolding } from './checkUnfolding.ts'
import { cleanSvg } from './cleanSvg.ts'
import { pathOutlines, multiply, readTransform } from './svgOutlines.ts'
import { svgPaint, shareOf } from './svgPaint.ts'
import { svgPictures, type SvgPictures } from './svgPictures.ts'
import { shapeNodes } from './shapeNodes.ts'
import { isShape, shapePath, type SvgWhole } from './svgShapes.ts'
import { readViewBox, svgCanvas } from './svgSize.ts'
import { svgStyles, type Declared, type SvgStyles } from './svgStyles.ts'
import { UNSEEN } from './unseen.ts'

export interface ReadSvgOptions {
  readonly name: string
  /** As layers by its groups, or all of it as one picture. */
  readonly as: 'layers' | 'picture'
}

/** Layers and pictures an SVG may become; beyond that it is one picture. */
const MOST_NODES = 1_000
const MOST_PICTURES = 60
/** Bytes these pictures may have together: each carries the styles and what it points at. */
const MOST_PICTURE_BYTES = 32 * 1024 * 1024

/** What only the browser's own SVG drawing shows as it is. */
const PICTURED: ReadonlySet<string> = new Set(['text', 'image', 'use', 'svg', 'switch'])
const GROUPS: ReadonlySet<string> = new Set(['g', 'a'])
const EFFECTS = ['clip-path', 'mask', 'filter'] as const

/** Where the walk stands. */
interface Place {
  readonly matrix: readonly number[]
  readonly around: Declared
  readonly chain: readonly XmlElement[]
}

/** What the walk knows of the file. */
interface Walk {
  readonly styles: SvgStyles
  readonly pictures: SvgPictures
  readonly whole: SvgWhole
  /** How many of each were made. */
  readonly made: { nodes: number; pictures: number; bytes: number }
}

/**
 * Reads an SVG as art: its groups as groups, its shapes as paths with fill and stroke; what takes more than that
 * (gradients, text, clipping, filters) as pictures in its place. Scripts, links to other files and animation are left out.
 * @throws BadFile when it is no SVG, damaged, too large, or declares entities
 * Source: W3C, SVG 2.
 */
export function readSvg(text: string, { name, as }: ReadSvgOptions): Art {
  const { root, lost } = cleanSvg(readXml(text, 'This SVG'))
  if (root?.name !== 'svg') throw new BadFile('This file holds no SVG picture. Nothing was changed.')
  const canvas = svgCanvas(root)
  if (!canvas.size.every((side) => side > 0 && side <= LIMITS.frameSide))
    throw new BadFile(
      `This SVG is over ${LIMITS.frameSide.toLocaleString('en')} px wide or high, more than can be drawn. Nothing was changed.`,
    )
  const pictures = svgPictures(root, canvas)
  const styles = svgStyles(root)
  checkUnfolding(root, styles)
  const notes = lost ? ['Scripts, animation and links to other files were left out.'] : []
  const onePicture = (...more: string[]): Art => ({
    name,
    size: canvas.size,
    nodes: [imageOf(root.children, [], { pictures, name })],
    notes: [...notes, ...more],
  })
  if (as === 'picture') return onePicture()
  if (styles.complex) return onePicture('Its styles are more than plain ones, so it came as one picture.')
  const box = readViewBox(root.attributes['viewBox'])
  const walk: Walk = {
    styles,
    pictures,
    whole: box ? [box[2], box[3]] : canvas.size,
    made: { nodes: 0, pictures: 0, bytes: 0 },
  }
  const [width, height] = canvas.size
  const nodes = nodesOf(walk, root.children, {
    matrix: multiply([1, 0, 0, 1, -width / 2, -height / 2], canvas.matrix),
    around: styles.of(root, {}),
    chain: [],
  })
  if (isTooMuch(walk)) return onePicture('It has very many parts, so it came as one picture.')
  if (nodes.length === 0) throw new BadFile('This SVG shows nothing. Nothing was changed.')
  return {
    name,
    size: canvas.size,
    nodes,
    notes: [
      ...notes,
      ...(walk.made.pictures > 0 ? ['What is more than plain shapes came as pictures.'] : []),
    ],
  }
}

/** Whether an SVG has more parts than become layers; the walk then ends where it is. */
function isTooMuch({ made }: Walk): boolean {
  return made.nodes > MOST_NODES || made.pictures > MOST_PICTURES || made.bytes > MOST_PICTURE_BYTES
}

/** What children of an element become, top first. Neighbours that have to be pictures share one. */
function nodesOf(walk: Walk, children: readonly XmlNode[], place: Place): ArtNode[] {
  const nodes: ArtNode[] = []
  let run: XmlElement[] = []
  const flush = (): void => {
    if (run.length === 0) return
    walk.made.pictures += 1
    const image = imageOf(run, place.chain, {
      pictures: walk.pictures,
      name: nameOf(run[0]!) ?? 'Picture',
    })
    walk.made.bytes += image.picture.bytes.length
    nodes.push(image)
    run = []
  }
  for (const child of children) {
    if (isTooMuch(walk)) break
    if (typeof child === 'string' || UNSEEN.has(child.name)) continue
    const declared = walk.styles.of(child, place.around)
    if (declared['display'] === 'none') continue
    const made = needsPicture(child, declared) ? null : plainNodes(walk, child, declared, place)
    if (made === null) run.push(child)
    else if (made.length > 0) {
      flush()
      nodes.push(...made)
    }
  }
  flush()
  walk.made.nodes += nodes.length
  return nodes.reverse()
}

function needsPicture({ name, attributes }: XmlElement, declared: Declared): boolean {
  const styled = attributes['transform'] === undefined ? declared['transform'] : undefined
  return (
    PICTURED.has(name) ||
    EFFECTS.some((effect) => declared[effect] !== undefined && declared[effect] !== 'none') ||
    styled !== undefined ||
    declared['transform-origin'] !== undefined
  )
}

/** A group or a shape as nodes, bottom first; null where only a picture will do, none where it draws nothing. */
function plainNodes(walk: Walk, element: XmlElement, declared: Declared, place: Place): ArtNode[] | null {
  const matrix = multiply(place.matrix, readTransform(element.attributes['transform']))
  const name = nameOf(element)
  const opacity = 100 * shareOf(declared['opacity'])
  if (GROUPS.has(element.name)) {
    const chain = [...place.chain, element]
    const children = nodesOf(walk, element.children, { matrix, around: declared, chain })
    const [only] = children
    if (!only) return []
    if (children.length === 1)
      return [{ ...only, opacity: (only.opacity * opacity) / 100, name: name ?? only.name }]
    // Groups within groups that have neither name nor opacity only carried a transform, which is done.
    if (place.chain.length > 0 && name === null && opacity === 100) return [...children].reverse()
    return [artGroup(children, { name: name ?? 'Group', opacity, visible: true })]
  }
  if (!isShape(element)) return []
  const paint = svgPaint(declared, Math.hypot(...walk.whole) / Math.SQRT2)
  if (!paint) return null
  if (!paint.filled && paint.strokeWidth === 0) return []
  const outlines = pathOutlines(shapePath(element, walk.whole), matrix)
  const look: Pick<ArtPath, 'name' | 'opacity' | 'visible'> = {
    name: name ?? element.name[0]!.toUpperCase() + element.name.slice(1),
    opacity,
    visible: declared['visibility'] !== 'hidden' && declared['visibility'] !== 'collapse',
  }
  return shapeNodes(outlines, { paint, matrix, look })
}

function imageOf(
  elements: readonly XmlNode[],
  chain: readonly XmlElement[],
  { pictures, name }: { readonly pictures: SvgPictures; readonly name: string },
): ArtImage {
  const bytes = pictures.of(elements, chain)
  return {
    kind: 'image',
    name,
    position: [0, 0],
    opacity: 100,
    visible: true,
    picture: { name, type: 'image/svg+xml', bytes, size: pictures.size },
  }
}

/** What an element is called in the file: its label, title or id; null where it has none. */
function nameOf({ attributes, children }: XmlElement): string | null {
  const title = children.find(
    (child): child is XmlElement => typeof child !== 'string' && child.name === 'title',
  )
  const texts = [attributes['aria-label'], title && textOf(title), attributes['id']]
  const found = texts.map((text) => (text ?? '').trim().replace(/\s+/g, ' ')).find((text) => text !== '')
  return found?.slice(0, LIMITS.nameLength) ?? null
}
