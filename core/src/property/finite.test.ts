import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FAMILIES, type Bend, type BendNode, type FamilyName } from '../bend/index.ts'
import { propertySchema } from '../scene/index.ts'
import { asTicks, MOST_TICKS, TICKS_PER_SECOND, type Ticks } from '../time/index.ts'
import { compileProperty } from './compileProperty.ts'
import { speedAt, valueAt } from './evaluate.ts'
import type { Key, Mix, Outside, Property, PropertyKind, Value } from './property.ts'

const share = fc.constantFrom(0, 5e-324, 1e-300, 1e-16, 1e-13, 1e-12, 1e-9, 0.3, 0.5, 1 - 1e-9, 1 - 1e-16, 1)
const amount = fc.constantFrom(0, -0, 1, -1, 0.5, 5e-324, 1e-300, 1e-9, 100, 1e9, -1e9)
const lift = fc.option(fc.array(amount, { minLength: 1, maxLength: 1 }), { nil: undefined })
const handle = fc
  .tuple(share, amount, lift)
  .map(([reach, rise, bump]) => ({ reach, rise, ...(bump ? { lift: bump } : {}) }))
const handles: fc.Arbitrary<Bend> = fc
  .tuple(handle, handle)
  .map(([leave, arrive]) => ({ kind: 'handles', leave, arrive }))
const part = fc
  .tuple(share, share)
  .filter(([from, to]) => from < to)
  .map(([from, to]) => [from, to] as const)
const family: fc.Arbitrary<Bend> = fc
  .tuple(
    fc.constantFrom(...(Object.keys(FAMILIES) as FamilyName[])),
    fc.constantFrom('in', 'out', 'inOut'),
    fc.boolean(),
    fc.option(part, { nil: undefined }),
  )
  .map(([name, mode, most, of]) => {
    const numbers = FAMILIES[name].numbers.map((number) => [number.name, most ? number.most : number.least])
    return {
      kind: 'family',
      family: name,
      ...(FAMILIES[name].natural ? { mode } : {}),
      ...(of ? { part: of } : {}),
      ...Object.fromEntries(numbers),
    } as Bend
  })
const points: fc.Arbitrary<Bend> = fc
  .tuple(share, amount, fc.array(fc.tuple(amount, amount), { minLength: 6, maxLength: 6 }))
  .map(([at, p, arms]) => {
    const node = (u: number, progress: number, i: number): BendNode => ({
      at: [u, progress],
      arrive: arms[i]!,
      leave: arms[i + 3]!,
      through: 'corner',
    })
    const middle = at > 0 && at < 1 ? [node(at, p, 1)] : []
    return { kind: 'points', nodes: [node(0, 0, 0), ...middle, node(1, 1, 2)] }
  })
const anyBend = fc.oneof(handles, family, points, fc.constant<Bend>({ kind: 'linear' }))

const VALUES: Readonly<Record<Exclude<PropertyKind, 'choice' | 'outline'>, fc.Arbitrary<Value>>> = {
  number: amount,
  turn: amount,
  pair: fc.tuple(amount, amount),
  place: fc.tuple(amount, amount),
  colour: fc.constantFrom(
    '#000000',
    '#00000000',
    '#ffffff01',
    '#808080',
    '#c8401a',
    'oklch(0.5 0.1 1e300)',
    'oklch(0.5 0.1 40 / 1e-300)',
    'color(srgb -3 2 9)',
  ),
}
const MIXES: Partial<Record<PropertyKind, readonly Mix[]>> = {
  number: ['plain', 'geometric'],
  pair: ['plain', 'geometric'],
  colour: ['oklab', 'oklch', 'oklch-longer', 'srgb-linear', 'srgb'],
}
const RULES: readonly Outside[] = ['hold', 'loop', 'carryOn', 'thereAndBack', 'continue']
const gap = fc.constantFrom(1, 2, 1000, TICKS_PER_SECOND, MOST_TICKS / 4)
const offset = fc.tuple(amount, amount)

