import type { Draft } from 'immer'
import type { Vec2 } from '../../route/index.ts'
import type { Project } from '../../scene/index.ts'
import { editProperty } from '../editProperty.ts'
import { layerIn, type PropertyRef } from '../refs.ts'
import { moveRoutes } from './routes.ts'

/** Adds to every value of a property of single numbers: its constant and all its keys. */
export function shiftNumbers(draft: Draft<Project>, ref: PropertyRef, by: number): void {
  if (by === 0) return
  editProperty(draft, ref, (given) => ({
    ...given,
    value: (given.value as number) + by,
    keys: given.keys.map((key) => ({ ...key, value: (key.value as number) + by })),
  }))
}

/** Moves a layer's position at every moment, whether it is one place or split into X and Y. px of what it rides on. */
export function shiftPosition(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  by: Vec2,
): void {
  if (!layerIn(draft, ref).properties['position']!.split) {
    moveRoutes(draft, [{ ...ref, property: 'position' }], by)
    return
  }
  shiftNumbers(draft, { ...ref, property: 'position x' }, by[0])
  shiftNumbers(draft, { ...ref, property: 'position y' }, by[1])
}
