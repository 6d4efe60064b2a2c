import { LINEAR, type FamilyName, type Mode, type PlainBend } from '../bend.ts'
import { FAMILIES } from '../families/families.ts'
import { settle } from '../shape/settle.ts'

/** What a bend feels like. */
export const BEND_MOODS = ['soft', 'crisp', 'heavy', 'springy', 'mechanical', 'playful'] as const
export type BendMood = (typeof BEND_MOODS)[number]

/** A bend that is ready to be used, by its mood or its family. */
export interface ReadyBend {
  /** Stands for it wherever it is remembered; the same for ever. */
  readonly id: string
  readonly name: string
  readonly bend: PlainBend
  readonly mood?: BendMood
  readonly family?: FamilyName
}

type Numbers = Omit<Extract<PlainBend, { kind: 'family' }>, 'kind' | 'family' | 'mode'>

const of = (family: FamilyName, mode: Mode, numbers: Numbers = {}): PlainBend => ({
  kind: 'family',
  family,
  mode,
  ...numbers,
})
/** By reach (and rise) of both handles, in shares. */
const by = (leave: number, arrive: number, leaveRise = 0, arriveRise = 0): PlainBend => ({
  kind: 'handles',
  leave: { reach: leave, rise: leaveRise },
  arrive: { reach: arrive, rise: arriveRise },
})
const stairs = (steps: number, jump: 'start' | 'end' | 'both' | 'none'): PlainBend => ({
  kind: 'family',
  family: 'steps',
  steps,
  jump,
})

/** Made for this program, by eye. Source: own. */
const MOODS: Readonly<Record<BendMood, readonly (readonly [name: string, bend: PlainBend])[]>> = {
  soft: [
    ['Drift', by(0.3, 0.3)],
    ['Breath', by(0.45, 0.45)],
    ['Settle down', by(0.2, 0.65)],
    ['Wake up', by(0.65, 0.2)],
    ['Silk', by(0.5, 0.7)],
    ['Evening tide', of('sine', 'inOut')],
    ['Mooring', by(0.1, 0.85)],
    ['Slow lantern', by(0.7, 0.7)],
  ],
  crisp: [
    ['Snap to', by(0.05, 0.95)],
    ['Brisk', by(0.25, 0.8)],
    ['Cut in', of('exponential', 'out')],
    ['Cut out', of('exponential', 'in')],
    ['Flick', by(0.85, 0.9)],
    ['Clean stop', of('power', 'out', { power: 4 })],
    ['Sharp turn', of('power', 'inOut', { power: 5 })],
    ['Ready', by(0.4, 0.95, 0.25)],
  ],
  heavy: [
    ['Anchor', by(0.8, 0.35)],
    ['Barge', by(0.6, 0.85)],
    ['Push off', by(0.9, 0.15, 0, 0.1)],
    ['Crane', of('power', 'inOut', { power: 3 })],
    ['Drop', of('power', 'in', { power: 2 })],
    ['Thud', of('power', 'in', { power: 4 })],
    ['Hull', of('circular', 'inOut')],
    ['Ballast', by(0.75, 0.6)],
  ],
  springy: [
    ['Gentle spring', of('spring', 'out', { dampingRatio: 0.75, bounces: 1 })],
    ['Spring', of('spring', 'out', { dampingRatio: 0.45, bounces: 3 })],
    ['Long spring', of('spring', 'out', { dampingRatio: 0.25, bounces: 6 })],
    ['Rubber', of('elastic', 'out')],
    ['Taut rope', of('elastic', 'out', { amplitude: 1, period: 0.2 })],
    ['Past and back', settle({ reach: 0.3, rise: 0 }, 0.1)],
    ['Far past and back', settle({ reach: 0.25, rise: 0 }, 0.25)],
    ['Buoy', of('back', 'out', { overshoot: 0.08 })],
  ],
  mechanical: [
    ['Even', LINEAR],
    ['Winch', by(0.12, 0.12)],
    ['Brake', by(0.02, 0.4)],
    ['Four notches', stairs(4, 'end')],
    ['Eight notches', stairs(8, 'end')],
    ['Twelve ticks', stairs(12, 'both')],
    ['Shutter', stairs(1, 'start')],
    ['Piston', of('sine', 'inOut')],
  ],
  playful: [
    ['Wind up', of('back', 'in', { overshoot: 0.12 })],
    ['Wind up and past', of('back', 'inOut', { overshoot: 0.15 })],
    ['Hop', of('bounce', 'out', { bounces: 2 })],
    ['Ball', of('bounce', 'out')],
    ['Pebble', of('bounce', 'out', { bounces: 6, restitution: 0.7 })],
    ['Toss', by(0.1, 0.6, 0.35, -0.12)],
    ['Peek', by(0.5, 0.55, -0.25)],
    ['Wobble', of('elastic', 'inOut')],
  ],
}

const MODE_NAMES: Readonly<Record<Mode, string>> = { in: 'in', out: 'out', inOut: 'in and out' }
const idOf = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]+/g, '-')
const titled = (word: string): string => word[0]!.toUpperCase() + word.slice(1)

function ofFamilies(): ReadyBend[] {
  return Object.values(FAMILIES).flatMap(({ name, natural }): ReadyBend[] => {
    if (name === 'steps')
      return (['start', 'end', 'both', 'none'] as const).map((jump) => ({
        id: `family-steps-${jump}`,
        name: `Steps, jump ${jump === 'none' ? 'at neither end' : jump === 'both' ? 'at both ends' : `at the ${jump}`}`,
        bend: stairs(4, jump),
        family: name,
      }))
    const modes: readonly Mode[] = natural ? ['in', 'out', 'inOut'] : ['in']
    const powers = name === 'power' ? [2, 3, 4, 5] : [null]
    return powers.flatMap((power) =>
      modes.map((mode): ReadyBend => {
        const title = power === null ? titled(name) : `Power ${power}`
        const label = modes.length > 1 ? `${title}, ${MODE_NAMES[mode]}` : title
        return {
          id: `family-${idOf(label)}`,
          name: label,
          bend: of(name, mode, power === null ? {} : { power }),
          family: name,
        }
      }),
    )
  })
}

/** The bends that come with the program: by mood first, then every family. */
export const READY_BENDS: readonly ReadyBend[] = [
  ...BEND_MOODS.flatMap((mood) =>
    MOODS[mood].map(([name, bend]): ReadyBend => ({ id: `${mood}-${idOf(name)}`, name, bend, mood })),
  ),
  ...ofFamilies(),
]
