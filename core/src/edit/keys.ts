import type { Draft } from 'immer'
import {
  compileProperty,
  insertKey,
  KIND_WIDTH,
  keyStateAt,
  valueAt,
  valueOfNumbers,
  type Key,
  type Property,
  type Value,
} from '../property/index.ts'
import type { Project } from '../scene/index.ts'
import { asTicks, type Ticks } from '../time/index.ts'
import { BadEdit } from './badEdit.ts'
import { byProperty, editProperty, type KeyRef, type MakeId, type PropertyRef } from './refs.ts'

/**
 * Puts a key at a moment, keeping the motion; does nothing where one stands already.
 * @returns whether the motion is unchanged
 * @throws BadEdit for a kind that takes no keys, or a locked layer
 */
export function addKey(draft: Draft<Project>, ref: PropertyRef, time: Ticks, makeId: MakeId): boolean {
  let exact = true
  editProperty(draft, ref, (property) => {
    if (KIND_WIDTH[property.kind] === 0) throw cannotAnimate(ref)
    if (property.keys.some((key) => key.t === time)) return property
    const inserted = insertKey(property, time, makeId())
    exact = inserted.exact
    return inserted.property
  })
  return exact
}

/**
 * Takes keys away. When a property's last key goes, the value it shows at `time` stays as its constant.
 * @param time ticks; where a cleared property's value is read
 */
export function removeKeys(draft: Draft<Project>, refs: readonly KeyRef[], time: Ticks): void {
  for (const { ref, keys: gone } of byProperty(refs).values()) {
    editProperty(draft, ref, (property) => {
      const keys = property.keys.filter((key) => !gone.has(key.id))
      if (keys.length === property.keys.length) return property
      return keys.length > 0
        ? { ...property, keys }
        : { ...property, keys, value: currentValue(property, time) }
    })
  }
}

/** Sets a key at the moment, or takes away the one that stands there (its value stays when it was the last). */
export function toggleKey(draft: Draft<Project>, ref: PropertyRef, time: Ticks, makeId: MakeId): void {
  editProperty(draft, ref, (property) => {
    if (KIND_WIDTH[property.kind] === 0) throw cannotAnimate(ref)
    const here = property.keys.find((key) => key.t === time)
    if (!here) return insertKey(property, time, makeId()).property
    const keys = property.keys.filter((key) => key !== here)
    return keys.length > 0 ? { ...property, keys } : { ...property, keys, value: here.value }
  })
}

function cannotAnimate(ref: PropertyRef): BadEdit {
  return new BadEdit(`${ref.property} cannot be animated yet. Nothing was changed.`)
}

export interface MoveReport {
  /** Keys that stood where a moved one landed, and gave way. */
  readonly replaced: number
}

/**
 * Moves keys in time by whole ticks. Ids stay; a moved key wins over one that stands where it lands.
 * Throws BadTime when a key would leave the 24 hours a document holds.
 */
export function moveKeys(draft: Draft<Project>, refs: readonly KeyRef[], byTicks: number): MoveReport {
  let replaced = 0
  if (byTicks === 0) return { replaced }
  for (const { ref, keys: moving } of byProperty(refs).values()) {
    editProperty(draft, ref, (property) => {
      const moved = property.keys
        .filter((key) => moving.has(key.id))
        .map((key): Key => ({ ...key, t: asTicks(key.t + byTicks) }))
      if (moved.length === 0) return property
      const taken = new Set(moved.map((key) => key.t))
      const stays = property.keys.filter((key) => !moving.has(key.id) && !taken.has(key.t))
      replaced += property.keys.length - moved.length - stays.length
      return { ...property, keys: [...stays, ...moved].sort((a, b) => a.t - b.t) }
    })
  }
  return { replaced }
}

export interface SetValueOptions {
  /** On: a key is added where an animated property has none. Off: the whole property shifts. */
  readonly autoKey: boolean
  readonly makeId: MakeId
}

/**
 * Gives a property a value at a moment: the constant when it has no keys, the key's when one stands there,
 * else as `autoKey` says.
 * @throws BadEdit when auto-key is off and the kind cannot be shifted
 */
export function setValueAt(
  draft: Draft<Project>,
  ref: PropertyRef,
  time: Ticks,
  { value, autoKey, makeId }: SetValueOptions & { readonly value: Value },
): void {
  editProperty(draft, ref, (property) => {
    const state = keyStateAt(property, time)
    if (state.kind === 'none') return { ...property, value }
    if (state.kind !== 'on' && !autoKey) return shiftAll(property, time, value)
    const keyedProperty = state.kind === 'on' ? property : insertKey(property, time, makeId()).property
    return {
      ...keyedProperty,
      keys: keyedProperty.keys.map((key) => (key.t === time ? { ...key, value } : key)),
    }
  })
}

/** The value a property shows at a moment, as stored. */
export function currentValue(property: Property, time: number): Value {
  if (KIND_WIDTH[property.kind] === 0 || property.keys.length === 0) return property.value
  return valueOfNumbers(property.kind, valueAt(compileProperty(property), time))
}

function shiftAll(property: Property, time: Ticks, value: Value): Property {
  if (property.kind === 'colour') {
    throw new BadEdit('A colour cannot be shifted as a whole. Switch auto-key on, or go to one of its keys.')
  }
  const now = currentValue(property, time)
  const shift = (old: Value): Value => {
    if (typeof old === 'number') return old + (value as number) - (now as number)
    const [x, y] = old as readonly [number, number]
    const [nowX, nowY] = now as readonly [number, number]
    const [newX, newY] = value as readonly [number, number]
    return [x + newX - nowX, y + newY - nowY]
  }
  return { ...property, keys: property.keys.map((key) => ({ ...key, value: shift(key.value) })) }
}

/** Takes all keys of a property away, keeping the value shown at a moment. */
export function clearAnimation(draft: Draft<Project>, ref: PropertyRef, time: Ticks): void {
  editProperty(draft, ref, (property) =>
    property.keys.length === 0 ? property : { ...property, keys: [], value: currentValue(property, time) },
  )
}
