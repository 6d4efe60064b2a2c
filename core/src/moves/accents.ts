import { HOLD, LINEAR, type PlainBend } from '../bend/index.ts'
import { readyMove, type MoveRecipe, type ReadyMove } from './move.ts'
import { along, both, from, GLIDE, over, stronger, SWAY, swings } from './moveTracks.ts'

const RISE: PlainBend = { kind: 'family', family: 'power', power: 2, mode: 'out' }
const FALL: PlainBend = { kind: 'family', family: 'power', power: 2, mode: 'in' }

const RECIPES: readonly MoveRecipe[] = [
  {
    id: 'pulse',
    name: 'Pulse',
    seconds: 0.6,
    varies: ['strength'],
    tracks: (settings) => [
      over(
        'scale',
        'multiply',
        [
          [0, both(1)],
          [0.4, both(stronger(1.18, settings))],
          [1, both(1)],
        ],
        SWAY,
      ),
    ],
  },
  {
    id: 'two beats',
    name: 'Two beats',
    seconds: 0.9,
    varies: ['strength'],
    tracks: (settings) => [
      over(
        'scale',
        'multiply',
        [
          [0, both(1)],
          [0.18, both(stronger(1.22, settings))],
          [0.36, both(1)],
          [0.52, both(stronger(1.12, settings))],
          [1, both(1)],
        ],
        SWAY,
      ),
    ],
  },
  {
    id: 'shiver',
    name: 'Shiver',
    seconds: 0.6,
    varies: ['direction', 'distance'],
    distance: { percent: 2 },
    tracks: (settings) => [swings('position', 'add', (share) => along(settings, settings.distance * share))],
  },
  {
    id: 'wag',
    name: 'Wag',
    seconds: 1,
    varies: ['strength'],
    tracks: ({ strength }) => [swings('turn', 'add', (share) => 12 * strength * share)],
  },
  {
    id: 'jelly',
    name: 'Jelly',
    seconds: 1,
    varies: ['strength'],
    tracks: (settings) => [
      swings('scale', 'multiply', (share) => [
        stronger(1 + 0.2 * share, settings),
        stronger(1 - 0.2 * share, settings),
      ]),
    ],
  },
  {
    id: 'hop',
    name: 'Hop',
    seconds: 0.9,
    varies: ['direction', 'distance'],
    direction: -90,
    distance: { percent: 8 },
    tracks: (settings) => [
      over(
        'position',
        'add',
        [
          [0, [0, 0]],
          [0.33, along(settings, settings.distance)],
          [0.66, [0, 0]],
          [0.83, along(settings, settings.distance * 0.25)],
          [1, [0, 0]],
        ],
        [RISE, FALL, RISE, FALL],
      ),
    ],
  },
  {
    id: 'peep',
    name: 'Peep out',
    seconds: 1.6,
    varies: ['direction', 'distance'],
    direction: -90,
    distance: { percent: 6 },
    tracks: (settings) => [
      over(
        'position',
        'add',
        [
          [0, [0, 0]],
          [0.25, along(settings, settings.distance)],
          [0.75, along(settings, settings.distance)],
          [1, [0, 0]],
        ],
        [SWAY, LINEAR, SWAY],
      ),
    ],
  },
  {
    id: 'lean',
    name: 'Lean',
    seconds: 1.4,
    varies: ['strength'],
    tracks: ({ strength }) => [
      over(
        'turn',
        'add',
        [
          [0, 0],
          [0.3, 10 * strength],
          [0.7, 10 * strength],
          [1, 0],
        ],
        [SWAY, LINEAR, SWAY],
      ),
    ],
  },
  {
    id: 'once round',
    name: 'Once round',
    seconds: 1,
    varies: ['strength'],
    tracks: ({ strength }) => [from('turn', 'add', [0, 360 * strength], SWAY)],
  },
  {
    id: 'dim',
    name: 'Dim',
    seconds: 0.8,
    varies: ['strength'],
    tracks: (settings) => [
      over(
        'opacity',
        'multiply',
        [
          [0, 1],
          [0.4, stronger(0.3, settings)],
          [1, 1],
        ],
        GLIDE,
      ),
    ],
  },
  {
    id: 'blink',
    name: 'Blink',
    seconds: 0.8,
    varies: [],
    tracks: () => [
      over(
        'opacity',
        'multiply',
        [
          [0, 0],
          [0.25, 1],
          [0.5, 0],
          [0.75, 1],
          [1, 1],
        ],
        HOLD,
      ),
    ],
  },
]

/** What draws the eye to something that is there, and leaves it as it was. */
export const ACCENTS: readonly ReadyMove[] = RECIPES.map((recipe) => readyMove('accent', recipe))
