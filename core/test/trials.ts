import fc from 'fast-check'
import type { Bend } from '../src/bend/index.ts'
import type { Key, Property, PropertyKind, Value } from '../src/property/index.ts'
import type { Layer, Project } from '../src/scene/index.ts'
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
    version: 1,
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
  kind: 'rectangle' | 'group' = 'rectangle',
  parent: string | null = null,
): Layer {
  const made = makeLayer({ id, name: id, kind, parent, span: [asTicks(0), asTicks(10 * TICKS_PER_SECOND)] })
  return { ...made, properties: { ...made.properties, ...moves } }
}

export const ease: Bend = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } }

/** Reaches short of a standstill in mid-span, where the last bit of time is worth more than the bounds held. */
const share = fc.double({ min: 0.02, max: 0.9, noNaN: true })
const rise = fc.double({ min: -0.8, max: 0.8, noNaN: true })

/** Bends of every kind. */
export const anyBend: fc.Arbitrary<Bend> = fc.oneof(
  fc.constant<Bend>({ kind: 'linear' }),
  fc.constant<Bend>({ kind: 'hold' }),
  fc.tuple(share, rise, share, rise).map(([l, lr, a, ar]): Bend => ({
    kind: 'handles',
    leave: { reach: l, rise: lr },
    arrive: { reach: a, rise: ar },
  })),
  fc
    .tuple(
      fc.constantFrom('sine', 'power', 'exponential', 'elastic', 'bounce', 'spring'),
      fc.constantFrom('in', 'out', 'inOut'),
    )
    .map(([family, mode]) => ({ kind: 'family', family, mode }) as Bend),
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
