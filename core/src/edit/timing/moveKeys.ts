import type { Draft } from 'immer'
import { orderKeys, type Key, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, frameTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperties, editProperty } from '../editProperty.ts'
import { retimedPattern, withPatternsAlong } from '../patterns/patterns.ts'
import { layerIn, sceneIn, type KeyRef } from '../refs.ts'

export interface MoveReport {
  /** Keys that stood where a moved one landed, and gave way. */
  readonly replaced: number
}

/**
 * A property with some keys at new times. Ids stay; a key with a new time wins over one that stands where it lands,
 * and of two that come to one time the later.
 * Waypoints have no time of their own and go with their neighbours.
 * @param timeOf the new time of a timed key, ticks; undefined where it stays
 * @returns the property, and how many keys gave way
 */
export function withTimes(
  property: Property,
  timeOf: (key: Key) => number | undefined,
): { property: Property; replaced: number } {
  const { keys } = property
  const made: Key[] = []
  let moves = false
  let rising = true
  let before = -Infinity
  for (const key of keys) {
    const time = key.timeless ? undefined : timeOf(key)
    const next = time === undefined || time === key.t ? key : { ...key, t: asTicks(time) }
    moves ||= time !== undefined
    // Waypoints stand between their neighbours; where there are any, what follows puts them in order.
    rising &&= !key.timeless && next.t > before
    before = next.t
    made.push(next)
  }
  if (!moves) return { property, replaced: 0 }
  if (rising) return { property: { ...property, keys: made }, replaced: 0 }
  const taken = new Map<number, Key>()
  keys.forEach((key, i) => {
    if (!key.timeless && timeOf(key) !== undefined) taken.set(made[i]!.t, made[i]!)
  })
  const left = made.filter((key) => key.timeless || (taken.get(key.t) ?? key) === key)
  return { property: { ...property, keys: orderKeys(left) }, replaced: keys.length - left.length }
}

/**
 * Slides keys in time by whole ticks; their spacing stays. Ids stay; a moved key wins over one that stands where it
 * lands. Throws BadTime when a key would leave the 24 hours a document holds.
 */
export function moveKeys(draft: Draft<Project>, refs: readonly KeyRef[], byTicks: number): MoveReport {
  let replaced = 0
  if (byTicks === 0) return { replaced }
  editProperties(draft, refs, (property, { keys }) => {
    const moved = withTimes(property, ({ id, t }) => (keys.has(id) ? t + byTicks : undefined))
    replaced += moved.replaced
    return withPatternsAlong(moved.property, property, keys, (time) => time + byTicks)
  })
  return { replaced }
}

/** Slides keys by whole frames of their scene. */
export function nudgeKeys(draft: Draft<Project>, refs: readonly KeyRef[], frames: number): MoveReport {
  const first = refs[0]
  if (!first) return { replaced: 0 }
  return moveKeys(draft, refs, Math.round(frames) * frameTicks(sceneIn(draft, first.scene).rate))
}

export interface Ripple {
  readonly scene: string
  /** Layers whose keys move; all properties of each. */
  readonly layers: readonly string[]
  /** Keys at this moment and later move. */
  readonly from: Ticks
  readonly byTicks: number
}

/**
 * Shifts everything from a moment on, so that the rest makes room or closes up; spacing among what moves stays.
 * @throws BadEdit when a key would run into one that stays; BadTime beyond the 24 hours a document holds
 */
export function rippleKeys(draft: Draft<Project>, { scene, layers, from, byTicks }: Ripple): void {
  for (const layer of layers) {
    const { name, properties } = layerIn(draft, { scene, layer })
    for (const property of Object.keys(properties)) {
      editProperty(draft, { scene, layer, property }, (given) => {
        const later = ripplePatterns(given, from, byTicks)
        const timed = given.keys.filter(({ timeless }) => !timeless)
        const first = timed.findIndex(({ t }) => t >= from)
        if (first < 0 || byTicks === 0) return later
        const before = timed[first - 1]
        if (before && timed[first]!.t + byTicks <= before.t) {
          throw new BadEdit(
            `There is not that much room: the ${property} of “${name}” has a key in the way. Nothing was changed.`,
          )
        }
        const start = timed[first]!.t
        return withTimes(later, ({ t }) => (t >= start ? t + byTicks : undefined)).property
      })
    }
  }
}

/** A property whose patterns that begin at a moment or later are shifted. */
function ripplePatterns(property: Property, from: number, byTicks: number): Property {
  if (!property.patterns?.some((one) => one.from >= from) || byTicks === 0) return property
  const shifted = (time: number): number => time + byTicks
  const patterns = property.patterns.map((one) => (one.from >= from ? retimedPattern(one, shifted) : one))
  return { ...property, patterns }
}
