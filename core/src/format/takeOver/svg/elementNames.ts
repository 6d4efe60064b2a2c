import { LIMITS } from '../../../scene/index.ts'
import { textOf, type XmlElement } from '../../xml/index.ts'
import { childElements } from '../style/cascade.ts'

const KIND_NAMES: Readonly<Record<string, string>> = {
  g: 'Group',
  a: 'Group',
  rect: 'Rectangle',
  circle: 'Circle',
  ellipse: 'Ellipse',
  path: 'Path',
  line: 'Line',
  polyline: 'Line',
  polygon: 'Polygon',
  text: 'Text',
  image: 'Picture',
  use: 'Picture',
  svg: 'Picture',
}

/** What the elements of a file are called: as the file does, else by what they are, numbered. */
export class ElementNames {
  private readonly counts = new Map<string, number>()
  private readonly known = new Map<XmlElement, string>()

  /** What a layer of an element is called. */
  of(element: XmlElement): string {
    const label = labelOf(element)
    if (label !== null) return label
    const known = this.known.get(element)
    if (known) return known
    const kind = KIND_NAMES[element.name] ?? element.name
    const count = (this.counts.get(kind) ?? 0) + 1
    this.counts.set(kind, count)
    const name = count === 1 ? kind : `${kind} ${count}`
    this.known.set(element, name)
    return name
  }

  /** An element in sentences. */
  inWords(element: XmlElement): string {
    const { id } = element.attributes
    return id ? `<${element.name} id="${id}">` : `<${element.name}> “${this.of(element)}”`
  }
}

/** The title an element has. */
export function titleOf(element: XmlElement): string | null {
  const title = childElements(element).find((child) => child.name === 'title')
  const text = title ? textOf(title).trim().replace(/\s+/g, ' ') : ''
  return text === '' ? null : text.slice(0, LIMITS.nameLength)
}

/** What the file calls an element; null where it does not. */
export function labelOf(element: XmlElement): string | null {
  const { attributes } = element
  const texts = [attributes['data-layer'], attributes['aria-label'], titleOf(element), attributes['id']]
  const found = texts.map((text) => (text ?? '').trim().replace(/\s+/g, ' ')).find((text) => text !== '')
  return found?.slice(0, LIMITS.nameLength) ?? null
}
