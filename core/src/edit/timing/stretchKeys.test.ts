import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  deepDifference,
  ease,
  edited,
  key,
  lawful,
  layerWith,
  momentsOf,
  projectOf,
  property,
  propertyOf,
  refsOf,
  worstMiss,
} from '../../../test/trials.ts'
import { compileProperty, valueAt, type Key, type Property } from '../../property/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { BadEdit, rangeOf, reverseKeys, stretchKeys } from '../index.ts'

const kinds = fc.constantFrom('turn', 'pair', 'place', 'colour').chain((kind) => anyProperty(kind))
const NAMES = { turn: 'turn', pair: 'scale', place: 'position', colour: 'fill' } as Record<string, string>
const holding = (given: Property) => projectOf([layerWith('a', { [NAMES[given.kind]!]: given })])
const nameOf = ({ kind }: Property): string => NAMES[kind]!
/** What floats make of numbers this big; a place is found on its route to 1e-7 of its length (the model allows 1e-6). */
const same = ({ kind }: Property): number => (kind === 'place' ? 2e-5 : 1e-7)

describe('stretchKeys', () => {
  it('has at t₀ + k·(t − t₀) what was at t, forwards and backwards', () => {
    fc.assert(
      fc.property(
        kinds,
        fc.constantFrom(2, 0.5, 3, -1, -2, -0.5, 1),
        fc.integer({ min: -20, max: 40 }),
        (made, factor, tenths) => {
          const given = lawful(made)
          const about = (tenths * TICKS_PER_SECOND) / 10
          const project = holding(given)
          const name = nameOf(given)
          const after = propertyOf(
            edited(project, (draft) => stretchKeys(draft, refsOf(project, 'a', name), { about, factor })),
            'a',
            name,
          )
          expect(after.keys.map(({ id }) => id).sort()).toEqual(given.keys.map(({ id }) => id).sort())
          const other = (time: number): number => about + factor * (time - about)
          expect(worstMiss(given, after, { times: momentsOf(given), other })).toBeLessThan(same(given))
        },
      ),
      { numRuns: 500, seed: 41 },
    )
  })

  it('keeps the spans within what is stretched, whatever lies beside it', () => {
    fc.assert(
      fc.property(anyProperty('turn', 7), fc.nat(3), fc.constantFrom(1.5, -1), (made, first, factor) => {
        const given = lawful(made)
        const timed = given.keys
        if (timed.length < 4) return
        const chosen = timed.slice(Math.min(first, timed.length - 3)).slice(0, 3)
        const project = holding(given)
        const about = chosen[0]!.t
        const range = { start: chosen[0]!.t, end: chosen[2]!.t }
        const refs = refsOf(project, 'a', 'turn').filter(({ key: id }) => chosen.some((k) => k.id === id))
        const after = propertyOf(
          edited(project, (draft) => stretchKeys(draft, refs, { about, factor })),
          'a',
          'turn',
        )
        const crossed = after.keys.length < timed.length
        const order = after.keys.map(({ id }) => id)
        const places = chosen.map(({ id }) => order.indexOf(id)).sort((a, b) => a - b)
        if (crossed || places[2]! - places[0]! > 2) return
        const times = momentsOf(given).filter((time) => time > range.start && time < range.end)
        const other = (time: number): number => about + factor * (time - about)
        expect(worstMiss(given, after, { times, other })).toBeLessThan(same(given))
      }),
      { numRuns: 500, seed: 42 },
    )
  })

  it('lands on whole frames where asked; a key that would come to one that is taken stays beside it', () => {
    const given = property('turn', [key(0, 0, ease), key(0.1, 50, ease), key(1, 90)])
    const project = holding(given)
    let replaced = 0
    const after = propertyOf(
      edited(project, (draft) => {
        const snapTo = { num: 24, den: 1 }
        replaced = stretchKeys(draft, refsOf(project, 'a', 'turn'), {
          about: 0,
          factor: 0.1,
          snapTo,
        }).replaced
      }),
      'a',
      'turn',
    )
    expect(replaced).toBe(0)
    const frame = frameTicks({ num: 24, den: 1 })
    expect(after.keys.map(({ t }) => t / frame)).toEqual([0, 0.24, 2])
  })

  it('keeps keys in their order and loses none, however many come to one frame', () => {
    const frame = frameTicks({ num: 24, den: 1 })
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 400 }), { minLength: 2, maxLength: 12 }),
        fc.constantFrom(0.03, 0.11, 0.5, -0.07, -1.3),
        (tenths, factor) => {
          const times = tenths.sort((a, b) => a - b).map((t) => t / 10)
          const project = holding(
            property(
              'turn',
              times.map((t, i) => key(t, i)),
            ),
          )
          const after = propertyOf(
            edited(project, (draft) =>
              stretchKeys(draft, refsOf(project, 'a', 'turn'), {
                about: 3 * TICKS_PER_SECOND,
                onto: 60 * TICKS_PER_SECOND,
                factor,
                snapTo: { num: 24, den: 1 },
              }),
            ),
            'a',
            'turn',
          )
          const values = times.map((_, i) => i)
          expect(after.keys.map(({ value }) => value)).toEqual(factor < 0 ? values.reverse() : values)
          // A frame that is some key's nearest has a key.
          const exact = times.map((t) => Math.round(TICKS_PER_SECOND * (60 + factor * (t - 3))))
          const there = new Set(after.keys.map(({ t }) => t as number))
          for (const t of exact) expect(there).toContain(Math.round(t / frame) * frame)
        },
      ),
      { numRuns: 300, seed: 17 },
    )
  })

  it('refuses a length of nothing, and times beyond the 24 hours', () => {
    const project = holding(property('turn', [key(0, 0, ease), key(1, 90)]))
    const refs = refsOf(project, 'a', 'turn')
    for (const factor of [0, NaN, Infinity])
      expect(() => edited(project, (draft) => stretchKeys(draft, refs, { about: 0, factor }))).toThrow(
        BadEdit,
      )
    expect(() => edited(project, (draft) => stretchKeys(draft, refs, { about: 0, factor: 1e6 }))).toThrow(
      /24 hours/,
    )
  })
})

