import { compile, type Options } from 'css-select'
import { parse as parseSelector, SelectorType, type Selector } from 'css-what'
import type { XmlElement, XmlNode } from '../../xml/index.ts'
import { BadFile } from '../../badFile.ts'
import { INHERITED } from '../../svg/index.ts'
import { readStyleAttribute, type Declaration, type Styles } from './readStyles.ts'
import { withVariables } from './variables.ts'

/** What holds for an element: property to value. */
export type Computed = Readonly<Record<string, string>>

/** Properties an element takes from the one it lies in, besides its own of `--`. Source: W3C, SVG 2, appendix G; CSS 2.2. */
const HANDED_DOWN: ReadonlySet<string> = new Set([
  ...INHERITED,
  'font-size',
  'font-family',
  'font-weight',
  'letter-spacing',
  'text-anchor',
])

/** Holding every rule against every element may take so many looks. */
const MOST_LOOKS = 4_000_000

/** An element that stands for what `::before` or `::after` draws; siblings do not count it. */
export const PSEUDO = /^pseudo-(before|after)$/

interface Applied {
  readonly weight: number
  readonly declarations: readonly Declaration[]
}

/** The styles of a tree, worked out element by element. */
export class Cascade {
  private readonly parents = new Map<XmlElement, XmlElement>()
  private readonly applied = new Map<XmlElement, Applied[]>()
  private readonly known = new Map<XmlElement, Computed>()

  /**
   * @throws BadFile where there are more rules and elements than can be held against each other
   * Source: W3C, CSS Cascading 4, Selectors 4, by css-select; presentation attributes come first (SVG 2, 6.6).
   */
  constructor(
    root: XmlElement,
    private readonly styles: Styles,
  ) {
    const elements: XmlElement[] = []
    const walk = (element: XmlElement): void => {
      elements.push(element)
      for (const child of childElements(element)) {
        this.parents.set(child, element)
        walk(child)
      }
    }
    walk(root)
    if (elements.length * styles.rules.length > MOST_LOOKS)
      throw new BadFile('This file has more styles than can be read. Nothing was changed.')
    const options = selectOptions(this.parents)
    for (const { selector, declarations } of styles.rules) {
      const ready = readySelector(selector, options)
      if (!ready) continue
      for (const element of elements)
        if (ready.matches(element)) {
          const list = this.applied.get(element) ?? []
          list.push({ weight: ready.weight, declarations })
          this.applied.set(element, list)
        }
    }
  }

  parentOf(element: XmlElement): XmlElement | undefined {
    return this.parents.get(element)
  }

  /** What holds for an element, variables put in. */
  of(element: XmlElement): Computed {
    const known = this.known.get(element)
    if (known) return known
    const parent = this.parents.get(element)
    const around = parent ? this.of(parent) : {}
    const computed = this.compute(element, around)
    this.known.set(element, computed)
    return computed
  }

  private compute(element: XmlElement, around: Computed): Computed {
    const own: Record<string, string> = {}
    for (const [property, value] of Object.entries(element.attributes))
      if (!NOT_PRESENTED.has(property)) own[property] = value.trim()
    // Sorting keeps the order of rules of one weight.
    const rules = (this.applied.get(element) ?? []).sort((a, b) => a.weight - b.weight)
    const style = element.attributes['style']
    const lists = [
      ...rules.map(({ declarations }) => declarations),
      ...(style ? [readStyleAttribute(style)] : []),
    ]
    for (const isImportant of [false, true])
      for (const list of lists)
        for (const { property, value, important } of list)
          if (important === isImportant) declare(own, property, value)
    const inherited = Object.entries(around).filter(
      ([property]) => HANDED_DOWN.has(property) || property.startsWith('--'),
    )
    const computed: Record<string, string> = Object.fromEntries(inherited)
    for (const [property, value] of Object.entries(own)) {
      if (value === 'inherit' || (value === 'unset' && HANDED_DOWN.has(property))) {
        if (around[property] !== undefined) computed[property] = around[property]
      } else if (value === 'initial' || value === 'unset') delete computed[property]
      else computed[property] = value
    }
    return withVariables(computed, this.styles.initial)
  }
}

