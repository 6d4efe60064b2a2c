import type { Draft } from 'immer'
import { timedKeys, type Property } from '../../property/index.ts'
import type { Layer, Project } from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { retimedPattern } from '../patterns/patterns.ts'
import { slipSource } from './slipSource.ts'
import { moveKeys } from '../timing/moveKeys.ts'
import { layerIn, type KeyRef } from '../refs.ts'

/** What of a layer goes: the stretch it is shown in with its keys, or one of them alone. */
export type SlidePart = 'both' | 'keys' | 'bar'

/**
 * Slides layers in time: their bars with the keys, the keys under the bars, or the bars over the keys.
 * @throws BadEdit for a locked layer; BadTime beyond the 24 hours a document holds
 */
export function slideLayers(
  draft: Draft<Project>,
  { scene, layers }: { readonly scene: string; readonly layers: readonly string[] },
  { byTicks, part }: { readonly byTicks: number; readonly part: SlidePart },
): void {
  for (const id of layers) {
    const ref = { scene, layer: id }
    const layer = layerIn(draft, ref)
    if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
    if (part !== 'keys') {
      const [from, to] = layer.span
      layer.span = [asTicks(from + byTicks), asTicks(to + byTicks)]
    }
    if (part === 'bar') slipSource(draft, ref, byTicks)
    if (part === 'keys') slipSource(draft, ref, -byTicks)
    if (part !== 'bar') slideMotion(draft, ref, byTicks)
  }
}

/** Slides all keys of a layer, and all its patterns with them. */
function slideMotion(draft: Draft<Project>, ref: LayerRef, byTicks: number): void {
  const before = Object.entries(undrafted<Layer>(layerIn(draft, ref)).properties)
  moveKeys(draft, allKeys(draft, ref), byTicks)
  for (const [property, { patterns }] of before)
    if (patterns)
      editProperty(draft, { ...ref, property }, (given) => ({
        ...given,
        patterns: patterns.map((one) => retimedPattern(one, (time) => time + byTicks)),
      }))
}

interface LayerRef {
  readonly scene: string
  readonly layer: string
}

/** Every key with a time of a layer. */
export function allKeys(draft: Draft<Project>, ref: LayerRef): KeyRef[] {
  return Object.entries(layerIn(draft, ref).properties).flatMap(([property, drafted]) =>
    timedKeys(undrafted<Property>(drafted)).map((key) => ({ ...ref, property, key: key.id })),
  )
}
