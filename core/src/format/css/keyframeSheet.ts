import type { Track } from './keyframes.ts'
import { checkCharacters } from './pageLimits.ts'

/** One animated or still CSS property of an element. */
export interface StyleEntry {
  readonly property: string
  readonly track: Track
  readonly write: (numbers: readonly number[]) => string
}

/** Collects the @keyframes of a page; elements with the same motion share them. */
export class KeyframeSheet {
  private readonly names = new Map<string, string>()
  private characters = 0

  /** @param seconds length of one round */
  constructor(private readonly seconds: number) {}

  /** The inline style that gives an element these properties: still values as they are, moving ones by animation. */
  style(entries: readonly StyleEntry[]): string {
    const still: string[] = []
    const moving: string[] = []
    for (const { property, track, write } of entries) {
      const values = track.keyframes.map(({ numbers }) => write(numbers))
      const first = values[0]!
      if (values.every((value) => value === first)) still.push(`${property}:${first}`)
      else moving.push(this.nameOf(property, track, values))
    }
    const length = String(Number(this.seconds.toFixed(6)))
    if (moving.length > 0) {
      still.push(`animation:${moving.map((name) => `${name} ${length}s linear infinite both`).join(',')}`)
    }
    return still.join(';')
  }

  /** The rules collected so far. */
  text(): string {
    return [...this.names].map(([rules, name]) => `@keyframes ${name}{\n${rules}}\n`).join('')
  }

  private nameOf(property: string, track: Track, values: readonly string[]): string {
    const rules = track.keyframes
      .map(({ offset, easing }, i) => {
        const timing = easing === 'linear' ? '' : `;animation-timing-function:${easing}`
        return `${percent(offset)}{${property}:${values[i]}${timing}}\n`
      })
      .join('')
    const known = this.names.get(rules)
    if (known) return known
    const name = `m${this.names.size + 1}`
    this.names.set(rules, name)
    this.characters += rules.length
    checkCharacters(this.characters)
    return name
  }
}

/** Ten decimals of a percent, never later than meant: a picture asked for at a jump has to be the one after it. */
function percent(offset: number): string {
  return `${Math.floor(offset * 1e12) / 1e10}%`
}