const anyProperty: fc.Arbitrary<Property> = fc
  .constantFrom('number', 'turn', 'pair', 'place', 'colour' as const)
  .chain((kind) =>
    fc
      .tuple(
        fc.array(
          fc.tuple(
            gap,
            VALUES[kind as keyof typeof VALUES],
            anyBend,
            offset,
            offset,
            fc.constantFrom('corner', 'joined', 'smooth'),
          ),
          { minLength: 2, maxLength: 4 },
        ),
        fc.constantFrom(...(MIXES[kind as PropertyKind] ?? [undefined])),
        fc.constantFrom(...RULES),
        fc.constantFrom(...RULES),
      )
      .map(([list, mix, before, after]) => {
        let t = -MOST_TICKS / 2
        const keys = list.map(([wait, value, bend, arrive, leave, through], i): Key => ({
          id: `k${i}`,
          t: asTicks((t += wait)),
          value,
          bend: kind === 'colour' && bend.kind === 'handles' ? withoutLifts(bend) : bend,
          through: through as Key['through'],
          ...(kind === 'place' ? { route: { arrive, leave, through: through as Key['through'] } } : {}),
        }))
        return { kind, value: keys[0]!.value, keys, before, after, ...(mix ? { mix } : {}) } as Property
      }),
  )

function withoutLifts(bend: Extract<Bend, { kind: 'handles' }>): Bend {
  const plain = ({ reach, rise }: { reach: number; rise: number }) => ({ reach, rise })
  return { kind: 'handles', leave: plain(bend.leave), arrive: plain(bend.arrive) }
}

/** On keys and a tick beside them, in spans, and far outside. */
function momentsOf({ keys }: Property): number[] {
  const inside = keys
    .slice(1)
    .flatMap(({ t }, i) => [0.25, 0.5, 0.999].map((at) => keys[i]!.t + at * (t - keys[i]!.t)))
  const beside = keys.flatMap(({ t }) => [t - 1, t, t + 1])
  const ends: Ticks[] = [asTicks(-MOST_TICKS), asTicks(MOST_TICKS)]
  return [...beside, ...inside, ...ends]
}

