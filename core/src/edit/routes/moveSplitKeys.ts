import type { Draft } from 'immer'
import { insertKey } from '../../property/index.ts'
import type { Layer, Project } from '../../scene/index.ts'
import type { Vec2 } from '../../route/index.ts'
import type { Ticks } from '../../time/index.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { layerIn, type MakeId } from '../refs.ts'

/** The axes of a split position. */
const AXES = ['position x', 'position y'] as const

/** Moments of a split position that are moved together. */
export interface SplitMove {
  readonly scene: string
  readonly layer: string
  /** Moments of the layer's own time at which X or Y has a key. */
  readonly times: readonly Ticks[]
  /** px of the space of what the layer rides on. */
  readonly by: Vec2
  readonly makeId: MakeId
}

/**
 * Moves places of a layer whose position is split, at moments where X or Y has a key: each axis gets as much as the move
 * has along it. An axis that moves and has no key at a moment gets one there; without any keys it gets one wherever the
 * other has, so that no place but the moved ones goes elsewhere.
 * @throws BadEdit for a locked layer
 */
export function moveSplitKeys(draft: Draft<Project>, { scene, layer, times, by, makeId }: SplitMove): void {
  const { properties } = undrafted<Layer>(layerIn(draft, { scene, layer }))
  const moved = new Set(times)
  AXES.forEach((name, axis) => {
    if (by[axis] === 0) return
    const other = properties[AXES[1 - axis]!]!
    editProperty(draft, { scene, layer, property: name }, (property, library) => {
      const needed = property.keys.length === 0 ? other.keys.map(({ t }) => t) : times
      const keyed = needed.reduce(
        (now, t) =>
          now.keys.some((key) => key.t === t) ? now : insertKey(now, t, makeId(), library).property,
        property,
      )
      return {
        ...keyed,
        keys: keyed.keys.map((key) =>
          moved.has(key.t) ? { ...key, value: (key.value as number) + by[axis]! } : key,
        ),
      }
    })
  })
}
