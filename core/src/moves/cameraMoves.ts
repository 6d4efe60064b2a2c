import { LINEAR, type PlainBend } from '../bend/index.ts'
import { readyMove, type MoveRecipe, type MoveSettings, type MoveTrack, type ReadyMove } from './move.ts'
import { along, ARRIVE, arriving, both, from, GLIDE, over, stronger } from './moveTracks.ts'

/** Nearer or farther: all that moves so keeps its place towards the middle of the frame. */
const zooming = (factors: readonly [number, number], bend: PlainBend): MoveTrack[] => [
  from('position', 'zoom', factors, bend),
  from('scale', 'multiply', [both(factors[0]), both(factors[1])], bend),
]

const rolling = (degrees: readonly [number, number], bend: PlainBend): MoveTrack[] => [
  from('position', 'roll', degrees, bend),
  from('turn', 'add', degrees, bend),
]

/** The picture moves against the camera. */
const panning = (settings: MoveSettings, bend: PlainBend): MoveTrack =>
  from('position', 'add', [[0, 0], along(settings, -settings.distance)], bend)

const RECIPES: readonly MoveRecipe[] = [
  {
    id: 'push in',
    name: 'Push in',
    seconds: 3,
    varies: ['strength'],
    tracks: (settings) => zooming([1, stronger(1.25, settings)], GLIDE),
  },
  {
    id: 'pull back',
    name: 'Pull back',
    seconds: 3,
    varies: ['strength'],
    rest: 'end',
    tracks: (settings) => zooming([stronger(1.35, settings), 1], GLIDE),
  },
  {
    id: 'pan',
    name: 'Pan',
    seconds: 3,
    varies: ['direction', 'distance'],
    distance: { percent: 15 },
    tracks: (settings) => [panning(settings, GLIDE)],
  },
  {
    id: 'slow glide',
    name: 'Slow glide',
    seconds: 6,
    varies: ['direction', 'distance'],
    distance: { percent: 4 },
    tracks: (settings) => [panning(settings, LINEAR)],
  },
  {
    id: 'roll',
    name: 'Tilt the horizon',
    seconds: 3,
    varies: ['strength'],
    tracks: ({ strength }) => rolling([0, 6 * strength], GLIDE),
  },
  {
    id: 'right itself',
    name: 'Come level',
    seconds: 2,
    varies: ['strength', 'overshoot'],
    rest: 'end',
    tracks: (settings) => rolling([-8 * settings.strength, 0], arriving(settings)),
  },
  {
    id: 'rush in',
    name: 'Rush in',
    seconds: 0.6,
    varies: ['strength'],
    rest: 'end',
    tracks: (settings) => [
      ...zooming([Math.max(0.1, stronger(0.5, settings)), 1], ARRIVE),
      over(
        'blur',
        'add',
        [
          [0, 10 * settings.strength],
          [0.6, 0],
          [1, 0],
        ],
        LINEAR,
      ),
    ],
  },
  {
    id: 'whip',
    name: 'Whip over',
    seconds: 0.5,
    varies: ['direction', 'distance', 'overshoot'],
    rest: 'end',
    distance: { percent: 60 },
    tracks: (settings) => [
      from('position', 'add', [along(settings, settings.distance), [0, 0]], arriving(settings)),
      over(
        'blur',
        'add',
        [
          [0, 12],
          [0.7, 0],
          [1, 0],
        ],
        LINEAR,
      ),
    ],
  },
]

/** What a camera does: all that is chosen moves as one picture about the middle of the frame. */
export const CAMERA_MOVES: readonly ReadyMove[] = RECIPES.map((recipe) => readyMove('camera', recipe))
