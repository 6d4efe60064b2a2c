import { readLength } from '../../svg/index.ts'

/** The longest sum read, characters. */
const LONGEST = 400

/**
 * A length in px, also a sum of `calc()`; null where it cannot be read.
 * @param whole what % is a share of, px
 * Source: W3C, CSS Values 4, section 10.
 */
export function lengthOf(text: string | undefined, whole: number): number | null {
  if (text === undefined) return null
  const plain = readLength(text, whole)
  if (plain !== null) return plain
  if (text.length > LONGEST || !/^calc\(/i.test(text.trim())) return null
  return new Sum(text.replace(/calc\(/gi, '('), whole).read()
}

/** A sum being read: + − × ÷ and brackets over lengths and numbers. */
class Sum {
  private readonly tokens: string[]
  private at = 0

  constructor(
    text: string,
    private readonly whole: number,
  ) {
    this.tokens =
      text.match(/[()*/]|(?<![\w.%)\s])[+-](?=\s)|(?<=\s)[+-](?=\s)|[+-]?[\d.]+(?:e[+-]?\d+)?[a-z%]*|\S/gi) ??
      []
  }

  read(): number | null {
    const sum = this.sum()
    return this.at === this.tokens.length && Number.isFinite(sum) ? sum : null
  }

  private sum(): number {
    let left = this.product()
    for (let sign = this.tokens[this.at]; sign === '+' || sign === '-'; sign = this.tokens[this.at]) {
      this.at += 1
      const right = this.product()
      left = sign === '+' ? left + right : left - right
    }
    return left
  }

  private product(): number {
    let left = this.part()
    for (let sign = this.tokens[this.at]; sign === '*' || sign === '/'; sign = this.tokens[this.at]) {
      this.at += 1
      const right = this.part()
      left = sign === '*' ? left * right : left / right
    }
    return left
  }

  private part(): number {
    const token = this.tokens[this.at]
    this.at += 1
    if (token !== '(') return token === undefined ? NaN : (readLength(token, this.whole) ?? NaN)
    const inner = this.sum()
    const isClosed = this.tokens[this.at] === ')'
    this.at += 1
    return isClosed ? inner : NaN
  }
}

/** An angle in degrees; null where it cannot be read. Source: W3C, CSS Values 4, section 7.1. */
export function degreesOf(text: string): number | null {
  const found = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(deg|grad|rad|turn)?$/i.exec(text.trim())
  if (!found) return null
  const number = Number(found[1])
  switch (found[2]?.toLowerCase()) {
    case 'grad':
      return number * 0.9
    case 'rad':
      return (number * 180) / Math.PI
    case 'turn':
      return number * 360
    default:
      return number
  }
}

/** A time in seconds; null where it cannot be read. Source: W3C, CSS Values 4, section 7.2. */
export function secondsOf(text: string): number | null {
  const found = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(ms|s)$/i.exec(text.trim())
  return found ? Number(found[1]) * (found[2]!.toLowerCase() === 'ms' ? 0.001 : 1) : null
}

/** Values apart that a blank or a comma stands between, outside of brackets. */
export function wordsOf(text: string): string[] {
  return text.match(/(?:[^\s,()]|\((?:[^()]|\([^()]*\))*\))+/g) ?? []
}
