import { checkCharacters } from '../pageLimits.ts'
import { easingsOf } from './cssMotion.ts'
import { shareDown } from './shares.ts'
import { cutBends } from './cutBends.ts'
import { changingTrack, type Motion, type Move, type MovingElement, type Shell } from './motion.ts'
import { REGISTERED_RULES, styledShell } from './styledElement.ts'

/** What the Web Animations API takes of one property. Source: W3C, Web Animations 1 (processing a keyframes argument). */
export interface AnimatedProperty {
  /** A selector of the element. */
  readonly target: string
  /** In order of their offsets, each with the one property, named as scripts do. */
  readonly keyframes: readonly Readonly<Record<string, string | number>>[]
}

/** Motion as keyframes for scripts: elements are told by an attribute. */
export class ScriptMotion implements Motion {
  readonly movesAttributes = false
  private elements = 0
  private characters = 0
  private readonly animated: AnimatedProperty[] = []

  shell(element: MovingElement): Shell {
    return styledShell(element, (moving) => {
      this.elements += 1
      for (const move of moving) {
        const keyframes = keyframesOf(move)
        this.animated.push({ target: `[data-move="${this.elements}"]`, keyframes })
        checkCharacters((this.characters += JSON.stringify(keyframes).length))
      }
      return { attributes: ` data-move="${this.elements}"` }
    })
  }

  rules(): string {
    return REGISTERED_RULES
  }

  /** All that moves in what was written so far. */
  get animations(): readonly AnimatedProperty[] {
    return this.animated
  }
}

function keyframesOf({ property, track: whole, write }: Move): AnimatedProperty['keyframes'] {
  const track = cutBends(changingTrack(whole, write))
  const easings = easingsOf(track)
  const name = scriptName(property)
  return track.keys.map(({ share, numbers }, i) => ({
    offset: shareDown(share),
    [name]: write(numbers),
    ...(easings[i] === 'linear' ? {} : { easing: easings[i]! }),
  }))
}

/** A property of CSS as scripts name it; custom ones stay as they are. Source: W3C, CSSOM 1. */
const scriptName = (property: string): string =>
  property.startsWith('--')
    ? property
    : property.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase())
