import type { Property } from '@arrow-bend/core/property'
import type { Scene } from '@arrow-bend/core/scene'

const KNOWN = new WeakMap<Property, { readonly of: string; readonly cells: readonly number[] }>()

/** How many keys stand in each of so many equal parts of a scene; a key at its very end counts in the last. */
export function densityOf({ layers, duration }: Pick<Scene, 'layers' | 'duration'>, count: number): number[] {
  const cells = new Array<number>(count).fill(0)
  const of = `${duration} ${count}`
  for (const { properties } of layers)
    for (const property of Object.values(properties)) {
      if (property.keys.length === 0) continue
      // Most properties are the same from one edit to the next.
      let known = KNOWN.get(property)
      if (known?.of !== of) {
        known = { of, cells: property.keys.flatMap(({ t }) => cellOf(t, duration, count)) }
        KNOWN.set(property, known)
      }
      for (const cell of known.cells) cells[cell]! += 1
    }
  return cells
}

function cellOf(time: number, duration: number, count: number): number[] {
  if (time < 0 || time > duration) return []
  return [Math.min(count - 1, Math.floor((time / duration) * count))]
}
