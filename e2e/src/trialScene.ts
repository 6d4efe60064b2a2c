import type { Key, Property } from '@arrow-bend/core/property'
import { makeLayer, type Layer, type Project, type Scene } from '@arrow-bend/core/scene'
import { ticksOfFrame } from '@arrow-bend/core/time'

export const RATE = { num: 24, den: 1 }
export const LIBRARY: Project['bends'] = [
  { id: 'soft', name: 'Soft', bend: { kind: 'family', family: 'spring', mode: 'out' } },
]
export const FRAMES = 72

/** A key on a frame. */
export const key = (
  frame: number,
  value: Key['value'],
  bend: Key['bend'] = { kind: 'linear' },
  more: Partial<Key> = {},
): Key => ({
  id: `k${frame}`,
  t: ticksOfFrame(frame, RATE),
  value,
  bend,
  through: 'corner',
  ...more,
})

function still(
  id: string,
  moves: Record<string, Property>,
  parent: string | null = null,
  kind: 'rectangle' | 'group' = 'rectangle',
): Layer {
  const made = makeLayer({
    id,
    name: id,
    kind,
    parent,
    span: [ticksOfFrame(0, RATE), ticksOfFrame(FRAMES, RATE)],
  })
  return { ...made, properties: { ...made.properties, ...moves } }
}

