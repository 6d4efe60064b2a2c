import type { Draft } from 'immer'
import type { BendLibrary } from '../../bend/index.ts'
import { orderKeys, setTimeless, type Property, type Value } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { currentValue } from '../currentValue.ts'
import { editProperty } from '../editProperty.ts'
import { layerTicks } from '../layerTicks.ts'
import { byProperty, type KeyRef } from '../refs.ts'

/**
 * Takes keys away. When a property's last key goes, the value it shows at `time` stays as its constant.
 * What lies between the keys left follows from those; `healKeys` keeps the motion instead.
 * @param time scene time, ticks; where a cleared property's value is read
 */
export function removeKeys(draft: Draft<Project>, refs: readonly KeyRef[], time: Ticks): void {
  for (const { ref, keys: gone } of byProperty(refs).values()) {
    editProperty(draft, ref, (property, library) => {
      if (!property.keys.some(({ id }) => gone.has(id))) return property
      return withoutKeys(
        property,
        gone,
        currentValue(property, layerTicks(draft, ref, time), library),
        library,
      )
    })
  }
}

/** A property without some keys; `value` is what remains when none is left. */
export function withoutKeys(
  property: Property,
  gone: ReadonlySet<string>,
  value: Value,
  library: BendLibrary,
): Property {
  const keys = orderKeys(endsTimed(property, gone, library).keys.filter(({ id }) => !gone.has(id)))
  return keys.length > 0 ? { ...property, keys } : { ...property, keys, value }
}

/** A waypoint that will be first or last once keys are gone gets its time while its motion can still be read. */
export function endsTimed(property: Property, gone: ReadonlySet<string>, library: BendLibrary): Property {
  const left = property.keys.filter(({ id }) => !gone.has(id))
  return [left[0], left[left.length - 1]].reduce(
    (made, end) => (end?.timeless ? setTimeless(made, end.id, false, library) : made),
    property,
  )
}