const NOT_PRESENTED: ReadonlySet<string> = new Set(['class', 'id', 'style', 'href', 'xmlns'])

/** A transform longer than this is hostile, characters. */
const LONGEST_TRANSFORM = 10_000
/** In style sheets, other than in attributes, lengths and angles say their units; one that does not makes its declaration void. */
const UNITS_SAID =
  /^(?!.*\b(?:translate(?:X|Y|3d)?|rotate[XYZ]?|skew[XY]?)\(\s*(?:[^)]*,\s*)?[+-]?(?!0+(?:\.0*)?\s*[,)])[\d.]+\s*[,)])/is

/** A shorthand clears what its longhands said before. */
function declare(own: Record<string, string>, property: string, value: string): void {
  if (property === 'transform' && !(value.length <= LONGEST_TRANSFORM && UNITS_SAID.test(value))) return
  if (property === 'animation')
    for (const name of Object.keys(own)) if (name.startsWith('animation-')) delete own[name]
  if (property === 'background') delete own['background-color']
  // A later word on a part of a shorthand has to come after it, as both are read in order.
  delete own[property]
  own[property] = value
}

export const isElement = (node: XmlNode): node is XmlElement => typeof node !== 'string'
export const childElements = ({ children }: XmlElement): XmlElement[] => children.filter(isElement)

function selectOptions(parents: ReadonlyMap<XmlElement, XmlElement>): Options<XmlNode, XmlElement> {
  const attribute = (element: XmlElement, name: string): string | undefined => element.attributes[name]
  const siblings = (node: XmlNode): XmlNode[] => {
    const parent = isElement(node) ? parents.get(node) : undefined
    if (!parent) return [node]
    const isPseudo = (other: XmlNode): boolean => isElement(other) && PSEUDO.test(other.name)
    return parent.children.filter((other) => other === node || !isPseudo(other))
  }
  return {
    xmlMode: true,
    cacheResults: false,
    adapter: {
      isTag: isElement,
      getName: ({ name }) => name,
      getAttributeValue: attribute,
      hasAttrib: (element, name) => attribute(element, name) !== undefined,
      getChildren: (node) => (isElement(node) ? [...node.children] : []),
      getParent: (element) => parents.get(element) ?? null,
      getSiblings: siblings,
      getText: (node) => (isElement(node) ? '' : node),
      removeSubsets: (nodes) => nodes,
    },
  }
}

/** A selector made ready: what it matches, and its weight; null for one that never matches a still page, or cannot be read. */
function readySelector(
  selector: string,
  options: Options<XmlNode, XmlElement>,
): { readonly matches: (element: XmlElement) => boolean; readonly weight: number } | null {
  const plain = selector.replace(
    /::?(before|after)\s*$/i,
    (_, which: string) => `>pseudo-${which.toLowerCase()}`,
  )
  try {
    const [list] = parseSelector(plain)
    const found = compile<XmlNode, XmlElement>(plain, options)
    return { matches: (element) => found(element), weight: weightOf(list ?? []) }
  } catch {
    return null
  }
}

/** Source: W3C, Selectors 4, section 17 (specificity), as one number. */
function weightOf(tokens: readonly Selector[]): number {
  return tokens.reduce((sum, token) => {
    switch (token.type) {
      case SelectorType.Attribute:
        return sum + (token.name === 'id' && token.action === 'equals' ? 1_000_000 : 1_000)
      case SelectorType.Tag:
      case SelectorType.PseudoElement:
        return sum + 1
      case SelectorType.Pseudo: {
        if (!Array.isArray(token.data)) return sum + 1_000
        if (token.name === 'where') return sum
        return sum + Math.max(...token.data.map(weightOf)) + (/^(is|not|has)$/.test(token.name) ? 0 : 1_000)
      }
      default:
        return sum
    }
  }, 0)
}
