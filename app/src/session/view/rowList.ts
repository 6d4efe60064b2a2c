import { clamp } from '@arrow-bend/core/number'
import type { PropertySet } from '@arrow-bend/core/scene'
import { reactive, shallowRef } from 'vue'

/** Which rows are listed. */
export type RowFilter = 'animated' | 'all' | 'selected'

/** Which rows the deck lists, and in what order. */
export interface KeptRows {
  readonly filter: RowFilter
  readonly folded: readonly string[]
  readonly full: readonly string[]
  readonly sets: readonly string[]
  readonly order: readonly (readonly [string, readonly string[]])[]
}

function fill<T>(set: Set<T>, list: readonly T[] = []): void {
  set.clear()
  for (const one of list) set.add(one)
}

/** A layer's set of properties, as it is kept. */
export const setName = (layer: string, set: PropertySet): string => `${layer}/${set}`

/** The rows of the deck: filter, folds and orders of the person's own. */
export function createRowList() {
  const filter = shallowRef<RowFilter>('animated')
  const search = shallowRef('')
  /** Layers whose fold differs from how they start. */
  const folded = reactive(new Set<string>())
  /** Layers that list all their properties whatever the filter. */
  const full = reactive(new Set<string>())
  /** Sets of quiet properties that layers list, as `layer/set`. */
  const sets = reactive(new Set<string>())
  /** Properties of layers in an order of the person’s own, by layer; those not named come after in their usual order. */
  const order = reactive(new Map<string, readonly string[]>())

  /** Moves a lane among those of its layer. */
  const moveLane = (layer: string, listed: readonly string[], property: string, by: number): void => {
    const from = listed.indexOf(property)
    const to = clamp(from + by, 0, listed.length - 1)
    if (from < 0 || to === from) return
    const next = listed.filter((name) => name !== property)
    next.splice(to, 0, property)
    order.set(layer, next)
  }
  /** Folds layers that are unfolded, and the other way round. */
  const turnFolds = (layers: readonly string[]): void => {
    for (const id of layers) if (!folded.delete(id)) folded.add(id)
  }
  /** Lists a set of a layer's properties, or no more. */
  const turnSet = (layer: string, set: PropertySet): void => {
    if (!sets.delete(setName(layer, set))) sets.add(setName(layer, set))
  }
  /** The layer whose name is being typed; null for none. */
  const renaming = shallowRef<string | null>(null)
  const restoreRows = (kept: Partial<KeptRows>): void => {
    filter.value = kept.filter ?? 'animated'
    search.value = ''
    fill(folded, kept.folded)
    fill(full, kept.full)
    fill(sets, kept.sets)
    order.clear()
    for (const [layer, names] of kept.order ?? []) order.set(layer, names)
  }

  return { filter, search, folded, full, sets, order, renaming, moveLane, turnFolds, turnSet, restoreRows }
}
