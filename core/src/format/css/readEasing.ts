// The parser alone, without the rest of the package, has no types of its own; every program that imports this file needs them.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./css-tree-parser.d.ts" />
import type { CssNode } from 'css-tree'
import parse from 'css-tree/parser'
import { LINEAR, type PlainBend, type StepJump } from '../../bend/index.ts'
import { describeIssues, plainBendSchema } from '../../scene/index.ts'
import { readFamily } from './readFamily.ts'
import { bendOfLinear, type LinearStop } from './readLinear.ts'
import { unreadable } from './unreadable.ts'

const handles = (x1: number, y1: number, x2: number, y2: number): PlainBend => ({
  kind: 'handles',
  leave: { reach: x1, rise: y1 },
  arrive: { reach: 1 - x2, rise: 1 - y2 },
})
const steps = (count: number, jump: StepJump): PlainBend => ({
  kind: 'family',
  family: 'steps',
  steps: count,
  jump,
})

/** Source of the keywords: W3C, CSS Easing Functions 2, sections 2.2.1 and 2.3.1. `hold` is own. */
const KEYWORDS: ReadonlyMap<string, PlainBend> = new Map([
  ['linear', LINEAR],
  ['hold', { kind: 'hold' }],
  ['ease', handles(0.25, 0.1, 0.25, 1)],
  ['ease-in', handles(0.42, 0, 1, 1)],
  ['ease-out', handles(0, 0, 0.58, 1)],
  ['ease-in-out', handles(0.42, 0, 0.58, 1)],
  ['step-start', steps(1, 'start')],
  ['step-end', steps(1, 'end')],
])

/**
 * Reads a bend from text: a CSS easing function or keyword, a family (`readFamily`), or a bend as JSON, as it stands
 * in a project file.
 * @throws BadBend with a sentence that quotes the text
 * Source: W3C, CSS Easing Functions 2, read with css-tree.
 */
export function readEasing(text: string): PlainBend {
  if (text.length > LONGEST_TEXT) throw unreadable(text, ': it is too long')
  const bend = readAny(text)
  // What no project may hold is not read either.
  const read = plainBendSchema.safeParse(bend)
  if (!read.success) throw unreadable(text, `: ${describeIssues(read.error)}`)
  return bend
}

/** The longest text read as a bend, in characters: as many points as a bend may have need half of it. */
const LONGEST_TEXT = 200_000

function readAny(text: string): PlainBend {
  const source = text.trim()
  if (source.startsWith('{')) return readJson(source, text)
  const known = KEYWORDS.get(source.toLowerCase())
  if (known) return known
  const called = readCall(source)
  if (!called) return readFamily(text)
  const { name, args } = called
  if (name === 'cubic-bezier') return readCubicBezier(args, text)
  if (name === 'steps') return readSteps(args, text)
  if (name === 'linear')
    return bendOfLinear(
      args.map((arg) => readStop(arg, text)),
      text,
    )
  throw unreadable(text)
}

function readJson(source: string, text: string): PlainBend {
  let value: unknown
  try {
    value = JSON.parse(source)
  } catch {
    throw unreadable(text, ': it is broken JSON')
  }
  const read = plainBendSchema.safeParse(value)
  if (!read.success) throw unreadable(text, `: ${describeIssues(read.error)}`)
  return read.data
}

interface Call {
  readonly name: string
  /** What stands between the commas. */
  readonly args: readonly (readonly CssNode[])[]
}

/** A single CSS function; null where the text is none. */
function readCall(source: string): Call | null {
  if (!/^[a-z-]+\(.*\)$/is.test(source)) return null
  let broken = false
  let value: CssNode
  try {
    value = parse(source, { context: 'value', onParseError: () => (broken = true) })
  } catch {
    return null
  }
  const only = value.type === 'Value' && value.children.size === 1 ? value.children.first : null
  if (broken || only?.type !== 'Function') return null
  const args: CssNode[][] = [[]]
  only.children.forEach((node) => {
    if (node.type === 'Operator' && node.value === ',') args.push([])
    else args[args.length - 1]!.push(node)
  })
  return { name: only.name.toLowerCase(), args }
}

function numberOf(nodes: readonly CssNode[] | undefined): number {
  const [node] = nodes ?? []
  return nodes?.length === 1 && node?.type === 'Number' ? Number(node.value) : NaN
}

function readCubicBezier(args: Call['args'], text: string): PlainBend {
  const numbers = args.map(numberOf)
  if (numbers.length !== 4 || !numbers.every(Number.isFinite)) throw unreadable(text)
  const [x1, y1, x2, y2] = numbers as [number, number, number, number]
  if (x1 < 0 || x1 > 1 || x2 < 0 || x2 > 1)
    throw unreadable(text, ': the first and third number lie from 0 to 1')
  return handles(x1, y1, x2, y2)
}

const JUMPS: ReadonlyMap<string, StepJump> = new Map([
  ['jump-start', 'start'],
  ['jump-end', 'end'],
  ['jump-both', 'both'],
  ['jump-none', 'none'],
  ['start', 'start'],
  ['end', 'end'],
])

function readSteps([count, term, ...rest]: Call['args'], text: string): PlainBend {
  const [word] = term ?? []
  const named =
    word?.type === 'Identifier' && term?.length === 1 ? JUMPS.get(word.name.toLowerCase()) : undefined
  const jump = term ? named : 'end'
  const number = numberOf(count)
  if (rest.length > 0 || !jump || !Number.isInteger(number)) throw unreadable(text)
  if (number < (jump === 'none' ? 2 : 1)) throw unreadable(text)
  return steps(number, jump)
}

/** A number with up to two percentages, all before it or all after. */
function readStop(nodes: readonly CssNode[], text: string): LinearStop {
  const at = nodes.findIndex(({ type }) => type === 'Number')
  const others = nodes.filter((_, i) => i !== at)
  if (at < 0 || nodes.length > 3 || (at > 0 && at < nodes.length - 1)) throw unreadable(text)
  const inputs = others.map((node) => (node.type === 'Percentage' ? Number(node.value) / 100 : NaN))
  if (!inputs.every(Number.isFinite)) throw unreadable(text)
  return { output: numberOf([nodes[at]!]), inputs }
}
