import { HOLD, LINEAR, type PlainBend } from '../bend/index.ts'
import { readyMove, type MoveRecipe, type MoveSettings, type MoveTrack, type ReadyMove } from './move.ts'
import { along, ARRIVE, arriving, both, from, isAcross, over, stronger } from './moveTracks.ts'

/** It is seen at once, within a share of the move. */
const fade = (until = 1): MoveTrack =>
  until < 1
    ? over(
        'opacity',
        'multiply',
        [
          [0, 0],
          [until, 1],
          [1, 1],
        ],
        LINEAR,
      )
    : from('opacity', 'multiply', [0, 1], LINEAR)

const coming = (settings: MoveSettings, bend: PlainBend = arriving(settings)): MoveTrack =>
  from('position', 'add', [along(settings, -settings.distance), [0, 0]], bend)

const BOUNCE: PlainBend = { kind: 'family', family: 'bounce', mode: 'out' }
const SWING: PlainBend = { kind: 'family', family: 'elastic', mode: 'out' }

const RECIPES: readonly MoveRecipe[] = [
  { id: 'fade in', name: 'Fade in', seconds: 0.6, varies: [], tracks: () => [fade()] },
  {
    id: 'slide in',
    name: 'Slide in',
    seconds: 0.8,
    varies: ['direction', 'distance', 'overshoot'],
    distance: 'outside',
    tracks: (settings) => [coming(settings)],
  },
  {
    id: 'waft in',
    name: 'Waft in',
    seconds: 1,
    varies: ['direction', 'distance', 'overshoot'],
    direction: -90,
    distance: { percent: 6 },
    tracks: (settings) => [coming(settings), fade(0.6)],
  },
  {
    id: 'drop in',
    name: 'Drop in',
    seconds: 1.1,
    varies: ['direction', 'distance'],
    direction: 90,
    distance: 'outside',
    tracks: (settings) => [coming(settings, BOUNCE)],
  },
  {
    id: 'sweep in',
    name: 'Sweep in',
    seconds: 1,
    varies: ['direction', 'distance', 'strength', 'overshoot'],
    distance: 'outside',
    tracks: sweeping,
  },
  {
    id: 'grow in',
    name: 'Grow in',
    seconds: 0.7,
    varies: ['overshoot'],
    overshoot: 0.12,
    tracks: (settings) => [from('scale', 'multiply', [both(0), both(1)], arriving(settings))],
  },
  {
    id: 'land in',
    name: 'Land',
    seconds: 0.7,
    varies: ['strength', 'overshoot'],
    tracks: (settings) => [
      from('scale', 'multiply', [both(stronger(1.8, settings)), both(1)], arriving(settings)),
      fade(0.4),
    ],
  },
  {
    id: 'unfold in',
    name: 'Unfold',
    seconds: 0.7,
    varies: ['direction', 'overshoot'],
    overshoot: 0.06,
    tracks: (settings) => [
      from('scale', 'multiply', [isAcross(settings) ? [0, 1] : [1, 0], both(1)], arriving(settings)),
    ],
  },
  {
    id: 'swing in',
    name: 'Swing in',
    seconds: 1.3,
    varies: ['strength'],
    tracks: ({ strength }) => [from('turn', 'add', [-35 * strength, 0], SWING), fade(0.2)],
  },
  {
    id: 'spin in',
    name: 'Spin in',
    seconds: 0.9,
    varies: ['strength', 'overshoot'],
    tracks: (settings) => [
      from('turn', 'add', [-180 * settings.strength, 0], arriving(settings)),
      from('scale', 'multiply', [both(0), both(1)], arriving(settings)),
    ],
  },
  {
    id: 'roll in',
    name: 'Roll in',
    seconds: 1.1,
    varies: ['direction', 'distance', 'strength', 'overshoot'],
    distance: 'outside',
    tracks: (settings) => [
      coming(settings),
      from(
        'turn',
        'add',
        [(along(settings, 1)[0] < 0 ? 360 : -360) * settings.strength, 0],
        arriving(settings),
      ),
    ],
  },
  {
    id: 'sharpen in',
    name: 'Come into focus',
    seconds: 0.9,
    varies: ['strength'],
    tracks: ({ strength }) => [from('blur', 'add', [24 * strength, 0], ARRIVE), fade(0.5)],
  },
  {
    id: 'flicker in',
    name: 'Flicker on',
    seconds: 0.7,
    varies: [],
    tracks: () => [
      over(
        'opacity',
        'multiply',
        [
          [0, 0],
          [0.2, 1],
          [0.3, 0.1],
          [0.45, 0.8],
          [0.55, 0.2],
          [0.75, 1],
          [1, 1],
        ],
        HOLD,
      ),
    ],
  },
]

/** It comes round a bend: sideways at first, bulging to the left of where it goes. */
function sweeping(settings: MoveSettings): readonly MoveTrack[] {
  const { distance, strength, direction } = settings
  const bulge = along({ direction: direction - 90 }, distance * 0.45 * strength)
  const ahead = along(settings, distance * 0.35)
  const bend = arriving(settings)
  const start = along(settings, -distance)
  return [
    {
      property: 'position',
      how: 'add',
      keys: [
        {
          at: 0,
          amount: start,
          bend,
          route: {
            arrive: [0, 0],
            leave: [ahead[0] * 0.3 + bulge[0], ahead[1] * 0.3 + bulge[1]],
            through: 'corner',
          },
        },
        {
          at: 1,
          amount: [0, 0],
          bend: LINEAR,
          route: { arrive: [bulge[0] - ahead[0], bulge[1] - ahead[1]], leave: [0, 0], through: 'corner' },
        },
      ],
    },
  ]
}

/** How layers come to be there; each ends as its layer is. */
export const ENTRANCES: readonly ReadyMove[] = RECIPES.map((recipe) => readyMove('entrance', recipe))
