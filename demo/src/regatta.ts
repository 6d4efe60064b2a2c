import { LINEAR, type Bend } from '@arrow-bend/core/bend'
import { makeLayer, type Layer, type LayerKind, type Scene } from '@arrow-bend/core/scene'
import type { Property, Value } from '@arrow-bend/core/property'
import { ticksOfFrame } from '@arrow-bend/core/time'
import { MARGIN } from './art/harbour.ts'
import { beam, pennant, straightOutline } from './art/outlines.ts'
import { leaning, rising, type Bobbing } from './bobbing.ts'
import { animate, ease, quick, RATE, type Step } from './motion.ts'

const FRAMES = 288
const END = ticksOfFrame(FRAMES, RATE)

interface LayerOptions {
  readonly parent?: string
  readonly values?: Readonly<Record<string, Value>>
  readonly moves?: Readonly<Record<string, Property>>
  readonly span?: readonly [number, number]
}

function layer(
  id: string,
  name: string,
  kind: LayerKind,
  { parent, values, moves, span }: LayerOptions,
): Layer {
  const [from, to] = span ?? [0, FRAMES]
  const made = makeLayer({
    id,
    name,
    kind,
    parent: parent ?? null,
    span: [ticksOfFrame(from, RATE), ticksOfFrame(to, RATE)],
    values: values ?? {},
  })
  return { ...made, properties: { ...made.properties, ...moves } }
}

const HARBOUR = 'harbour'
const inHarbour = (id: string, name: string, kind: LayerKind, options: LayerOptions): Layer =>
  layer(id, name, kind, { parent: HARBOUR, ...options })

/** The cask rolls without skidding: it turns by the distance over its circumference (2π · 60 px). */
function roll(): Record<string, Property> {
  const distance = 260
  const turn = Number(((360 * distance) / (2 * Math.PI * 60)).toFixed(6))
  const bend = quick('easeBoth')
  const there = [1640, 842] as const
  const here = [1640 - distance, 842] as const
  return {
    position: animate('place', 'cask-position', [
      { frame: 84, value: there, bend },
      { frame: 150, value: here },
    ]),
    turn: animate('turn', 'cask-turn', [
      { frame: 84, value: 0, bend },
      { frame: 150, value: -turn },
    ]),
  }
}

/** The tide climbs in holds: it stands, then it is higher. */
function tide(): Property {
  const heights = [0, -18, -34, -60, -78, -96, -120]
  return animate(
    'place',
    'tide',
    heights.map((rise, i): Step => ({ frame: i * 42, value: [1524, 1010 + rise], bend: quick('hold') })),
  )
}

function titles(): Layer[] {
  const out = { kind: 'family', family: 'power', power: 3, mode: 'in' } as const
  return [
    layer('title', 'Title', 'text', {
      values: {
        position: [800, 372],
        content: 'Lantern Regatta',
        'font size': 112,
        weight: 700,
        fill: '#fbefd2',
      },
      moves: {
        scale: animate('pair', 'title-scale', [
          {
            frame: 24,
            value: [0, 0],
            bend: { kind: 'family', family: 'spring', mode: 'out', dampingRatio: 0.42 },
          },
          { frame: 72, value: [100, 100], bend: quick('hold') },
          { frame: 246, value: [100, 100], bend: ease(0.6, 0.1) },
          { frame: 270, value: [84, 84] },
        ]),
        opacity: animate('number', 'title-opacity', [
          { frame: 24, value: 0, bend: quick('easeInto') },
          { frame: 40, value: 100, bend: quick('hold') },
          { frame: 246, value: 100, bend: out },
          { frame: 270, value: 0 },
        ]),
      },
    }),
    layer('subtitle', 'Subtitle', 'text', {
      values: {
        content: 'Port Ostrel, midsummer night',
        'font size': 40,
        weight: 400,
        'letter spacing': 7,
        fill: '#f2d9a0',
      },
      moves: {
        position: animate('place', 'subtitle-position', [
          { frame: 44, value: [800, 492], bend: quick('easeInto') },
          { frame: 72, value: [800, 444], bend: quick('hold') },
          { frame: 248, value: [800, 444], bend: quick('easeOutOf') },
          { frame: 270, value: [800, 462] },
        ]),
        opacity: animate('number', 'subtitle-opacity', [
          { frame: 44, value: 0, bend: quick('easeInto') },
          { frame: 66, value: 100, bend: quick('hold') },
          { frame: 244, value: 100, bend: out },
          { frame: 264, value: 0 },
        ]),
      },
    }),
  ]
}

