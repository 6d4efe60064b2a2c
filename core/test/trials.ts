import fc from 'fast-check'
import { produce, type Draft } from 'immer'
import type { Bend, BendNode, PlainBend, StepJump } from '../src/bend/index.ts'
import { findProperty, type KeyRef } from '../src/edit/index.ts'
import {
  compileProperty,
  keepJoined,
  valueAt,
  type Key,
  type Mix,
  type Outline,
  type Outside,
  type Property,
  type PropertyKind,
  type Through,
  type Value,
} from '../src/property/index.ts'
import { PROJECT_VERSION, type Layer, type NamedBend, type Project } from '../src/scene/index.ts'
import { makeLayer } from '../src/scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../src/time/index.ts'

/** A key at a time in seconds. */
export function key(
  seconds: number,
  value: Value,
  bend: Bend = { kind: 'linear' },
  more: Partial<Key> = {},
): Key {
  return {
    id: `k${seconds}`,
    t: asTicks(Math.round(seconds * TICKS_PER_SECOND)),
    value,
    bend,
    through: 'corner',
    ...more,
  }
}

export function property(kind: PropertyKind, keys: Key[], more: Partial<Property> = {}): Property {
  return { kind, value: keys[0]?.value ?? 0, keys, ...more }
}

/** A project of one scene of ten seconds at 24 fps with the given layers. */
export function projectOf(layers: readonly Layer[]): Project {
  return {
    format: 'arrow-bend/project',
    version: PROJECT_VERSION,
    id: 'project',
    name: 'Trial',
    scenes: [
      {
        id: 'scene',
        name: 'Scene',
        size: [1920, 1080],
        rate: { num: 24, den: 1 },
        duration: asTicks(10 * TICKS_PER_SECOND),
        background: '#ffffff',
        layers,
        markers: [],
        playRange: null,
      },
    ],
    bends: [],
    assets: [],
  }
}

export function layerWith(
  id: string,
  moves: Readonly<Record<string, Property>>,
  kind: 'rectangle' | 'ellipse' | 'path' | 'text' | 'group' | 'scene' | 'sound' = 'rectangle',
  parent: string | null = null,
): Layer {
  const made = makeLayer({ id, name: id, kind, parent, span: [asTicks(0), asTicks(10 * TICKS_PER_SECOND)] })
  return { ...made, properties: { ...made.properties, ...moves } }
}

export const ease: PlainBend = {
  kind: 'handles',
  leave: { reach: 0.4, rise: 0 },
  arrive: { reach: 0.4, rise: 0 },
}

/** Reaches short of a standstill in mid-span, where the last bit of time is worth more than the bounds held. */
const share = fc.integer({ min: 20, max: 900 }).map((thousandths) => thousandths / 1000)
const rise = fc.integer({ min: -800, max: 800 }).map((thousandths) => thousandths / 1000)

/** Bends of every kind. */
export const anyBend: fc.Arbitrary<PlainBend> = fc.oneof(
  fc.constant<PlainBend>({ kind: 'linear' }),
  fc.constant<PlainBend>({ kind: 'hold' }),
  fc.tuple(share, rise, share, rise).map(([l, lr, a, ar]): PlainBend => ({
    kind: 'handles',
    leave: { reach: l, rise: lr },
    arrive: { reach: a, rise: ar },
  })),
  fc
    .tuple(
      fc.constantFrom('sine', 'power', 'exponential', 'elastic', 'bounce', 'spring'),
      fc.constantFrom('in', 'out', 'inOut'),
    )
    .map(([family, mode]) => ({ kind: 'family', family, mode }) as PlainBend),
)

const coordinate = fc.integer({ min: -900, max: 900 })
export const point = fc.tuple(coordinate, coordinate)

/** Keys at growing whole tenths of a second with any bends. */
export function keysOf(value: fc.Arbitrary<Value>, most = 6): fc.Arbitrary<Key[]> {
  return fc
    .array(fc.tuple(fc.integer({ min: 1, max: 20 }), value, anyBend), { minLength: 2, maxLength: most })
    .map((list) => {
      let tenths = 0
      return list.map(([gap, given, bend]) => {
        tenths += gap
        return key(tenths / 10, given, bend)
      })
    })
}

/** Makes ids n1, n2, … */
export function ids(): () => string {
  let count = 0
  return () => `n${(count += 1)}`
}

/** A project as a recipe leaves it. */
export function edited(project: Project, recipe: (draft: Draft<Project>) => unknown): Project {
  return produce(project, (draft) => {
    recipe(draft)
  })
}

