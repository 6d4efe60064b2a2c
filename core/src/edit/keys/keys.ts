import type { Draft } from 'immer'
import type { BendLibrary } from '../../bend/index.ts'
import { insertKey, isSameMotionNear, keyNear, type Property, type Value } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { frameTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue, shifted } from '../currentValue.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { layerTicks } from '../layerTicks.ts'
import { withPatterns } from '../patterns/patterns.ts'
import { findProperty, sceneIn, type MakeId, type PropertyRef } from '../refs.ts'
import { withoutKeys } from './removeKeys.ts'

/**
 * Puts a key at a moment of the layer's own time, keeping the motion; does nothing where one stands already.
 * @returns whether the motion is unchanged
 * @throws BadEdit for a locked layer
 */
export function addKey(draft: Draft<Project>, ref: PropertyRef, time: Ticks, makeId: MakeId): boolean {
  const before = undrafted<Property | null>(findProperty(draft, ref))
  let claimed = true
  editProperty(draft, ref, (property, library) => {
    if (property.keys.some((key) => key.t === time)) return property
    const inserted = insertKey(property, time, makeId(), library)
    claimed = inserted.exact
    return inserted.property
  })
  const after = undrafted<Property>(findProperty(draft, ref))
  // Making its laws true may have turned what stands beside it.
  return (
    claimed && (!before?.keys.length || isSameMotionNear(before, after, { time, library: libraryIn(draft) }))
  )
}

/** So near to a key, in ticks, an edit at a moment is one of that key. */
function halfFrame(draft: Draft<Project>, { scene }: PropertyRef): number {
  return frameTicks(sceneIn(draft, scene).rate) / 2
}

/**
 * Sets a key at a scene time, or takes away the one that stands within half a frame of it (its value stays when it was
 * the last).
 */
export function toggleKey(draft: Draft<Project>, ref: PropertyRef, sceneTime: Ticks, makeId: MakeId): void {
  const time = layerTicks(draft, ref, sceneTime)
  editProperty(draft, ref, (property, library) => {
    const here = property.keys[keyNear(property, time, halfFrame(draft, ref))]
    if (!here) return insertKey(property, time, makeId(), library).property
    return withoutKeys(property, new Set([here.id]), here.value, library)
  })
}

export interface SetValueOptions {
  /** On: a key is added where an animated property has none. Off: the whole property shifts. */
  readonly autoKey: boolean
  readonly makeId: MakeId
}

/**
 * Gives a property a value at a scene time: the constant when it has no keys, the key's when one stands within half a
 * frame of it, else as `autoKey` says.
 * @throws BadEdit when auto-key is off and the kind cannot be shifted
 */
export function setValueAt(
  draft: Draft<Project>,
  ref: PropertyRef,
  sceneTime: Ticks,
  { value, autoKey, makeId }: SetValueOptions & { readonly value: Value },
): void {
  const time = layerTicks(draft, ref, sceneTime)
  editProperty(draft, ref, (property, library) => {
    if (property.keys.length === 0) return { ...property, value }
    const on = property.keys[keyNear(property, time, halfFrame(draft, ref))]
    if (!on && !autoKey) return shiftAll(property, time, value, library)
    const keyed = on ? property : insertKey(property, time, makeId(), library).property
    const at = on?.t ?? time
    return { ...keyed, keys: keyed.keys.map((key) => (key.t === at ? { ...key, value } : key)) }
  })
}

/** What cannot be shifted as a whole, in words. */
const UNSHIFTABLE: Partial<Record<Property['kind'], string>> = {
  colour: 'A colour',
  outline: 'An outline',
  choice: 'A choice',
}

function shiftAll(property: Property, time: Ticks, value: Value, library: BendLibrary): Property {
  const what = UNSHIFTABLE[property.kind]
  if (what) {
    throw new BadEdit(
      `${what} cannot be shifted as a whole. Switch auto-key on, or go to one of its keys. Nothing was changed.`,
    )
  }
  const now = currentValue(property, time, library)
  return {
    ...property,
    keys: property.keys.map((key) => ({ ...key, value: shifted(key.value, now, value) })),
  }
}

/** Takes all keys and patterns of a property away, keeping the value its keys say at a scene time. */
export function clearAnimation(draft: Draft<Project>, ref: PropertyRef, sceneTime: Ticks): void {
  const time = layerTicks(draft, ref, sceneTime)
  editProperty(draft, ref, (property, library) =>
    property.keys.length === 0 && !property.patterns
      ? property
      : withPatterns({ ...property, keys: [], value: currentValue(property, time, library) }, []),
  )
}
