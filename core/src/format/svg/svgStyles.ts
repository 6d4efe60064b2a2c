// The parser alone has no types of its own, as where easings are read.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../css/css-tree-parser.d.ts" />
import type { CssNode, Declaration, Rule } from 'css-tree'
import parse from 'css-tree/parser'
import { textOf, type XmlElement } from '../xml/index.ts'

/** What is declared for an element: property to value, attributes and styles together. */
export type Declared = Readonly<Record<string, string>>

/** Properties read here that a shape takes from what it lies in. Source: W3C, SVG 2, appendix G. */
export const INHERITED = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-dashoffset',
  'stroke-linecap',
  'stroke-linejoin',
  'fill-opacity',
  'stroke-opacity',
  'fill-rule',
  'color',
  'visibility',
  'marker-start',
  'marker-mid',
  'marker-end',
] as const
/** Properties read here that it does not. */
const OWN = [
  'opacity',
  'display',
  'clip-path',
  'mask',
  'filter',
  'transform',
  'transform-origin',
  'mix-blend-mode',
]

interface SheetRule {
  readonly tag: string | null
  readonly id: string | null
  readonly classes: readonly string[]
  readonly declared: Declared
  readonly weight: number
}

/** The styles of an SVG: its style sheets, made ready. */
export interface SvgStyles {
  /** Whether there are rules that are not read here, so that shapes could look wrong. */
  readonly complex: boolean
  /**
   * What holds for an element.
   * @param around what holds for the element it lies in
   */
  readonly of: (element: XmlElement, around: Declared) => Declared
}

/** Rules that are held against every element; a file with more is not read shape by shape. */
const MOST_RULES = 2_000

const SELECTOR = /^([a-z][\w-]*|\*)?((?:[.#][\w-]+)*)$/i

/**
 * Makes the style sheets of an SVG ready. Selectors of one element (its name, classes and id) are read.
 * Source: W3C, CSS 2.2, sections 5 and 6, read with css-tree; SVG 2, section 6 (presentation attributes come first).
 */
export function svgStyles(root: XmlElement): SvgStyles {
  const rules: SheetRule[] = []
  let complex = false
  for (const text of sheetsOf(root)) {
    const sheet = parse(text, {
      parseValue: false,
      parseRulePrelude: false,
      onParseError: () => (complex = true),
    })
    for (const node of childrenOf(sheet)) {
      if (node.type === 'Comment') continue
      if (node.type !== 'Rule') complex = true
      else if (!readRule(node, rules)) complex = true
    }
  }
  if (rules.length > MOST_RULES) {
    complex = true
    rules.length = 0
  }
  rules.sort((a, b) => a.weight - b.weight)
  const of = (element: XmlElement, around: Declared): Declared => {
    const declared: Record<string, string> = {}
    for (const name of INHERITED) if (around[name] !== undefined) declared[name] = around[name]
    for (const name of [...INHERITED, ...OWN]) take(declared, name, element.attributes[name], around)
    const classes = new Set((element.attributes['class'] ?? '').split(/\s+/))
    for (const rule of rules) if (matches(rule, element, classes)) takeAll(declared, rule.declared, around)
    const own = element.attributes['style']
    if (own) takeAll(declared, readDeclarations(own), around)
    return declared
  }
  return { complex, of }
}

function take(
  declared: Record<string, string>,
  name: string,
  value: string | undefined,
  around: Declared,
): void {
  if (value === undefined) return
  const text = value.trim()
  if (text !== 'inherit') declared[name] = text
  else if (around[name] !== undefined) declared[name] = around[name]
}

function takeAll(declared: Record<string, string>, from: Declared, around: Declared): void {
  for (const [name, value] of Object.entries(from)) take(declared, name, value, around)
}

function sheetsOf(element: XmlElement): string[] {
  if (element.name === 'style') return [textOf(element)]
  return element.children.flatMap((child) => (typeof child === 'string' ? [] : sheetsOf(child)))
}

function childrenOf(node: CssNode): CssNode[] {
  return 'children' in node && node.children ? [...node.children] : []
}

/** Reads a rule into the list; false where a selector is not one of a single element. */
function readRule({ prelude, block }: Rule, rules: SheetRule[]): boolean {
  const declared = declarationsOf(childrenOf(block))
  const selectors = prelude.type === 'Raw' ? prelude.value.split(',') : []
  return selectors
    .map((selector) => {
      const found = SELECTOR.exec(selector.trim())
      if (!found || selector.trim() === '') return false
      const marks = found[2]!.match(/[.#][\w-]+/g) ?? []
      const ids = marks.filter((mark) => mark.startsWith('#')).map((mark) => mark.slice(1))
      const classes = marks.filter((mark) => mark.startsWith('.')).map((mark) => mark.slice(1))
      const tag = found[1] && found[1] !== '*' ? found[1] : null
      rules.push({
        tag,
        id: ids[0] ?? null,
        classes,
        declared,
        weight: ids.length * 10_000 + classes.length * 100 + (tag ? 1 : 0),
      })
      return ids.length < 2
    })
    .every(Boolean)
}

function matches(
  { tag, id, classes }: SheetRule,
  { name, attributes }: XmlElement,
  own: ReadonlySet<string>,
): boolean {
  if (tag !== null && tag !== name) return false
  if (id !== null && id !== attributes['id']) return false
  return classes.every((wanted) => own.has(wanted))
}

/** The declarations of a style attribute. */
export function readDeclarations(text: string): Declared {
  return declarationsOf(childrenOf(parse(text, { context: 'declarationList', parseValue: false })))
}

function declarationsOf(nodes: readonly CssNode[]): Declared {
  return Object.fromEntries(
    nodes
      .filter((node): node is Declaration => node.type === 'Declaration')
      .flatMap(({ property, value }) =>
        value.type === 'Raw' ? [[property.toLowerCase(), value.value.trim()]] : [],
      ),
  )
}
