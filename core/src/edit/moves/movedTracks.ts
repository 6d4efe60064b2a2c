import type { BendLibrary } from '../../bend/index.ts'
import type { MoveKey, MoveRest, MoveTrack } from '../../moves/index.ts'
import { isColour, type Key, type KeyRoute, type Property, type Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import {
  applyMatrix,
  definitionOf,
  invertMatrix,
  ownMatrixAt,
  parentMatrixAt,
  type Layer,
  type Matrix,
  type Scene,
} from '../../scene/index.ts'
import { asTicks, frameTicks, type Ticks } from '../../time/index.ts'
import { currentValue } from '../currentValue.ts'
import type { MakeId } from '../refs.ts'
import { putBetween } from './putBetween.ts'

export interface MovedLayer {
  readonly scene: Scene
  readonly layer: Layer
  readonly library: BendLibrary
  readonly tracks: readonly MoveTrack[]
  readonly rest: MoveRest
  /** Whether the parts of a text move, in place of the whole. */
  readonly byParts: boolean
  /** First and last moment, layer ticks. */
  readonly times: readonly [from: Ticks, to: Ticks]
  /** Scene time of the moment of rest, when what the layer rides on is looked at. */
  readonly sceneTime: Ticks
  readonly makeId: MakeId
}

/** What a move makes of one property of a layer. */
export interface MovedProperty {
  readonly property: string
  readonly change: (
    given: Property,
    library: BendLibrary,
  ) => { readonly property: Property; readonly made: readonly string[]; readonly replaced: number }
}

/** The part of a text moves by this where the whole moves by that. */
const PART_OF: Readonly<Record<string, string>> = {
  position: 'part offset',
  scale: 'part scale',
  turn: 'part turn',
  opacity: 'part opacity',
}

/** What the tracks of a move make of a layer's properties; those it does not have are left out. */
export function movedTracks(moved: MovedLayer): MovedProperty[] {
  const { layer, byParts } = moved
  return moved.tracks.flatMap((track): MovedProperty[] => {
    const name = (byParts && PART_OF[track.property]) || track.property
    const definition = definitionOf(layer.kind, name)
    const property = layer.properties[name]
    if (!definition || !property) return []
    // A sound has a place for what rides on it; nobody sees it move.
    if (layer.kind === 'sound' && definition.quiet) return []
    if (name === 'position' && property.split) return splitPlace(moved, track)
    if (name === 'position') return [changeOf(name, track, moved, placeChange(moved, track.how))]
    if (name === 'part offset') return [changeOf(name, track, moved, offsetChange(moved))]
    return fits(property, track) ? [changeOf(name, track, moved, numberChange(track))] : []
  })
}

/** How a key's amount changes the value at rest. */
interface AmountChange {
  readonly value: (rest: Value, amount: Value) => Value
  readonly route?: (rest: Value, i: number, keys: readonly MoveKey[]) => KeyRoute | undefined
}

function changeOf(property: string, track: MoveTrack, moved: MovedLayer, how: AmountChange): MovedProperty {
  const { times, rest, makeId, scene } = moved
  const at = keyTimes(track.keys, times, frameTicks(scene.rate))
  return {
    property,
    change(given, library) {
      const [first, last] = [at[0]!, at.at(-1)!]
      const restAt = (t: Ticks): Value =>
        currentValue(given, rest === 'through' ? t : rest === 'end' ? last : first, library)
      const made = track.keys.map(({ amount, bend }, i): Key => {
        const t = at[i]!
        const value = how.value(restAt(t), amount)
        const route = how.route?.(restAt(t), i, track.keys)
        return { id: makeId(), t, value, bend, through: 'corner', ...(route ? { route } : {}) }
      })
      const kept = new Map(made.map(({ t, value }) => [t, value]))
      const end = made.at(-1)!
      return {
        property: putBetween(given, {
          times: [first, last],
          library,
          makeId,
          keys: (goesOn) =>
            goesOn ? [...made.slice(0, -1), { ...end, bend: goesOn.bend, ...onwards(goesOn, end) }] : made,
        }),
        made: made.map(({ id }) => id),
        replaced: given.keys.filter(
          ({ t, value }) => t >= first && t <= last && !isSameValue(kept.get(t), value),
        ).length,
      }
    },
  }
}

const isSameValue = (one: Value | undefined, other: Value): boolean =>
  one !== undefined && String(one) === String(other)

/** The route goes on from the last key as it did. */
function onwards({ route }: Key, { route: own }: Key): Pick<Key, 'route'> {
  if (!route && !own) return {}
  return { route: { arrive: own?.arrive ?? [0, 0], leave: route?.leave ?? [0, 0], through: 'corner' } }
}

/** When the keys of a move come: on frames where there is room for that, as near as ticks go otherwise. */
function keyTimes(keys: readonly MoveKey[], [from, to]: readonly [Ticks, Ticks], frame: number): Ticks[] {
  const exact = keys.map(({ at }) => from + at * (to - from))
  const whole = exact.map((t, i) => (keys[i]!.at === 1 ? to : from + Math.round((t - from) / frame) * frame))
  const rises = (times: readonly number[]): boolean => times.every((t, i) => i === 0 || t > times[i - 1]!)
  return (rises(whole) ? whole : exact.map(Math.round)).map((t) => asTicks(t))
}

const parts = (value: Value): readonly number[] => (typeof value === 'number' ? [value] : (value as Vec2))

/** Whether amounts of a track can be laid on the values of a property. */
function fits({ kind }: Property, { how, keys }: MoveTrack): boolean {
  const width = kind === 'number' || kind === 'turn' ? 1 : kind === 'pair' || kind === 'place' ? 2 : 0
  if (how === 'set' && width === 0)
    return keys.every(({ amount }) =>
      kind === 'colour'
        ? typeof amount === 'string' && isColour(amount)
        : kind === 'choice' && typeof amount === 'string',
    )
  return (
    width > 0 &&
    how !== 'zoom' &&
    how !== 'roll' &&
    keys.every(
      ({ amount }) => (typeof amount === 'number' || Array.isArray(amount)) && parts(amount).length === width,
    )
  )
}

const numberChange = ({ how }: MoveTrack): AmountChange => ({
  value(rest, amount) {
    if (how === 'set') return amount
    const by = parts(amount)
    const made = parts(rest).map((part, i) => (how === 'add' ? part + by[i]! : part * by[i]!))
    return typeof rest === 'number' ? made[0]! : (made as unknown as Vec2)
  },
})

/** A map without what it shifts by. */
const linear = (map: Matrix): Matrix => Float64Array.of(map[0]!, map[1]!, map[2]!, map[3]!, 0, 0)

/** Amounts are px of the stage; values of what the layer rides on. */
function placeChange({ scene, layer, library, sceneTime }: MovedLayer, how: MoveTrack['how']): AmountChange {
  const map = parentMatrixAt(scene, layer.id, sceneTime, library)
  const back = invertMatrix(map)
  const ahead = back && linear(back)
  const middle: Vec2 = [scene.size[0] / 2, scene.size[1] / 2]
  const inside = ([x, y]: Vec2): Vec2 => (ahead ? (applyMatrix(ahead, x, y) as unknown as Vec2) : [0, 0])
  const fromMiddle = (rest: Value): Vec2 => {
    const [x, y] = applyMatrix(map, ...(rest as Vec2))
    return [x - middle[0], y - middle[1]]
  }
  const turned = ([x, y]: Vec2, degrees: number): Vec2 => {
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
    return [x * cos - y * sin, x * sin + y * cos]
  }
  /** From the middle of the frame. */
  const moved = (from: Vec2, amount: Value): Vec2 => {
    if (how === 'zoom') return [from[0] * (amount as number), from[1] * (amount as number)]
    if (how === 'roll') return turned(from, amount as number)
    const [x, y] = amount as Vec2
    return [from[0] + x, from[1] + y]
  }
  return {
    value(rest, amount) {
      if (how === 'set') return amount
      const [x, y] = fromMiddle(rest)
      const [toX, toY] = moved([x, y], amount)
      const [dx, dy] = inside([toX - x, toY - y])
      const [fromX, fromY] = rest as Vec2
      return [fromX + dx, fromY + dy]
    },
    route(rest, i, keys) {
      const { route, amount } = keys[i]!
      if (how !== 'roll')
        return route && { ...route, arrive: inside(route.arrive), leave: inside(route.leave) }
      const [before, after] = [keys[i - 1], keys[i + 1]]
      const at = turned(turned(fromMiddle(rest), amount as number), 90)
      const arm = (other: MoveKey | undefined, way: 1 | -1): Vec2 => {
        if (!other) return [0, 0]
        // Source: the usual cubic of a circular arc, handles of 4/3 · tan(angle / 4) radii.
        const angle = (((other.amount as number) - (amount as number)) * way * Math.PI) / 180
        const share = (4 / 3) * Math.tan(angle / 4) * way
        return inside([at[0] * share, at[1] * share])
      }
      return { arrive: arm(before, -1), leave: arm(after, 1), through: 'corner' }
    },
  }
}

/** Parts move in the coordinates of their text. */
function offsetChange({ scene, layer, library, sceneTime }: MovedLayer): AmountChange {
  const back = invertMatrix(ownMatrixAt(scene, layer.id, sceneTime, library))
  const inside = back && linear(back)
  return {
    value(rest, amount) {
      const [x, y] = rest as Vec2
      const [dx, dy] = inside ? applyMatrix(inside, ...(amount as Vec2)) : [0, 0]
      return [x + dx, y + dy]
    },
  }
}

/** A position that is split is moved by its X and its Y; routes are straight there. */
function splitPlace(moved: MovedLayer, track: MoveTrack): MovedProperty[] {
  const { layer, library, times, rest } = moved
  const whole = placeChange(moved, track.how)
  const axes = ['position x', 'position y'] as const
  const restOf = (t: Ticks): Vec2 =>
    axes.map((name) =>
      currentValue(layer.properties[name]!, rest === 'through' ? t : times[rest === 'end' ? 1 : 0], library),
    ) as unknown as Vec2
  return axes.map((name, axis) => {
    const at = keyTimes(track.keys, times, frameTicks(moved.scene.rate))
    const keys = track.keys.map((key, i): MoveKey => ({
      at: key.at,
      bend: key.bend,
      amount: (whole.value(restOf(at[i]!), key.amount) as Vec2)[axis]!,
    }))
    return changeOf(name, { ...track, keys }, moved, { value: (_rest, amount) => amount })
  })
}