/** Two panels that part at the start, one bend for both. */
function panels(): Layer[] {
  const bend: Bend = { kind: 'linked', bendId: 'parting' }
  const panel = (id: string, name: string, from: number, to: number): Layer =>
    layer(id, name, 'rectangle', {
      values: { size: [962, 1084], fill: '#15132b' },
      span: [0, 48],
      moves: {
        position: animate('place', id, [
          { frame: 0, value: [from, 540], bend },
          { frame: 40, value: [to, 540] },
        ]),
      },
    })
  return [panel('left-panel', 'Left panel', 480, -490), panel('right-panel', 'Right panel', 1440, 2410)]
}

/** They are lit by the drum (`lightLamps`). */
function lamps(): Layer[] {
  const places = [
    [1190, 668],
    [1262, 690],
    [1338, 700],
    [1414, 694],
    [1488, 672],
    [1556, 640],
  ] as const
  return places.map((position, i) =>
    inHarbour(`lamp-${i + 1}`, `Lamp ${i + 1}`, 'ellipse', {
      values: { position, size: [26, 32], fill: '#ffca6a', stroke: '#fff0c4', 'stroke width': 2 },
    }),
  )
}

interface Course {
  readonly number: number
  readonly steps: readonly Step[]
  readonly lean: number
  /** px */
  readonly rise: number
  readonly scale: number
}

const COURSES: readonly Course[] = [
  {
    number: 2,
    scale: 100,
    lean: 6,
    rise: 0,
    steps: [
      { frame: 12, value: [-190, 840], bend: ease(0.2, 0.3), route: { leave: [230, -70] } },
      {
        frame: 84,
        value: [480, 912],
        bend: quick('overshoot'),
        route: { arrive: [-210, 20], leave: [190, -18] },
      },
      { frame: 128, value: [1180, 800], bend: quick('hold'), route: { arrive: [-170, 70], leave: [0, 0] } },
      { frame: 192, value: [1180, 800], bend: quick('easeBoth'), route: { leave: [90, -40] } },
      { frame: 252, value: [1085, 668], route: { arrive: [150, 10] } },
    ],
  },
  {
    number: 1,
    scale: 84,
    lean: 5,
    rise: 7,
    steps: [
      { frame: 0, value: [330, 742], bend: quick('easeBoth'), route: { leave: [120, 40] } },
      {
        frame: 132,
        value: [660, 726],
        bend: quick('easeBoth'),
        route: { arrive: [-140, 30], leave: [120, -26] },
      },
      { frame: 264, value: [980, 700], route: { arrive: [-120, 6] } },
    ],
  },
  {
    number: 3,
    scale: 56,
    lean: 4,
    rise: 4,
    steps: [
      { frame: 24, value: [880, 706], bend: quick('easeOutOf'), route: { leave: [-60, 30] } },
      { frame: 240, value: [560, 690], route: { arrive: [90, 18] } },
    ],
  },
]

function boats(): Layer[] {
  return COURSES.map(({ number, steps, scale, lean, rise }) => {
    const name = `boat-${number}`
    const bobbing: Bobbing = {
      frames: [steps[0]!.frame, steps[steps.length - 1]!.frame],
      seed: number,
      lean,
      rise,
    }
    const position = animate('place', `${name}-position`, steps)
    return inHarbour(name, `Boat ${number}`, 'image', {
      values: { picture: name, scale: [scale, scale], pivot: [0, 60] },
      moves: {
        position: rise > 0 ? { ...position, patterns: [rising(name, bobbing)] } : position,
        turn: leaning(name, bobbing),
      },
    })
  })
}

