import { strToU8 } from 'fflate'
import { writeXml, type XmlElement, type XmlNode } from '../xml/index.ts'
import { cssIds } from './cssUrls.ts'
import type { SvgCanvas } from './svgSize.ts'

/** Parts of a cleaned SVG as pictures of their own, each on the whole canvas. */
export interface SvgPictures {
  /** px, whole */
  readonly size: readonly [width: number, height: number]
  /**
   * An SVG file that shows some neighbours alone.
   * @param chain what they lie in, outermost first, without the root; drawn without its opacity
   */
  readonly of: (elements: readonly XmlNode[], chain: readonly XmlElement[]) => Uint8Array<ArrayBuffer>
}

const isElement = (node: XmlNode): node is XmlElement => typeof node !== 'string'

/** Makes pictures out of an SVG that has been cleaned. */
export function svgPictures(root: XmlElement, { size: [width, height] }: SvgCanvas): SvgPictures {
  const [wide, high] = [Math.max(1, Math.ceil(width - 1e-6)), Math.max(1, Math.ceil(height - 1e-6))]
  const byId = new Map<string, XmlElement>()
  const sheets: XmlElement[] = []
  const gather = (element: XmlElement): void => {
    const id = element.attributes['id']
    if (id && !byId.has(id)) byId.set(id, element)
    if (element.name === 'style') sheets.push(element)
    for (const child of element.children) if (isElement(child)) gather(child)
  }
  gather(root)

  const of: SvgPictures['of'] = (elements, chain) => {
    const shown = chain.reduceRight<readonly XmlNode[]>(
      (children, { name, attributes }) => [
        { name, attributes: { ...attributes, style: `${attributes['style'] ?? ''};opacity:1` }, children },
      ],
      elements,
    )
    const needed = referencesOf([...shown, ...sheets, { ...root, children: [] }], byId)
    const defs: XmlElement = { name: 'defs', attributes: {}, children: [...sheets, ...needed] }
    // The file's own root stays a root of its own, so that its shares and units mean what they meant.
    const inner: XmlElement = {
      name: 'svg',
      attributes: {
        ...root.attributes,
        x: String((wide - width) / 2),
        y: String((high - height) / 2),
        width: String(width),
        height: String(height),
      },
      children: [...(defs.children.length > 0 ? [defs] : []), ...shown],
    }
    const outer: XmlElement = {
      name: 'svg',
      attributes: { xmlns: 'http://www.w3.org/2000/svg', width: String(wide), height: String(high) },
      children: [inner],
    }
    return new Uint8Array(strToU8(writeXml(outer)))
  }
  return { size: [wide, high], of }
}

/** Everything nodes point at within the file, and what that points at. */
function referencesOf(nodes: readonly XmlNode[], byId: ReadonlyMap<string, XmlElement>): XmlElement[] {
  const found = new Map<string, XmlElement>()
  const look = (node: XmlNode): void => {
    const texts = isElement(node) ? Object.entries(node.attributes) : [['', node] as const]
    for (const [name, text] of texts) {
      const ids = name === 'href' ? [text.trim().slice(1)] : cssIds(text)
      for (const id of ids) {
        const target = byId.get(id)
        if (!target || found.has(id)) continue
        found.set(id, target)
        look(target)
      }
    }
    if (isElement(node)) node.children.forEach(look)
  }
  nodes.forEach(look)
  return [...found.values()]
}
