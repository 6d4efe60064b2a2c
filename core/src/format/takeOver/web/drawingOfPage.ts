import { parse, parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5'
import { BadFile } from '../../badFile.ts'
import { cleanSvg } from '../../svg/index.ts'
import type { XmlElement, XmlNode } from '../../xml/index.ts'
import { lengthOf, wordsOf } from '../style/lengths.ts'
import { readStyleAttribute } from '../style/readStyles.ts'

/** Elements a page may have, and how deep they may lie in one another. */
const MOST_ELEMENTS = 60_000
const MOST_DEPTH = 300

/**
 * A page as elements.
 * @throws BadFile for more than can be read
 * Source: WHATWG, HTML (parsing), by parse5.
 */
export function readPage(text: string): XmlElement {
  return elementsOf(parse(text).childNodes)
}

/** Markup that stands in a page. */
export const readMarkup = (text: string): XmlElement => elementsOf(parseFragment(text).childNodes)

function elementsOf(nodes: readonly Tree.ChildNode[]): XmlElement {
  let count = 0
  const tooMuch = (): BadFile =>
    new BadFile('This page has more parts than can be read. Nothing was changed.')
  const take = (node: Tree.ChildNode, depth: number): XmlNode[] => {
    if ('value' in node) return [node.value]
    if (!('tagName' in node)) return []
    count += 1
    if (count > MOST_ELEMENTS || depth > MOST_DEPTH) throw tooMuch()
    const attributes = Object.fromEntries(node.attrs.map(({ name, value }) => [name, value]))
    return [
      {
        name: node.tagName,
        attributes,
        children: node.childNodes.flatMap((child) => take(child, depth + 1)),
      },
    ]
  }
  return { name: 'page', attributes: {}, children: nodes.flatMap((node) => take(node, 0)) }
}

/** The first element that fits, in the order of the page; null where there is none. */
export function findElement(root: XmlElement, fits: (element: XmlElement) => boolean): XmlElement | null {
  if (fits(root)) return root
  for (const child of root.children) {
    const found = typeof child === 'string' ? null : findElement(child, fits)
    if (found) return found
  }
  return null
}

export const hasClass = ({ attributes }: XmlElement, name: string): boolean =>
  (attributes['class'] ?? '').split(/\s+/).includes(name)

/** Tags of a page whose boxes lie at 0, 0 and have no size, as what they are in a drawing. */
const TAGS: Readonly<Record<string, string>> = { div: 'g', svg: 'g', img: 'image' }

/** The boxes of a page of ours as a drawing of a size, px: they place by their transforms alone. */
export function drawingOfFrame(frame: XmlElement, [width, height]: readonly [number, number]): XmlElement {
  const convert = (node: XmlNode): XmlNode => {
    if (typeof node === 'string') return node
    const name = TAGS[node.name] ?? node.name
    const attributes = name === 'image' ? imageAttributes(node) : node.attributes
    return { name, attributes, children: node.children.map(convert) }
  }
  const root: XmlElement = {
    name: 'svg',
    attributes: { viewBox: `0 0 ${width} ${height}`, width: String(width), height: String(height) },
    children: frame.children.map(convert),
  }
  return cleanSvg(root, { keepsMotion: true }).root
}

/** A picture placed by its margins. */
function imageAttributes({ attributes }: XmlElement): XmlElement['attributes'] {
  const { src, style = '', ...kept } = attributes
  const said = new Map(readStyleAttribute(style).map(({ property, value }) => [property, value]))
  const [top = '0', , , left = '0'] = wordsOf(said.get('margin') ?? '0 0 0 0')
  const side = (text: string | undefined): string => String(lengthOf(text, 0) ?? 0)
  return {
    ...kept,
    href: src ?? '',
    x: side(left),
    y: side(top),
    width: side(said.get('width')),
    height: side(said.get('height')),
    style: style.replace(/(?:^|;)\s*(?:width|height|margin):[^;]*/g, ''),
    preserveAspectRatio: 'none',
  }
}