function scenery(): Layer[] {
  const still = (id: string, name: string, position: readonly [number, number]): Layer =>
    inHarbour(id, name, 'image', { values: { picture: id, position } })
  const garland = straightOutline(
    [
      [1120, 640],
      [1190, 668],
      [1262, 690],
      [1338, 700],
      [1414, 694],
      [1488, 672],
      [1600, 610],
    ],
    false,
  )
  return [
    inHarbour('pennant', 'Pennant', 'path', {
      values: {
        outline: pennant(),
        position: [1818, 520],
        fill: '#d9582b',
        stroke: '#f4c46a',
        'stroke width': 5,
      },
      moves: {
        turn: animate(
          'turn',
          'pennant',
          [
            { frame: 0, value: -4, bend: { kind: 'linked', bendId: 'sway' } },
            { frame: 20, value: 7, bend: { kind: 'linked', bendId: 'sway' } },
            { frame: 48, value: -4 },
          ],
          { after: 'loop' },
        ),
      },
    }),
    still('mast', 'Mast', [1836, 672]),
    ...lamps(),
    inHarbour('garland', 'Garland', 'path', {
      values: { outline: garland, fill: '#00000000', stroke: '#2a2436', 'stroke width': 4 },
    }),
    inHarbour('cask', 'Cask', 'image', { values: { picture: 'cask' }, moves: roll() }),
    inHarbour('tide-needle', 'Tide needle', 'path', {
      values: {
        outline: straightOutline([
          [0, 0],
          [-74, -16],
          [-74, 16],
        ]),
        fill: '#f2a23a',
      },
      moves: { position: tide() },
    }),
    still('gauge', 'Tide gauge', [1552, 1010]),
    still('quay', 'Quay', [1760, 1062]),
    still('water', 'Water', [960, 980]),
    still('lighthouse', 'Lighthouse', [458, 606]),
    inHarbour('beam', 'Lighthouse beam', 'path', {
      values: { outline: beam(), fill: '#ffdf9a42', position: [398, 438] },
      // Once round in all of it, evenly.
      moves: {
        turn: {
          kind: 'turn',
          value: -160,
          keys: [],
          patterns: [
            {
              id: 'beam-round',
              kind: 'own',
              from: ticksOfFrame(0, RATE),
              to: END,
              low: -160,
              high: 200,
              frequency: RATE.num / FRAMES,
              phase: 0,
              bend: LINEAR,
              mode: 'replace',
            },
          ],
        },
      },
    }),
    still('town', 'Town', [960, 590]),
    inHarbour('moon', 'Moon', 'image', {
      values: { picture: 'moon' },
      moves: {
        position: animate('place', 'moon', [
          {
            frame: 0,
            value: [1290, 720],
            bend: { kind: 'family', family: 'sine', mode: 'out' },
            route: { leave: [30, -330] },
          },
          { frame: 216, value: [1690, 220], route: { arrive: [-270, -10] } },
        ]),
      },
    }),
    still('stars', 'Stars', [960, 380]),
  ]
}

function sky(): Layer {
  return inHarbour('sky', 'Sky', 'rectangle', {
    values: { size: [1920 + 2 * MARGIN, 1080 + 2 * MARGIN], position: [960, 540] },
    moves: {
      fill: animate('colour', 'sky', [
        { frame: 0, value: '#7a4a5e', bend: quick('easeBoth') },
        { frame: 150, value: '#3a2460', bend: quick('easeBoth') },
        { frame: 287, value: '#1d1740' },
      ]),
    },
  })
}

const drum = (): Layer => ({ ...layer('drum', 'Drum', 'sound', {}), source: { asset: 'drum' } })

/** The opening of the Lantern Regatta: twelve seconds at 1920×1080, 24 fps. */
export function regattaScene(): Scene {
  const harbour = layer(HARBOUR, 'Harbour', 'group', {
    values: { position: [960, 540], pivot: [960, 540] },
    moves: {
      scale: animate(
        'pair',
        'push',
        [
          { frame: 0, value: [100, 100], bend: quick('easeBoth') },
          { frame: 264, value: [106, 106] },
        ],
        { mix: 'geometric' },
      ),
    },
  })
  return {
    id: 'opening',
    name: 'Opening',
    size: [1920, 1080],
    rate: RATE,
    duration: END,
    background: '#15132b',
    rules: [
      {
        id: 'panels-together',
        kind: 'together',
        of: [{ layer: 'left-panel' }, { layer: 'right-panel' }],
        frames: 1,
      },
    ],
    layers: [...panels(), ...titles(), ...boats(), harbour, ...scenery(), sky(), drum()],
    markers: [
      { id: 'lit', t: ticksOfFrame(24, RATE), name: 'Lamps lit' },
      { id: 'berth', t: ticksOfFrame(128, RATE), name: 'Berth' },
      { id: 'off', t: ticksOfFrame(192, RATE), name: 'Cast off' },
      { id: 'out', t: ticksOfFrame(246, RATE), name: 'Title out' },
    ],
    playRange: null,
  }
}