/** One layer for every way a property can travel. */
export function trialScene(): Scene {
  const handles = {
    kind: 'handles',
    leave: { reach: 0.7, rise: -0.2 },
    arrive: { reach: 0.6, rise: -0.5 },
  } as const
  const ease = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } } as const
  const curve = (arrive: [number, number], leave: [number, number]): Partial<Key> => ({
    route: { arrive, leave, through: 'corner' },
  })
  const family = (
    name: 'elastic' | 'bounce' | 'spring' | 'back' | 'circular' | 'exponential',
    mode: 'in' | 'out' | 'inOut',
  ) => ({ kind: 'family', family: name, mode }) as const
  const place = (keys: Key[], more: Partial<Property> = {}): Record<string, Property> => ({
    position: { kind: 'place', value: [0, 0], keys, ...more },
  })
  return {
    id: 'trial',
    name: 'Trial',
    size: [1920, 1080],
    rate: RATE,
    duration: ticksOfFrame(FRAMES, RATE),
    background: '#202020',
    markers: [],
    playRange: null,
    layers: [
      still(
        'straight',
        place([key(3, [0, 0], handles), key(40, [1800, 900], family('bounce', 'out')), key(60, [100, 500])]),
      ),
      still(
        'curved',
        place([
          key(0, [100, 100], ease, curve([0, 0], [600, -200])),
          key(30, [1500, 700], family('circular', 'inOut'), curve([100, 500], [-200, 300])),
          key(66, [200, 900], ease, curve([900, 0], [0, 0])),
        ]),
      ),
      still(
        'curved past its end',
        place([
          key(6, [100, 900], handles, curve([0, 0], [900, 0])),
          key(50, [1000, 100], ease, curve([0, 800], [0, 0])),
        ]),
      ),
      still(
        'tight curl',
        place([
          key(0, [900, 500], ease, curve([0, 0], [60, 0])),
          key(70, [940, 520], ease, curve([0, 80], [0, 0])),
        ]),
      ),
      still(
        'smooth',
        place([
          key(0, [0, 0], ease, { through: 'smooth' }),
          key(20, [500, 0], ease, { through: 'smooth' }),
          key(60, [700, 300], ease, { through: 'smooth' }),
        ]),
      ),
      still('turning', {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [key(0, 0, family('elastic', 'out')), key(50, 720, handles), key(70, -45)],
        },
      }),
      still('loop', {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [key(5, 0, ease), key(18, 90, ease), key(25, 10)],
          before: 'loop',
          after: 'loop',
        },
      }),
      still(
        'carried on',
        place([key(10, [0, 0], ease), key(24, [80, 40])], { before: 'hold', after: 'carryOn' }),
      ),
      still('there and back', {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [key(8, 0, family('back', 'in')), key(21, 60)],
          before: 'thereAndBack',
          after: 'thereAndBack',
        },
      }),
      still(
        'continued',
        place([key(12, [0, 0], ease), key(30, [300, 100], { kind: 'linear' }), key(40, [500, 100])], {
          after: 'continue',
        }),
      ),
      still('scaled geometrically', {
        scale: {
          kind: 'pair',
          mix: 'geometric',
          value: [100, 100],
          keys: [key(0, [400, 10], ease), key(60, [10, 300])],
        },
      }),
      still('shown', {
        opacity: {
          kind: 'number',
          value: 100,
          keys: [
            key(0, 0, family('spring', 'out')),
            key(30, 100, { kind: 'hold' }),
            key(48, 20, { kind: 'family', family: 'steps', steps: 5, jump: 'both' }),
            key(70, 90),
          ],
        },
      }),
      still('coloured', {
        fill: {
          kind: 'colour',
          value: '#000000',
          keys: [key(0, '#c8401a', ease), key(40, '#0e6b75', handles), key(60, '#ffffff')],
        },
      }),
      still('coloured in sRGB', {
        fill: {
          kind: 'colour',
          mix: 'srgb',
          value: '#000000',
          keys: [key(0, '#ff0000'), key(60, '#00ff80')],
        },
      }),
      still(
        'rider',
        {
          turn: { kind: 'turn', value: 0, keys: [key(0, 0, ease), key(60, 200)] },
          pivot: { kind: 'pair', value: [40, -30], keys: [key(10, [40, -30], ease), key(50, [-20, 10])] },
        },
        'group',
      ),
      {
        ...still(
          'group',
          {
            position: { kind: 'place', value: [300, 200], keys: [] },
            scale: { kind: 'pair', value: [150, 60], keys: [] },
            opacity: { kind: 'number', value: 50, keys: [key(0, 80, ease), key(60, 20)] },
          },
          null,
          'group',
        ),
      },
      still('split', {
        position: { kind: 'place', value: [0, 0], keys: [], split: true },
        'position x': { kind: 'number', value: 0, keys: [key(0, 100, handles), key(50, 900)] },
        'position y': {
          kind: 'number',
          value: 0,
          keys: [key(8, 700, ease), key(30, 90, family('bounce', 'out')), key(66, 800)],
        },
      }),
      {
        ...still('turning along its route', {
          ...place([
            key(0, [200, 300], ease, curve([0, 0], [500, -200])),
            key(30, [1200, 700], ease, curve([0, 300], [-200, 300])),
            key(66, [200, 800], ease),
          ]),
          turn: { kind: 'turn', value: 0, keys: [key(10, 0, ease), key(60, 45)] },
        }),
        turnAlongRoute: 30,
      },
      still(
        'through waypoints',
        place([
          key(2, [100, 200], handles),
          key(20, [700, 100], ease, {
            timeless: true,
            route: { arrive: [-200, 0], leave: [200, 0], through: 'smooth' },
          }),
          key(40, [1300, 800], ease, {
            timeless: true,
            route: { arrive: [0, -300], leave: [0, 100], through: 'joined' },
          }),
          key(64, [1700, 500]),
        ]),
      ),
      still('linked', {
        turn: { kind: 'turn', value: 0, keys: [key(4, 0, { kind: 'linked', bendId: 'soft' }), key(55, 300)] },
      }),
      still('lifted', {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [
            key(4, 20, {
              kind: 'handles',
              leave: { reach: 0.3, rise: 0, lift: [90] },
              arrive: { reach: 0.4, rise: 0, lift: [-30] },
            }),
            key(55, 20),
          ],
        },
      }),
      // Slower, back and on again: its route, colour and span go by the group's time.
      {
        ...still(
          'in another time',
          {
            ...place([key(0, [200, 900], ease, curve([0, 0], [300, -500])), key(40, [1500, 300])]),
            turn: { kind: 'turn', value: 0, keys: [key(0, 0, family('back', 'out')), key(30, 120)] },
            opacity: { kind: 'number', value: 100, keys: [key(0, 100, { kind: 'hold' }), key(20, 40)] },
          },
          'retimed',
        ),
        span: [ticksOfFrame(2, RATE), ticksOfFrame(38, RATE)],
      },
      still(
        'retimed',
        {
          'local time': {
            kind: 'number',
            value: 0,
            keys: [key(0, 0, ease), key(30, 1.5, ease), key(45, 0.4), key(70, 2)],
          },
        },
        null,
        'group',
      ),
      { ...still('short', {}), span: [ticksOfFrame(12, RATE), ticksOfFrame(36, RATE)] },
    ],
  }
}
