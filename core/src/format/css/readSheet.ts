// The parser alone, without the rest of the package, has no types of its own; every program that imports this file needs them.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./css-tree-parser.d.ts" />
import type { CssNode, List } from 'css-tree'
import parse from 'css-tree/parser'
import type { PlainBend } from '../../bend/index.ts'
import { sentenceOf } from '../../refusal/index.ts'
import { BadFile } from '../badFile.ts'
import { readEasing } from './readEasing.ts'

/** An easing a style sheet has. */
export interface SheetEasing {
  /** A custom property's name without its strokes; else what it eases. */
  readonly name: string
  /** As it stands there. */
  readonly text: string
  readonly bend: PlainBend
}

/** What was found in a style sheet. */
export interface ReadSheet {
  readonly easings: readonly SheetEasing[]
  /** Easings that could not be read, a sentence each. */
  readonly troubles: readonly string[]
}

/** The longest style sheet read, characters. */
const LONGEST = 2 * 1024 * 1024
const MOST_EASINGS = 1000
/** Functions that ease. Source: W3C, CSS Easing Functions 2. */
const FUNCTIONS = new Set(['cubic-bezier', 'linear', 'steps'])
const KEYWORDS = new Set(['linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out', 'step-start', 'step-end'])
/** What takes easings by keyword. Source: W3C, CSS Transitions 1 and CSS Animations 1. */
const EASED = /^(-webkit-)?(transition|animation)(-timing-function)?$/

/**
 * The easings of a style sheet, or of declarations without one: custom properties, and what transitions and animations go by. Each
 * is told once.
 * @throws BadFile for text without a single easing, and for more than 2 MB
 * Source: W3C, CSS Syntax 3, read with css-tree.
 */
export function readSheet(text: string): ReadSheet {
  if (text.length > LONGEST) throw new BadFile('That style sheet is over 2 MB. Nothing was added.')
  const found = new Map<string, SheetEasing>()
  const troubles: string[] = []
  const add = (name: string, source: string): void => {
    if (found.has(`${name} ${source}`) || found.size >= MOST_EASINGS) return
    try {
      found.set(`${name} ${source}`, { name, text: source, bend: readEasing(source) })
    } catch (caught) {
      troubles.push(sentenceOf(caught))
    }
  }
  for (const { property, value, selector } of declarationsOf(text)) {
    const isOwn = property.startsWith('--')
    const name = isOwn ? property.slice(2) : [selector, property].filter(Boolean).join(' ')
    for (const source of easingsIn(value, {
      text,
      keywords: isOwn ? 'alone' : EASED.test(property) ? 'any' : 'none',
    }))
      add(name.slice(0, 100), source)
  }
  if (found.size === 0 && /^[^{};:]+$/.test(text.trim())) add('Pasted', text.trim())
  if (found.size === 0)
    throw new BadFile(
      troubles[0] ??
        'There is no easing in that text: no cubic-bezier(), linear() or steps(). Nothing was added.',
    )
  return { easings: [...found.values()], troubles }
}

interface Declared {
  readonly property: string
  readonly value: CssNode
  readonly selector: string
}

function declarationsOf(text: string): Declared[] {
  const whole = declarationsAs(text, 'stylesheet')
  return whole.length > 0 ? whole : declarationsAs(text, 'declarationList')
}

function declarationsAs(text: string, context: 'stylesheet' | 'declarationList'): Declared[] {
  const found: Declared[] = []
  const walk = (node: CssNode, selector: string): void => {
    if (node.type === 'Declaration') {
      found.push({ property: node.property.toLowerCase(), value: node.value, selector })
      return
    }
    const within = node.type === 'Rule' ? sourceOf(node.prelude, text) : selector
    if ('block' in node && node.block) walk(node.block, within)
    if ('children' in node && node.children)
      (node.children as List<CssNode>).forEach((child) => walk(child, within))
  }
  walk(
    parse(text, { context, positions: true, parseCustomProperty: true, onParseError: () => undefined }),
    '',
  )
  return found
}

const sourceOf = ({ loc }: CssNode, text: string): string =>
  loc ? text.slice(loc.start.offset, loc.end.offset).replace(/\s+/g, ' ') : ''

interface EasingsIn {
  readonly text: string
  /** Whether words are easings: anywhere, as all of the value, or not at all. */
  readonly keywords: 'any' | 'alone' | 'none'
}

function easingsIn(value: CssNode, { text, keywords }: EasingsIn): string[] {
  // What css-tree leaves as it stands is a single thing or none.
  if (value.type !== 'Value') return []
  const parts = value.children.toArray()
  return parts.flatMap((node) => {
    if (node.type === 'Function' && FUNCTIONS.has(node.name.toLowerCase())) return [sourceOf(node, text)]
    if (node.type !== 'Identifier' || !KEYWORDS.has(node.name.toLowerCase())) return []
    return keywords === 'any' || (keywords === 'alone' && parts.length === 1) ? [node.name.toLowerCase()] : []
  })
}
