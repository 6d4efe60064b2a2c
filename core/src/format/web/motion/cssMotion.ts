import { easingText } from '../../css/index.ts'
import { checkCharacters } from '../pageLimits.ts'
import { progressWithin, type Track } from '../track.ts'
import { changingTrack, type Motion, type Move, type MovingElement, type Shell } from './motion.ts'
import { REGISTERED_RULES, styledShell } from './styledElement.ts'
import { cutBends } from './cutBends.ts'
import { percentText } from './shares.ts'

/** How often what leaves is played. */
export type Rounds = number | 'forever'

/** The CSS easing from each key of a track to the next. */
export function easingsOf(track: Track): readonly string[] {
  const { keys } = track
  return keys.map((key, i) => {
    const next = keys[i + 1]
    return next ? easingText(key.bend, progressWithin(key, next, track)) : 'linear'
  })
}

/** Motion as `@keyframes`; elements with the same motion share them. Source: W3C, CSS Animations 1. */
export class CssMotion implements Motion {
  readonly movesAttributes = false
  private readonly names = new Map<string, string>()
  private characters = 0
  private readonly timing: string

  /**
   * @param seconds length of one round
   * @param prefix what the names of its rules begin with
   */
  constructor(
    seconds: number,
    rounds: Rounds,
    private readonly prefix = 'm',
  ) {
    this.timing = `${Number(seconds.toFixed(6))}s linear ${rounds === 'forever' ? 'infinite' : rounds} both`
  }

  shell(element: MovingElement): Shell {
    return styledShell(element, (moving) => ({
      style: `animation:${moving.map((move) => `${this.nameOf(move)} ${this.timing}`).join(',')}`,
    }))
  }

  rules(): string {
    return (
      REGISTERED_RULES + [...this.names].map(([rules, name]) => `@keyframes ${name}{\n${rules}}\n`).join('')
    )
  }

  private nameOf({ property, track: whole, write }: Move): string {
    const track = cutBends(changingTrack(whole, write))
    const easings = easingsOf(track)
    const rules = track.keys
      .map(({ share, numbers }, i) => {
        const timing = easings[i] === 'linear' ? '' : `;animation-timing-function:${easings[i]}`
        return `${percentText(share)}{${property}:${write(numbers)}${timing}}\n`
      })
      .join('')
    const known = this.names.get(rules)
    if (known) return known
    const name = `${this.prefix}${this.names.size + 1}`
    this.names.set(rules, name)
    this.characters += rules.length
    checkCharacters(this.characters)
    return name
  }
}