/** Every timed key and waypoint of a layer's property. */
export function refsOf(project: Project, layer: string, name: string): KeyRef[] {
  const ref = { scene: 'scene', layer, property: name }
  return findProperty(project, ref)!.keys.map(({ id }) => ({ ...ref, key: id }))
}

/** A property of a layer; it has to be there. */
export function propertyOf(project: Project, layer: string, name: string): Property {
  return findProperty(project, { scene: 'scene', layer, property: name })!
}

const through = fc.constantFrom<Through>('corner', 'corner', 'joined', 'smooth')

/** Points bends of two or three pieces. */
export const pointsBend: fc.Arbitrary<PlainBend> = fc
  .tuple(fc.array(fc.tuple(share, rise, share, rise), { minLength: 2, maxLength: 3 }), fc.boolean())
  .map(([pieces, high]) => {
    const count = pieces.length
    const p = (i: number): number => (i === 0 ? 0 : i === count ? 1 : i / count + (high ? 0.3 : -0.2))
    const nodes = Array.from({ length: count + 1 }, (_, i): BendNode => {
      const [before, after] = [pieces[i - 1], pieces[i]]
      return {
        at: [i / count, p(i)],
        arrive: before ? [-before[2] / count, -before[3]] : [0, 0],
        leave: after ? [after[0] / count, after[1]] : [0, 0],
        through: 'corner',
      }
    })
    return { kind: 'points', nodes }
  })

/** Bends with bumps of a width beside all others. */
export function anyBendOf(width: number): fc.Arbitrary<Bend> {
  const lift = fc.array(fc.integer({ min: -60, max: 60 }), { minLength: width, maxLength: width })
  const lifted = fc.tuple(share, rise, lift, share, rise, lift).map(([l, lr, ll, a, ar, al]): Bend => ({
    kind: 'handles',
    leave: { reach: l, rise: lr, lift: ll },
    arrive: { reach: a, rise: ar, lift: al },
  }))
  return fc.oneof(anyBend, pointsBend, ...(width > 0 ? [lifted] : []))
}

const offset = fc.tuple(fc.integer({ min: -400, max: 400 }), fc.integer({ min: -400, max: 400 }))
const anyRoute = fc.option(
  fc.record({
    arrive: offset,
    leave: offset,
    through: fc.constantFrom<Through>('corner', 'joined', 'smooth'),
  }),
  { nil: undefined },
)

const VALUES = {
  number: fc.integer({ min: -99, max: 99 }),
  turn: fc.integer({ min: -720, max: 720 }),
  pair: fc.tuple(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 1, max: 300 })),
  place: point,
  colour: fc
    .integer({ min: 0, max: 0xffffff })
    .map((colour): Value => `#${colour.toString(16).padStart(6, '0')}`),
} as const
const WIDTHS = { number: 1, turn: 1, pair: 2, place: 1, colour: 0 } as const

/** Properties of a kind with any bends, throughs and routes; joined keys not in line yet. */
export function anyProperty(kind: keyof typeof VALUES, most = 6): fc.Arbitrary<Property> {
  const one = fc.tuple(
    fc.integer({ min: 1, max: 20 }),
    VALUES[kind] as fc.Arbitrary<Value>,
    anyBendOf(WIDTHS[kind]),
    through,
    kind === 'place' ? anyRoute : fc.constant(undefined),
  )
  return fc.array(one, { minLength: 2, maxLength: most }).map((list) => {
    let tenths = 0
    const keys = list.map(([gap, value, bend, passes, route]) => {
      tenths += gap
      return key(tenths / 10, value, bend, { through: passes, ...(route ? { route } : {}) })
    })
    return property(kind, keys)
  })
}

/** Named bends of every kind, for spans that are linked. */
export const TRIAL_LIBRARY: readonly NamedBend[] = [
  { id: 'ease', name: 'Ease', bend: ease },
  {
    id: 'over',
    name: 'Over',
    bend: { kind: 'handles', leave: { reach: 0.3, rise: -0.4 }, arrive: { reach: 0.5, rise: 0.3 } },
  },
  { id: 'drop', name: 'Drop', bend: { kind: 'family', family: 'bounce', mode: 'out' } },
  { id: 'stairs', name: 'Stairs', bend: { kind: 'family', family: 'steps', steps: 4, jump: 'start' } },
]

const steps = fc
  .tuple(fc.integer({ min: 1, max: 12 }), fc.constantFrom<StepJump>('start', 'end', 'both', 'none'))
  .map(([count, jump]): Bend => ({ kind: 'family', family: 'steps', steps: Math.max(2, count), jump }))