describe('values and speeds', () => {
  it('are numbers at every time in every property a project may hold, however far its numbers go', () => {
    fc.assert(
      fc.property(anyProperty, (property) => {
        expect(propertySchema.safeParse(property).error).toBeUndefined()
        const compiled = compileProperty(property, [])
        const times = momentsOf(property)
        expect(times.filter((time) => !valueAt(compiled, time).every(Number.isFinite))).toEqual([])
        // A speed may have no bound, at an upright handle; it is a number else.
        expect(times.filter((time) => speedAt(compiled, time).some(Number.isNaN))).toEqual([])
      }),
      { numRuns: 4_000, seed: 12 },
    )
  })

  const two = (values: [number, number], bend: Bend): ReturnType<typeof compileProperty> =>
    compileProperty(
      {
        kind: 'number',
        value: 0,
        keys: values.map((value, i) => ({
          id: `k${i}`,
          t: asTicks(i * TICKS_PER_SECOND),
          value,
          bend,
          through: 'corner',
        })),
        after: 'continue',
      },
      [],
    )
  const bend = (leave: [number, number, number?], arrive: [number, number, number?]): Bend => {
    const side = ([reach, rise, bump]: [number, number, number?]) => ({
      reach,
      rise,
      ...(bump === undefined ? {} : { lift: [bump] }),
    })
    return { kind: 'handles', leave: side(leave), arrive: side(arrive) }
  }

  it('stand still between equal keys whatever the handles', () => {
    expect(speedAt(two([0, 0], bend([1, 0], [1, 0])), TICKS_PER_SECOND / 2)).toEqual([0])
  })

  it('are the limit where time stands still: in mid-span, and at an end whose bump begins a handle later', () => {
    // B(s) of a bump of 1 at the leave handle, time 4(s − ½)³ + ½: both stand still at the middle, value′/time′ → −∞.
    expect(speedAt(two([0, 0], bend([1, 0, 1], [1, 0])), TICKS_PER_SECOND / 2)).toEqual([-Infinity])
    // By hand: value ≈ 3·50·s², time ≈ 3·0.01·s² near 0, so 5000 per second.
    expect(speedAt(two([0, 0], bend([0, 0], [0.99, 0, 50])), 0)[0]).toBeCloseTo(5000, 6)
  })

  it('go on from an upright end as a hold, a reach too short to tell from none included', () => {
    for (const reach of [0, 5e-324, 1e-300]) {
      const compiled = two([0, 10], bend([0.3, 0], [reach, 0.5]))
      expect(valueAt(compiled, 3 * TICKS_PER_SECOND)).toEqual([10])
      expect(speedAt(compiled, 3 * TICKS_PER_SECOND)).toEqual([0])
    }
  })

  it('keep their digits where handles all but stand upright or reach across the span', () => {
    // Near the start, value′/time′ = rise/reach; at 1e-10 the last digits of 1 − reach are gone.
    const steep = two([0, 10], bend([1e-10, 0.5], [1e-10, 0.5]))
    expect(speedAt(steep, 0)[0]! / (10 * (0.5 / 1e-10))).toBeCloseTo(1, 12)
    expect(speedAt(steep, TICKS_PER_SECOND)[0]! / (10 * (0.5 / 1e-10))).toBeCloseTo(1, 12)
    // In mid-span time goes at 3e over a = 4 − 6e, where both reach 1 − e; progress goes at 1.5.
    const e = 1e-9
    const flat = two([0, 10], bend([1 - e, 0], [1 - e, 0]))
    const least = (3 * (2 * e - 3 * e * e)) / (4 - 6 * e)
    // The last bit of elapsed time is worth 7e-8 of s there, and 4e-5 of the speed.
    expect(speedAt(flat, TICKS_PER_SECOND / 2)[0]! / (15 / least)).toBeCloseTo(1, 3)
  })

  it('of a hold before the first key are that key’s, also where steps jump at once', () => {
    const first: Bend = { kind: 'family', family: 'steps', steps: 4, jump: 'start' }
    const compiled = compileProperty(
      {
        kind: 'number',
        value: 0,
        keys: [
          { id: 'a', t: asTicks(TICKS_PER_SECOND), value: 10, bend: first, through: 'corner' },
          { id: 'b', t: asTicks(2 * TICKS_PER_SECOND), value: 50, bend: first, through: 'corner' },
        ],
      },
      [],
    )
    expect(valueAt(compiled, 0)).toEqual([10])
    expect(valueAt(compiled, TICKS_PER_SECOND)).toEqual([20])
  })

  it.each([2, 3, 7, 24, 49, 60, 100, 239, 240])(
    'of %d steps stand, on the very frame of a jump, where CSS Easing 2 has them',
    (steps) => {
      const jumps = { start: 1, end: 0, both: 1, none: 0 } as const
      for (const [jump, ahead] of Object.entries(jumps)) {
        const bends: Bend = { kind: 'family', family: 'steps', steps, jump: jump as 'start' }
        const compiled = two([0, 1], bends)
        const all = { start: steps, end: steps, both: steps + 1, none: steps - 1 }[jump]!
        for (const length of [steps * 29_400_000, steps * 1001, steps]) {
          compiled.times[1] = length
          for (let k = 0; k < steps; k += 1)
            expect(valueAt(compiled, (k * length) / steps)[0], `${jump} ${k}/${steps}`).toBe(
              k === 0 && ahead === 0 ? 0 : Math.min(1, (k + ahead) / all),
            )
        }
      }
    },
  )
})
