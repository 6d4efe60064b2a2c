import { LINEAR, mirrorBend } from '../bend/index.ts'
import type { Value } from '../property/index.ts'
import type { Vec2 } from '../route/index.ts'
import { ENTRANCES } from './entrances.ts'
import type { MoveKey, MoveTrack, ReadyMove } from './move.ts'

/** The exits are the entrances the other way round in time; they go on in the direction they would have come in. */
const NAMES: Readonly<Record<string, readonly [id: string, name: string]>> = {
  'fade in': ['fade out', 'Fade out'],
  'slide in': ['slide out', 'Slide out'],
  'waft in': ['waft out', 'Waft off'],
  'sweep in': ['sweep out', 'Sweep out'],
  'grow in': ['shrink out', 'Shrink away'],
  'land in': ['lift out', 'Lift off'],
  'unfold in': ['fold out', 'Fold up'],
  'spin in': ['spin out', 'Spin away'],
  'roll in': ['roll out', 'Roll out'],
  'sharpen in': ['blur out', 'Go out of focus'],
  'flicker in': ['flicker out', 'Flicker off'],
}

const negated = (amount: Value): Value =>
  typeof amount === 'number' ? -amount + 0 : ((amount as Vec2).map((part) => -part + 0) as unknown as Vec2)

/** Places and turns go on the same way; sizes, blur and opacity are what they were. */
const goesOn = ({ property, how }: MoveTrack): boolean =>
  how === 'add' && (property === 'position' || property === 'turn')

function leaving(track: MoveTrack): MoveTrack {
  const { keys } = track
  const on = goesOn(track)
  return {
    ...track,
    keys: keys
      .map(({ at, amount, route }, i): MoveKey => {
        const before = keys[i - 1]
        return {
          at: 1 - at,
          amount: on ? negated(amount) : amount,
          bend: before ? mirrorBend(before.bend) : LINEAR,
          ...(route
            ? {
                route: {
                  arrive: negated(route.leave) as Vec2,
                  leave: negated(route.arrive) as Vec2,
                  through: route.through,
                },
              }
            : {}),
        }
      })
      .reverse(),
  }
}

/** How layers go; each starts as its layer is. */
export const EXITS: readonly ReadyMove[] = ENTRANCES.flatMap((entrance): ReadyMove[] => {
  const named = NAMES[entrance.id]
  if (!named) return []
  const [id, name] = named
  return [
    {
      ...entrance,
      id,
      name,
      role: 'exit',
      rest: 'start',
      tracks: (settings) => entrance.tracks(settings).map(leaving),
    },
  ]
})