const linked = fc.constantFrom(...TRIAL_LIBRARY).map(({ id }): Bend => ({ kind: 'linked', bendId: id }))
/** Ticks from one key to the next: most often tenths of a second, now and then a tick, or hours. */
const gap = fc.oneof(
  { weight: 8, arbitrary: fc.integer({ min: 1, max: 20 }).map((tenths) => (tenths * TICKS_PER_SECOND) / 10) },
  { weight: 1, arbitrary: fc.integer({ min: 1, max: 3 }) },
  { weight: 1, arbitrary: fc.integer({ min: 1, max: 3 }).map((hours) => hours * 3600 * TICKS_PER_SECOND) },
)
const outside = fc.constantFrom<Outside | undefined>(
  undefined,
  undefined,
  'hold',
  'loop',
  'carryOn',
  'thereAndBack',
  'continue',
)

/**
 * Properties as wide as files allow: linked spans, steps (first ones, too), smooth keys beside bends of any kind, rules outside
 * the keys, keys ticks and hours apart. Joined keys are in line.
 */
export function wideProperty(kind: keyof typeof VALUES, most = 6): fc.Arbitrary<Property> {
  const one = fc.record({
    gap,
    value: VALUES[kind] as fc.Arbitrary<Value>,
    bend: fc.oneof(
      { weight: 4, arbitrary: anyBendOf(WIDTHS[kind]) },
      { weight: 1, arbitrary: steps },
      { weight: 2, arbitrary: linked },
    ),
    through,
    route: kind === 'place' ? anyRoute : fc.constant(undefined),
  })
  const mixes: readonly (Mix | undefined)[] =
    kind === 'colour'
      ? [undefined, 'oklab', 'oklch', 'oklch-longer', 'srgb-linear', 'srgb']
      : kind === 'pair'
        ? [undefined, 'geometric']
        : [undefined]
  return fc
    .record({
      list: fc.array(one, { minLength: 2, maxLength: most }),
      before: outside,
      after: outside,
      mix: fc.constantFrom(...mixes),
    })
    .map(({ list, before, after, mix }) => {
      let t = 0
      const keys = list.map(({ gap: ticks, value, bend, through: passes, route }, i): Key => {
        t += Math.round(ticks)
        return { id: `k${i}`, t: asTicks(t), value, bend, through: passes, ...(route ? { route } : {}) }
      })
      const made = property(kind, keys, {
        ...(before ? { before } : {}),
        ...(after ? { after } : {}),
        ...(mix ? { mix } : {}),
      })
      return keepJoined(made, { library: TRIAL_LIBRARY })
    })
}

/** A property whose joined keys are in line, as every edit leaves it. */
export function lawful(given: Property): Property {
  return keepJoined(given, { library: [] })
}

/** Moments strictly inside spans, away from jumps at keys. */
export function momentsOf(given: Property, looks = 7): number[] {
  const times = compileProperty(given, []).times
  return Array.from(times.subarray(0, -1)).flatMap((start, i) =>
    Array.from({ length: looks }, (_, k) =>
      Math.round(start + ((k + 0.5) / looks) * (times[i + 1]! - start)),
    ),
  )
}

/** Largest difference between what one property has at `time` and another at `other(time)`, over all components. */
export function worstMiss(
  first: Property,
  second: Property,
  { times, other = (time) => time }: { times: readonly number[]; other?: (time: number) => number },
): number {
  const [a, b] = [compileProperty(first, []), compileProperty(second, [])]
  let worst = 0
  for (const time of times) {
    const [here, there] = [valueAt(a, time), valueAt(b, other(time))]
    worst = Math.max(worst, Math.hypot(...here.map((part, i) => part - there[i]!)))
  }
  return worst
}

/** Outlines of a number of vertices, with and without handles, corners sharp. */
export function anyOutline(count: number): fc.Arbitrary<Outline> {
  const arm = fc.record({
    angle: fc.integer({ min: -180, max: 180 }),
    length: fc.constantFrom(0, 0, 10, 35, 80),
  })
  const vertex = fc.record({ at: point, arrive: arm, leave: arm, corner: fc.constant(0) })
  return fc.record({
    closed: fc.boolean(),
    vertices: fc.array(vertex, { minLength: count, maxLength: count }),
  })
}

/** Largest difference between two trees of plain data number by number; ∞ where anything else differs. */
export function deepDifference(one: unknown, other: unknown): number {
  if (typeof one === 'number' && typeof other === 'number') return Math.abs(one - other)
  if (typeof one !== 'object' || typeof other !== 'object' || !one || !other)
    return one === other ? 0 : Infinity
  const [first, second] = [one, other] as [Record<string, unknown>, Record<string, unknown>]
  const names = new Set([...Object.keys(first), ...Object.keys(second)])
  return Math.max(0, ...[...names].map((name) => deepDifference(first[name], second[name])))
}
