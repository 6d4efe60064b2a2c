import type { Draft } from 'immer'
import type { Property, Value } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { byProperty, type KeyRef } from '../refs.ts'

function changeNumbers(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  change: (number: number, component: number) => number,
): void {
  const changed = (value: Value): Value => {
    if (typeof value === 'number') return change(value, 0)
    return Array.isArray(value) ? [change(value[0], 0), change(value[1], 1)] : value
  }
  for (const { ref, keys } of byProperty(refs).values())
    editProperty(draft, ref, (property): Property => ({
      ...property,
      keys: property.keys.map((key) => (keys.has(key.id) ? { ...key, value: changed(key.value) } : key)),
    }))
}

/**
 * Adds to the values of keys, one number a component; the bends keep their feel. Colours, outlines and choices are
 * left alone.
 * @throws BadEdit for an amount that is no number
 */
export function shiftKeyValues(draft: Draft<Project>, refs: readonly KeyRef[], by: readonly number[]): void {
  if (!by.every(Number.isFinite)) throw new BadEdit('A value has to be a number. Nothing was changed.')
  if (by.every((part) => part === 0)) return
  changeNumbers(draft, refs, (number, component) => number + (by[component] ?? 0))
}

/**
 * Scales the values of keys about one: what lies `about` stays, all else comes nearer to it or goes farther from it.
 * Colours, outlines and choices are left alone.
 * @param factor free; 0 makes all alike, below 0 turns them over
 * @throws BadEdit for a factor that is no number
 */
export function scaleKeyValues(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { about, factor }: { readonly about: number; readonly factor: number },
): void {
  if (!Number.isFinite(about) || !Number.isFinite(factor))
    throw new BadEdit('A value has to be a number. Nothing was changed.')
  if (factor === 1) return
  changeNumbers(draft, refs, (number) => about + (number - about) * factor)
}
