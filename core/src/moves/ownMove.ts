import type { Value } from '../property/index.ts'
import type { Vec2 } from '../route/index.ts'
import {
  type MoveHow,
  type MoveKey,
  type MoveRest,
  type MoveRole,
  type MoveSettings,
  type MoveTrack,
  type MoveVariation,
  type ReadyMove,
} from './move.ts'

/** A move of one's own: keys once made by hand, kept by how they differ from the layer at rest. */
export interface OwnMove {
  readonly id: string
  readonly name: string
  readonly role: MoveRole
  readonly rest: MoveRest
  readonly seconds: number
  /** What of it can be chosen when it is used. */
  readonly varies: readonly MoveVariation[]
  readonly tracks: readonly MoveTrack[]
}

/** The way a move goes as it was made, px: from its start to its end, or to the farthest it goes where these are one. */
function wayOf(tracks: readonly MoveTrack[]): Vec2 {
  const places = tracks.find(({ property, how }) => property === 'position' && how === 'add')
  if (!places) return [0, 0]
  const amounts = places.keys.map(({ amount }) => amount as Vec2)
  const [x, y] = amounts[0]!
  const fromStart = amounts.map((to): Vec2 => [to[0] - x, to[1] - y])
  const lengthOf = (way: Vec2): number => Math.hypot(...way)
  const whole = fromStart.at(-1)!
  if (lengthOf(whole) > 0) return whole
  return fromStart.reduce((farthest, way) => (lengthOf(way) > lengthOf(farthest) ? way : farthest))
}

/** A move of one's own as one that is ready. */
export function readyMoveOf(own: OwnMove): ReadyMove {
  const [x, y] = wayOf(own.tracks)
  const [px, direction] = [Math.hypot(x, y), (Math.atan2(y, x) * 180) / Math.PI]
  const moves = px > 0
  return {
    id: own.id,
    name: own.name,
    role: own.role,
    rest: own.rest,
    seconds: own.seconds,
    varies: own.varies.filter((one) => one === 'strength' || (moves && one !== 'overshoot')),
    direction,
    distance: { px },
    overshoot: 0,
    tracks: (settings) => {
      const way = moves
        ? { turned: settings.direction - direction, factor: settings.distance / px }
        : { turned: 0, factor: 1 }
      return own.tracks.map((track) => ({
        ...track,
        keys: track.keys.map((key) => variedKey(key, track, { settings, way })),
      }))
    },
  }
}

interface Varied {
  readonly settings: MoveSettings
  readonly way: { readonly turned: number; readonly factor: number }
}

function variedKey(key: MoveKey, { property, how }: MoveTrack, { settings, way }: Varied): MoveKey {
  if (property !== 'position') return { ...key, amount: strengthened(key.amount, how, settings.strength) }
  const radians = (way.turned * Math.PI) / 180
  const [cos, sin] = [Math.cos(radians) * way.factor, Math.sin(radians) * way.factor]
  const map = ([x, y]: Vec2): Vec2 => [x * cos - y * sin, x * sin + y * cos]
  return {
    ...key,
    amount: map(key.amount as Vec2),
    ...(key.route
      ? { route: { ...key.route, arrive: map(key.route.arrive), leave: map(key.route.leave) } }
      : {}),
  }
}

/** An amount farther from what changes nothing. */
function strengthened(amount: Value, how: MoveHow, strength: number): Value {
  if (how === 'set') return amount
  const none = how === 'multiply' ? 1 : 0
  const part = (one: number): number => none + (one - none) * strength
  return typeof amount === 'number' ? part(amount) : ((amount as Vec2).map(part) as unknown as Vec2)
}
