// The parser alone has no types of its own, as where easings are read.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../../css/css-tree-parser.d.ts" />
import type { CssNode, Declaration as CssDeclaration } from 'css-tree'
import parse from 'css-tree/parser'
import { BadFile } from '../../badFile.ts'

export interface Declaration {
  readonly property: string
  readonly value: string
  readonly important: boolean
}

export interface StyleRule {
  /** One selector, without commas at its outside. */
  readonly selector: string
  readonly declarations: readonly Declaration[]
}

/** What a `@keyframes` rule says at some shares of a round. */
export interface KeyframeBlock {
  /** 0 … 1 */
  readonly shares: readonly number[]
  readonly declarations: readonly Declaration[]
}

export interface Styles {
  /** In order. */
  readonly rules: readonly StyleRule[]
  readonly keyframes: ReadonlyMap<string, readonly KeyframeBlock[]>
  /** What custom properties are where nothing is said, by `@property`. */
  readonly initial: Readonly<Record<string, string>>
}

/** Characters of style sheets, and rules of one, that are read. */
const LONGEST = 4 * 1024 * 1024
const MOST_RULES = 20_000

/** Rules that hold only for others than the usual reader. Source: W3C, Media Queries 5. */
const OTHER_READERS =
  /\bprint\b|\bspeech\b|prefers-reduced-motion\s*(?::\s*reduce|\))|prefers-contrast\s*:|forced-colors\s*:/i

/**
 * The rules and keyframes of style sheets, in order; what cannot be read is passed over, as browsers do.
 * @throws BadFile for more than can be read
 * Source: W3C, CSS Syntax 3, CSS Animations 1, read with css-tree.
 */
export function readStyles(texts: readonly string[]): Styles {
  if (texts.reduce((sum, text) => sum + text.length, 0) > LONGEST)
    throw new BadFile('The style sheet is over 4 MB, more than can be read. Nothing was changed.')
  const rules: StyleRule[] = []
  const initial: Record<string, string> = {}
  const keyframes = new Map<
    string,
    { readonly blocks: readonly KeyframeBlock[]; readonly isPrefixed: boolean }
  >()
  const walk = (node: CssNode): void => {
    if (node.type === 'Rule') {
      const prelude = node.prelude.type === 'Raw' ? node.prelude.value : ''
      const declarations = declarationsIn(childrenOf(node.block))
      for (const selector of partsOf(prelude)) rules.push({ selector, declarations })
      if (rules.length > MOST_RULES)
        throw new BadFile('The style sheet has more rules than can be read. Nothing was changed.')
      return
    }
    if (node.type !== 'Atrule' || !node.block) return
    const prelude = node.prelude?.type === 'Raw' ? node.prelude.value.trim() : ''
    const name = node.name.toLowerCase()
    if (name === 'property') {
      const value = declarationsIn(childrenOf(node.block)).find(
        ({ property }) => property === 'initial-value',
      )
      if (value) initial[prelude] = value.value
    }
    if (/^(-\w+-)?keyframes$/.test(name)) {
      const known = keyframes.get(prelude)
      const isPrefixed = name.startsWith('-')
      // The last of a name holds; one with a maker's prefix only where there is no other.
      if (!known || known.isPrefixed || !isPrefixed)
        keyframes.set(unquoted(prelude), { blocks: blocksIn(childrenOf(node.block)), isPrefixed })
    } else if (name === 'layer' || name === 'supports' || (name === 'media' && !OTHER_READERS.test(prelude)))
      childrenOf(node.block).forEach(walk)
  }
  for (const text of texts)
    childrenOf(
      parse(text, { parseValue: false, parseRulePrelude: false, parseAtrulePrelude: false }),
    ).forEach(walk)
  return { rules, initial, keyframes: new Map([...keyframes].map(([name, { blocks }]) => [name, blocks])) }
}

const unquoted = (text: string): string => text.replace(/^(['"])(.*)\1$/, '$2')

function childrenOf(node: CssNode): CssNode[] {
  return 'children' in node && node.children ? [...node.children] : []
}

/** The declarations of a style attribute. */
export function readStyleAttribute(text: string): readonly Declaration[] {
  return declarationsIn(childrenOf(parse(text, { context: 'declarationList', parseValue: false })))
}

/** Makers' prefixes of properties that are read here by their plain names. */
const PREFIX = /^-(?:webkit|moz)-(?=animation|transform|clip-path|mask|filter)/

function declarationsIn(nodes: readonly CssNode[]): Declaration[] {
  return nodes
    .filter((node): node is CssDeclaration => node.type === 'Declaration')
    .flatMap(({ property, value, important }) => {
      if (value.type !== 'Raw') return []
      const name = property.startsWith('--') ? property : property.toLowerCase().replace(PREFIX, '')
      return [{ property: name, value: value.value.trim(), important: important !== false }]
    })
}

function blocksIn(nodes: readonly CssNode[]): KeyframeBlock[] {
  return nodes.flatMap((node) => {
    if (node.type !== 'Rule' || node.prelude.type !== 'Raw') return []
    const shares = node.prelude.value.split(',').map(shareOf)
    if (!shares.every((share): share is number => share !== null)) return []
    return [
      { shares, declarations: declarationsIn(childrenOf(node.block)).filter(({ important }) => !important) },
    ]
  })
}

function shareOf(text: string): number | null {
  const word = text.trim().toLowerCase()
  if (word === 'from') return 0
  if (word === 'to') return 1
  const percent = /^([+-]?[\d.]+(?:e[+-]?\d+)?)%$/.exec(word)
  const share = percent ? Number(percent[1]) / 100 : NaN
  return share >= 0 && share <= 1 ? share : null
}

/** The parts of a list, split at commas that stand in no brackets or quotes. */
export function partsOf(text: string): string[] {
  const parts: string[] = []
  let [depth, quote, from] = [0, '', 0]
  for (let i = 0; i < text.length; i += 1) {
    const sign = text[i]!
    if (quote) {
      if (sign === quote) quote = ''
    } else if (sign === '"' || sign === "'") quote = sign
    else if (sign === '(' || sign === '[') depth += 1
    else if (sign === ')' || sign === ']') depth -= 1
    else if (sign === ',' && depth === 0) {
      parts.push(text.slice(from, i))
      from = i + 1
    }
  }
  return [...parts, text.slice(from)].map((part) => part.trim()).filter(Boolean)
}
