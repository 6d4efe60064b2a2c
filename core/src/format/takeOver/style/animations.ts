import { HOLD, LINEAR, type PlainBend } from '../../../bend/index.ts'
import { readEasing } from '../../css/index.ts'
import type { Animated, LeftOut } from '../motion/animated.ts'
import type { RoundKey, Timing } from '../motion/playRounds.ts'
import type { Computed } from './cascade.ts'
import { secondsOf, wordsOf } from './lengths.ts'
import { partsOf, type KeyframeBlock, type Styles } from './readStyles.ts'
import { putIn } from './variables.ts'

/** One animation an element has by its style. */
interface StyledAnimation {
  readonly name: string
  readonly timing: Timing
  readonly easing: string
}

/** Its parts, as the longhands of CSS say them. */
type Part =
  | 'name'
  | 'duration'
  | 'delay'
  | 'timing-function'
  | 'iteration-count'
  | 'direction'
  | 'fill-mode'
  | 'play-state'
const INITIAL: Readonly<Record<Part, string>> = {
  name: 'none',
  duration: '0s',
  delay: '0s',
  'timing-function': 'ease',
  'iteration-count': '1',
  direction: 'normal',
  'fill-mode': 'none',
  'play-state': 'running',
}
const DIRECTIONS = /^(?:normal|reverse|alternate|alternate-reverse)$/
const FILLS = /^(?:forwards|backwards|both)$/
const EASINGS =
  /^(?:linear|ease|ease-in|ease-out|ease-in-out|step-start|step-end|(?:cubic-bezier|steps|linear)\(.*\))$/i

/** The animations of an element that have a name and a length, in order. Source: W3C, CSS Animations 1, section 4. */
function styledAnimations(computed: Computed): StyledAnimation[] {
  const lists = new Map<Part, readonly string[]>()
  for (const [property, value] of Object.entries(computed)) {
    if (property === 'animation') {
      const all = partsOf(value).map(shorthand)
      for (const part of Object.keys(INITIAL) as Part[])
        lists.set(
          part,
          all.map((one) => one[part] ?? INITIAL[part]),
        )
    } else if (property.startsWith('animation-')) {
      const part = property.slice('animation-'.length) as Part
      if (Object.hasOwn(INITIAL, part)) lists.set(part, partsOf(value))
    }
  }
  const names = lists.get('name') ?? []
  return names.flatMap((name, i) => {
    // Lists shorter than that of the names are repeated.
    const said = (part: Part): string => {
      const list = lists.get(part) ?? []
      return list.length > 0 ? list[i % list.length]! : INITIAL[part]
    }
    const duration = secondsOf(said('duration')) ?? 0
    if (name === 'none' || !(duration > 0)) return []
    const count = said('iteration-count')
    const rounds = count === 'infinite' ? Infinity : Number(count)
    const [direction, fill] = [said('direction'), said('fill-mode')]
    return [
      {
        name: name.replace(/^(['"])(.*)\1$/, '$2'),
        easing: said('timing-function'),
        timing: {
          delay: secondsOf(said('delay')) ?? 0,
          duration,
          rounds: Number.isNaN(rounds) || rounds < 0 ? 1 : rounds,
          alternates: direction.startsWith('alternate'),
          reversed: direction.endsWith('reverse'),
          fillsBefore: fill === 'backwards' || fill === 'both',
          fillsAfter: fill === 'forwards' || fill === 'both',
        },
      },
    ]
  })
}

/** One animation of a shorthand, part by part. */
function shorthand(text: string): Partial<Record<Part, string>> {
  const said: Partial<Record<Part, string>> = {}
  for (const word of wordsOf(text)) {
    const is = (part: Part, fits: boolean): boolean => {
      if (!fits || said[part] !== undefined) return false
      said[part] = word
      return true
    }
    const isTime = secondsOf(word) !== null
    void (
      is('duration', isTime) ||
      is('delay', isTime) ||
      is('timing-function', EASINGS.test(word)) ||
      is('iteration-count', word === 'infinite' || /^[\d.]+$/.test(word)) ||
      is('direction', DIRECTIONS.test(word)) ||
      is('fill-mode', FILLS.test(word)) ||
      is('play-state', word === 'running' || word === 'paused') ||
      is('name', true)
    )
  }
  return said
}

/** An easing as a bend; null where it cannot be read. */
export function bendOfEasing(text: string): PlainBend | null {
  try {
    const bend = readEasing(text)
    const isHold =
      bend.kind === 'family' && bend.family === 'steps' && bend.steps === 1 && bend.jump === 'end'
    return isHold ? HOLD : bend
  } catch {
    return null
  }
}

/**
 * What moves of an element by its style: of several animations of one property the last holds.
 * @param whose the element's name in sentences
 */
export function styledMotion(
  computed: Computed,
  { keyframes }: Styles,
  { whose, leftOut }: { readonly whose: string; readonly leftOut: (one: LeftOut) => void },
): Animated[] {
  const found = new Map<string, Animated>()
  for (const { name, timing, easing } of styledAnimations(computed)) {
    const blocks = keyframes.get(name)
    const where = `@keyframes ${name}, on ${whose}`
    if (!blocks) {
      leftOut({ what: `There are no @keyframes called “${name}”.`, where: whose })
      continue
    }
    const usual = bendOfEasing(easing)
    if (!usual) leftOut({ what: `The easing “${easing}” could not be read; it is linear now.`, where })
    for (const [property, round] of roundsOf(blocks, usual ?? LINEAR, computed))
      found.set(property, { property, round, timing, where })
  }
  return [...found.values()]
}

/** The values of each property over one round. */
function roundsOf(
  blocks: readonly KeyframeBlock[],
  usual: PlainBend,
  computed: Computed,
): Map<string, RoundKey<string | null>[]> {
  // Blocks of one share are one, the later words holding; the order of shares is that of time.
  const shares = [...new Set(blocks.flatMap((block) => block.shares))].sort((a, b) => a - b)
  const rounds = new Map<string, RoundKey<string | null>[]>()
  for (const share of shares) {
    const said = new Map<string, string>()
    for (const block of blocks)
      if (block.shares.includes(share))
        for (const { property, value } of block.declarations) {
          const put = putIn(value, computed)
          if (put !== null) said.set(property, put)
        }
    const easing = said.get('animation-timing-function')
    const bend = (easing === undefined ? null : bendOfEasing(easing)) ?? usual
    for (const [property, value] of said) {
      if (property.startsWith('animation-')) continue
      const round = rounds.get(property) ?? []
      rounds.set(property, round)
      if (round.length === 0 && share > 0) round.push({ share: 0, value: null, bend: usual })
      round.push({ share, value, bend })
    }
  }
  for (const round of rounds.values())
    if (round.at(-1)!.share < 1) round.push({ share: 1, value: null, bend: usual })
  return rounds
}
