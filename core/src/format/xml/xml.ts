import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser'
import { BadFile } from '../badFile.ts'

/** An element of an XML file; text stands as strings among its children. */
export interface XmlElement {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly XmlNode[]
}
export type XmlNode = XmlElement | string

/** Characters, elements and depth an XML file may have. */
const MOST_CHARACTERS = 24 * 1024 * 1024
const MOST_ELEMENTS = 60_000
const MOST_DEPTH = 180

/** What the package calls text and attributes in its ordered form. */
const TEXT = '#text'
const ATTRIBUTES = ':@'
type Ordered = Readonly<Record<string, unknown>>

const OPTIONS = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  processEntities: true,
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
  ignoreDeclaration: true,
  ignorePiTags: true,
  maxNestedTags: MOST_DEPTH,
} as const

/**
 * Reads XML into its root element. Entities of the file's own are refused whole: they are how a small file is made to
 * unfold without end.
 * @param what the file is called in sentences, such as 'This SVG'
 * @throws BadFile when it is not well formed, too large or too deep, or declares entities
 * Source: W3C, XML 1.0, through fast-xml-parser.
 */
export function readXml(given: string, what: string): XmlElement {
  const text = given.replace(/^\uFEFF/, '')
  if (text.length > MOST_CHARACTERS)
    throw new BadFile(`${what} is over 24 MB of text, more than can be read. Nothing was changed.`)
  if (/<!ENTITY/i.test(text))
    throw new BadFile(
      `${what} declares entities, which can hide harm, so it was not opened. Nothing was changed.`,
    )
  const damaged = new BadFile(`${what} is damaged: it is not well-formed XML. Nothing was changed.`)
  if (XMLValidator.validate(text) !== true) throw damaged
  let ordered: Ordered[]
  try {
    ordered = new XMLParser(OPTIONS).parse(text) as Ordered[]
  } catch {
    throw damaged
  }
  const count = { elements: 0 }
  const roots = ordered.flatMap((node) => elementOf(node, { what, count, depth: 0 }))
  const root = roots.find((node): node is XmlElement => typeof node !== 'string')
  if (!root) throw damaged
  return root
}

function elementOf(
  node: Ordered,
  at: { readonly what: string; readonly count: { elements: number }; readonly depth: number },
): XmlNode[] {
  if (TEXT in node) return [String(node[TEXT])]
  const name = Object.keys(node).find((key) => key !== ATTRIBUTES)
  if (name === undefined) return []
  at.count.elements += 1
  if (at.count.elements > MOST_ELEMENTS || at.depth > MOST_DEPTH)
    throw new BadFile(`${at.what} has more parts than can be read. Nothing was changed.`)
  const children = node[name] as readonly Ordered[]
  return [
    {
      name,
      attributes: { ...(node[ATTRIBUTES] as Record<string, string> | undefined) },
      children: children.flatMap((child) => elementOf(child, { ...at, depth: at.depth + 1 })),
    },
  ]
}

/** An element as XML text. */
export function writeXml(element: XmlElement): string {
  const builder = new XMLBuilder({ ...OPTIONS, suppressEmptyNode: true, suppressBooleanAttributes: false })
  return String(builder.build([orderedOf(element)]))
}

function orderedOf(node: XmlNode): Ordered {
  if (typeof node === 'string') return { [TEXT]: node }
  return { [node.name]: node.children.map(orderedOf), [ATTRIBUTES]: node.attributes }
}

/** All text in an element, in order. */
export function textOf({ children }: XmlElement): string {
  return children.map((child) => (typeof child === 'string' ? child : textOf(child))).join('')
}