describe('reverseKeys', () => {
  /** Without fields that are left out or stand there with what they mean then. */
  const plain = (one: Key): unknown => JSON.parse(JSON.stringify(one))

  it('shows at the mirrored moment what was shown, and twice is nothing at all', () => {
    fc.assert(
      fc.property(kinds, (made) => {
        const given = lawful(made)
        const project = holding(given)
        const name = nameOf(given)
        const refs = refsOf(project, 'a', name)
        const turned = edited(project, (draft) => reverseKeys(draft, refs))
        const [start, end] = rangeOf(project, refs)!
        const after = propertyOf(turned, 'a', name)
        const other = (time: number): number => start + end - time
        expect(worstMiss(given, after, { times: momentsOf(given), other })).toBeLessThan(same(given))
        const back = propertyOf(
          edited(turned, (draft) => reverseKeys(draft, refs)),
          'a',
          name,
        )
        expect(back.keys.map(({ id, t, value }) => [id, t, value])).toEqual(
          given.keys.map(({ id, t, value }) => [id, t, value]),
        )
        expect(worstMiss(given, back, { times: momentsOf(given) })).toBeLessThan(1e-9 * 1000)
        // Points and parts are mirrored by a subtraction from one, which is off by the last digit.
        expect(deepDifference(back.keys.map(plain), given.keys.map(plain))).toBeLessThan(1e-12)
      }),
      { numRuns: 500, seed: 43 },
    )
  })

  it('keeps the tangents of smooth route points at the border of what is turned', () => {
    const smooth = { arrive: [0, 0], leave: [0, 0], through: 'smooth' } as const
    const given = property('place', [
      key(0, [0, 0]),
      key(1, [400, 300], { kind: 'linear' }, { route: smooth }),
      key(2, [800, 0]),
      key(3, [900, 500]),
    ])
    const project = holding(given)
    const refs = refsOf(project, 'a', 'position').filter(({ key: id }) => id === 'k1' || id === 'k2')
    const after = propertyOf(
      edited(project, (draft) => reverseKeys(draft, refs)),
      'a',
      'position',
    )
    const at = (seconds: number) => seconds * TICKS_PER_SECOND
    const inside = [1.1, 1.25, 1.5, 1.75, 1.9].map(at)
    expect(worstMiss(given, after, { times: inside, other: (time) => at(3) - time })).toBeLessThan(1e-6)
  })

  it('changes what goes on before and after over, and mirrors the middle of all layers together', () => {
    const given = property('turn', [key(0, 0, ease), key(1, 90)], { before: 'loop', after: 'continue' })
    const late = property('turn', [key(3, 0), key(4, 10)])
    const project = projectOf([layerWith('a', { turn: given }), layerWith('b', { turn: late })])
    const refs = [...refsOf(project, 'a', 'turn'), ...refsOf(project, 'b', 'turn')]
    const after = edited(project, (draft) => reverseKeys(draft, refs))
    expect(propertyOf(after, 'a', 'turn')).toMatchObject({ before: 'continue', after: 'loop' })
    expect(propertyOf(after, 'b', 'turn').keys.map(({ t }) => t)).toEqual([
      asTicks(0),
      asTicks(TICKS_PER_SECOND),
    ])
    expect(propertyOf(after, 'a', 'turn').keys.map(({ t }) => t / TICKS_PER_SECOND)).toEqual([3, 4])
  })

  it('turns a hold into a jump at once, as it looks when a film runs backwards', () => {
    const project = holding(property('turn', [key(0, 0, { kind: 'hold' }), key(1, 90)]))
    const after = propertyOf(
      edited(project, (draft) => reverseKeys(draft, refsOf(project, 'a', 'turn'))),
      'a',
      'turn',
    )
    expect(valueAt(compileProperty(after, []), TICKS_PER_SECOND / 2)).toEqual([0])
  })
})
