import { Refusal } from '../refusal/index.ts'

/** Text in a number field that is no number and no sum. */
export class BadNumber extends Refusal {}

/** What a typed sum may refer to. */
export interface SumContext {
  /** The field's present value; a leading `+=`, `-=`, `*=` or `/=` works from it. */
  readonly current: number
  /** What `%` is a share of; without it `%` is taken as the field's own unit and dropped. */
  readonly whole?: number
  /** Unit texts that may follow a number and are dropped, such as `px` or `°`. */
  readonly units?: readonly string[]
}

/** Longer texts are no sums; it also bounds how deep brackets can nest. */
const LONGEST_SUM = 200

/**
 * Reads a number or a sum as typed by a person: `960+120`, `(3-1)*4`, `50%`, `+=10`, `1,5`.
 * Grammar: + − × * / ÷ with the usual order, brackets, unary signs; a comma is a decimal point.
 * @returns a finite number
 * @throws BadNumber with a sentence that quotes the text
 */
export function readSum(text: string, context: SumContext): number {
  const source = text.trim()
  if (source.length > LONGEST_SUM) throw unreadable(text)
  const relative = /^([+\-*/])=/.exec(source)
  const body = relative ? `${context.current}${relative[1]}(${source.slice(2)})` : source
  const tokens = tokenize(body, context, text)
  const cursor = { at: 0 }
  const value = readTerms(tokens, cursor, text)
  if (cursor.at < tokens.length || !Number.isFinite(value)) throw unreadable(text)
  return value
}

type Token = number | '+' | '-' | '*' | '/' | '(' | ')'

function unreadable(text: string): BadNumber {
  const shown = text.trim().length > 40 ? `${text.trim().slice(0, 40)}…` : text.trim()
  return new BadNumber(
    shown === ''
      ? 'Type a number or a sum.'
      : `“${shown}” is not a number or a sum. Try 120, 960+120 or 50%.`,
  )
}

function tokenize(body: string, context: SumContext, text: string): Token[] {
  const normal = body
    .replace(/[−–]/g, '-')
    .replace(/[×·]/g, '*')
    .replace(/÷/g, '/')
    .replace(/(\d),(\d)/g, '$1.$2')
  const pattern = /\s*(?:(\d+\.?\d*(?:e[+-]?\d+)?|\.\d+)\s*([a-z%°/]*[a-z%°])?|([-+*/()]))\s*/giy
  const tokens: Token[] = []
  while (pattern.lastIndex < normal.length) {
    const match = pattern.exec(normal)
    if (!match) throw unreadable(text)
    if (match[3]) tokens.push(match[3] as Token)
    else tokens.push(readAmount(Number(match[1]), match[2], context, text))
  }
  return tokens
}

function readAmount(amount: number, unit: string | undefined, context: SumContext, text: string): number {
  if (!unit) return amount
  if (unit === '%' && context.whole !== undefined) return (amount / 100) * context.whole
  if (unit === '%' || context.units?.includes(unit)) return amount
  throw unreadable(text)
}

interface Cursor {
  at: number
}

function readTerms(tokens: readonly Token[], cursor: Cursor, text: string): number {
  let value = readFactors(tokens, cursor, text)
  for (;;) {
    const sign = tokens[cursor.at]
    if (sign !== '+' && sign !== '-') return value
    cursor.at += 1
    const next = readFactors(tokens, cursor, text)
    value = sign === '+' ? value + next : value - next
  }
}

function readFactors(tokens: readonly Token[], cursor: Cursor, text: string): number {
  let value = readSigned(tokens, cursor, text)
  for (;;) {
    const sign = tokens[cursor.at]
    if (sign !== '*' && sign !== '/') return value
    cursor.at += 1
    const next = readSigned(tokens, cursor, text)
    value = sign === '*' ? value * next : value / next
  }
}

function readSigned(tokens: readonly Token[], cursor: Cursor, text: string): number {
  const token = tokens[cursor.at]
  cursor.at += 1
  if (typeof token === 'number') return token
  if (token === '-') return -readSigned(tokens, cursor, text)
  if (token === '+') return readSigned(tokens, cursor, text)
  if (token === '(') {
    const value = readTerms(tokens, cursor, text)
    if (tokens[cursor.at] === ')') {
      cursor.at += 1
      return value
    }
  }
  throw unreadable(text)
}
