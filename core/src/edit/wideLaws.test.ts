import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  edited,
  layerWith,
  projectOf,
  propertyOf,
  refsOf,
  TRIAL_LIBRARY,
  wideProperty,
} from '../../test/trials.ts'
import { compileProperty, valueAt, type Property } from '../property/index.ts'
import type { Project } from '../scene/index.ts'
import { MOST_TICKS } from '../time/index.ts'
import { reverseKeys, stretchKeys, unlinkBends } from './index.ts'

/** The laws of edits on properties as wide as files allow; a random run of each kind, 2 000 of a law. */
const RUNS = 400
const NAMES = { number: 'opacity', turn: 'turn', pair: 'scale', place: 'position', colour: 'fill' } as const
const KINDS = Object.keys(NAMES) as (keyof typeof NAMES)[]

const holding = (given: Property, name: string): Project => ({
  ...projectOf([layerWith('a', { [name]: given })]),
  bends: TRIAL_LIBRARY,
})

/** How many keys on a smooth one looks for its slope, at an end. */
const LOOKS_FAR = 2

/** Between equal hues the longer way round turns one way, backwards too (CSS Color 4, 12.4): no mirror image says that. */
const hasMirrorImage = ({ mix }: Property): boolean => mix !== 'oklch-longer'

/** Whole ticks within spans, none at a share of them where steps jump. */
const momentsWithin = ({ keys }: Property): number[] =>
  keys.slice(1).flatMap(({ t }, i) => {
    const [from, length] = [keys[i]!.t, t - keys[i]!.t]
    const looks = Array.from({ length: 13 }, (_, k) => Math.round(from + ((k + Math.SQRT1_2) / 14) * length))
    // In a span of a few ticks each of them may be such a share.
    return length > 10_000 ? looks : []
  })

/** The largest difference between what one has at a time and another at its own, as a share of the values at keys. */
function worstShare(
  one: Property,
  other: Property,
  times: readonly number[],
  timeOf = (time: number) => time,
): number {
  const [first, second] = [one, other].map((each) => compileProperty(each, TRIAL_LIBRARY)) as [
    ReturnType<typeof compileProperty>,
    ReturnType<typeof compileProperty>,
  ]
  const size = first.values.reduce((most, part) => Math.max(most, Math.abs(part)), 1e-3)
  return times.reduce((worst, time) => {
    const there = valueAt(second, timeOf(time))
    const shares = valueAt(first, time).map(
      (part, i) => Math.abs(part - there[i]!) / Math.max(size, Math.abs(part)),
    )
    return Math.max(worst, ...shares)
  }, 0)
}

describe.each(KINDS)('of any %s', (kind) => {
  const name = NAMES[kind]
  it('stretching shows at the stretched moment what was there', () => {
    fc.assert(
      fc.property(wideProperty(kind), fc.constantFrom(2, 3, -2), (given, factor) => {
        const project = holding(given, name)
        const about = given.keys[0]!.t
        const length = given.keys.at(-1)!.t - about
        if (Math.abs(factor) * length + about > MOST_TICKS || (factor < 0 && !hasMirrorImage(given))) return
        const after = edited(project, (draft) =>
          stretchKeys(draft, refsOf(project, 'a', name), { about, factor }),
        )
        const timeOf = (time: number): number => about + factor * (time - about)
        expect(worstShare(given, propertyOf(after, 'a', name), momentsWithin(given), timeOf)).toBeLessThan(
          1e-6,
        )
      }),
      { numRuns: RUNS, seed: 61 },
    )
  })

  it('reversing shows at the mirrored moment what was there, outside the keys too, and twice is as it was', () => {
    fc.assert(
      fc.property(wideProperty(kind).filter(hasMirrorImage), (given) => {
        const project = holding(given, name)
        const refs = refsOf(project, 'a', name)
        const turned = edited(project, (draft) => reverseKeys(draft, refs))
        const [first, last] = [given.keys[0]!.t, given.keys.at(-1)!.t]
        const timeOf = (time: number): number => first + last - time
        const outside = [first - (last - first) * 0.317, last + (last - first) * 0.713]
        const times = [...momentsWithin(given), ...outside]
        expect(worstShare(given, propertyOf(turned, 'a', name), times, timeOf)).toBeLessThan(1e-6)
        const back = edited(turned, (draft) => reverseKeys(draft, refs))
        expect(worstShare(given, propertyOf(back, 'a', name), times)).toBeLessThan(1e-6)
      }),
      { numRuns: RUNS, seed: 61 },
    )
  })

  it('reversing some keys mirrors the spans among them and leaves those among others that do not look at them', () => {
    fc.assert(
      fc.property(wideProperty(kind, 9).filter(hasMirrorImage), fc.nat(7), fc.nat(3), (made, from, more) => {
        // What goes on outside goes by all keys, and is another matter.
        const given = { ...made, before: 'hold', after: 'hold' } as const
        const { keys } = given
        const first = from % (keys.length - 1)
        const last = Math.min(keys.length - 1, first + 1 + more)
        const project = holding(given, name)
        const refs = refsOf(project, 'a', name).slice(first, last + 1)
        const after = propertyOf(
          edited(project, (draft) => reverseKeys(draft, refs)),
          'a',
          name,
        )
        const [start, end] = [keys[first]!.t, keys[last]!.t]
        const timeOf = (time: number): number => (time > start && time < end ? start + end - time : time)
        const times = momentsWithin(given).filter(
          (time) =>
            (time > start && time < end) ||
            time < (keys[first - 1 - LOOKS_FAR]?.t ?? -Infinity) ||
            time > (keys[last + 1 + LOOKS_FAR]?.t ?? Infinity),
        )
        expect(worstShare(given, after, times, timeOf)).toBeLessThan(1e-6)
      }),
      { numRuns: RUNS, seed: 61 },
    )
  })

  it('unlinking changes nothing that is seen', () => {
    fc.assert(
      fc.property(wideProperty(kind), (given) => {
        const project = holding(given, name)
        const after = edited(project, (draft) => unlinkBends(draft, refsOf(project, 'a', name)))
        const own = propertyOf(after, 'a', name)
        expect(own.keys.slice(0, -1).some(({ bend }) => bend.kind === 'linked')).toBe(false)
        expect(worstShare(given, own, momentsWithin(given))).toBeLessThan(1e-6)
      }),
      { numRuns: RUNS, seed: 61 },
    )
  })
})
