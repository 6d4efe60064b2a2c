import { QUICK_BENDS, type Bend, type PlainBend, type QuickBendName } from '@arrow-bend/core/bend'
import type { Key, KeyRoute, Property, Value } from '@arrow-bend/core/property'
import { ticksOfFrame } from '@arrow-bend/core/time'

export const RATE = { num: 24, den: 1 } as const

/** One of the quick bends by name. */
export function quick(name: QuickBendName): Bend {
  return QUICK_BENDS.find((bend) => bend.name === name)!.bend
}

export const ease = (leave: number, arrive: number): PlainBend => ({
  kind: 'handles',
  leave: { reach: leave, rise: 0 },
  arrive: { reach: arrive, rise: 0 },
})

export interface Step {
  readonly frame: number
  readonly value: Value
  readonly bend?: Bend
  readonly smooth?: true
  readonly route?: Partial<KeyRoute>
}

/** A property animated through steps; ids are made from `name`, so the demo is the same at every build. */
export function animate(
  kind: Property['kind'],
  name: string,
  steps: readonly Step[],
  more: Partial<Property> = {},
): Property {
  const keys = steps.map(({ frame, value, bend, smooth, route }): Key => ({
    id: `${name}-${frame}`,
    t: ticksOfFrame(frame, RATE),
    value,
    bend: bend ?? { kind: 'linear' },
    through: smooth ? 'smooth' : 'corner',
    ...(route ? { route: { arrive: [0, 0], leave: [0, 0], through: 'joined', ...route } } : {}),
  }))
  return { kind, value: steps[0]!.value, keys, ...more }
}
