import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { KeyRef, PropertyRef } from '@arrow-bend/core/edit'

/** What is selected: plain data, kept with each step of the history. */
export interface SelectionState {
  readonly layers: readonly string[]
  readonly properties: readonly PropertyRef[]
  readonly keys: readonly KeyRef[]
  /** Spans by the key they begin at. */
  readonly spans: readonly KeyRef[]
}

export const NOTHING: SelectionState = { layers: [], properties: [], keys: [], spans: [] }

const sameProperty = (a: PropertyRef, b: PropertyRef): boolean =>
  a.layer === b.layer && a.property === b.property && a.scene === b.scene
export const sameKey = (a: KeyRef, b: KeyRef): boolean => a.key === b.key && sameProperty(a, b)

function toggled<T>(list: readonly T[], item: T, same: (a: T, b: T) => boolean): T[] {
  const without = list.filter((other) => !same(other, item))
  return without.length < list.length ? without : [...list, item]
}

function distinct<T>(list: readonly T[], same: (a: T, b: T) => boolean): T[] {
  return list.filter((item, i) => list.findIndex((other) => same(other, item)) === i)
}

/** Layers and properties follow from the keys and spans when there are any. */
function around(keys: readonly KeyRef[], spans: readonly KeyRef[]): SelectionState {
  const properties = distinct(
    [...keys, ...spans].map(({ scene, layer, property }) => ({ scene, layer, property })),
    sameProperty,
  )
  return { layers: [...new Set(properties.map(({ layer }) => layer))], properties, keys, spans }
}

const NONE: ReadonlySet<string> = new Set()
const laneName = ({ layer, property }: PropertyRef): string => `${layer}/${property}`

function byLane(refs: readonly KeyRef[]): ReadonlyMap<string, ReadonlySet<string>> {
  const lanes = new Map<string, Set<string>>()
  for (const ref of refs) {
    const name = laneName(ref)
    const lane = lanes.get(name) ?? new Set()
    lane.add(ref.key)
    lanes.set(name, lane)
  }
  return lanes
}

export const useSelection = defineStore('selection', () => {
  const state = shallowRef<SelectionState>(NOTHING)

  const selectKeys = (keys: readonly KeyRef[], add = false): void => {
    const list = add ? keys.reduce((all, key) => toggled(all, key, sameKey), [...state.value.keys]) : keys
    state.value = around(list, add ? state.value.spans : [])
  }
  /** Selects keys alone, but leaves the layers that are selected so, that their routes stay in view. */
  const selectKeysAmong = (keys: readonly KeyRef[]): void => {
    const chosen = around(keys, [])
    const others = state.value.layers.filter((id) => !chosen.layers.includes(id))
    state.value = { ...chosen, layers: [...others, ...chosen.layers] }
  }
  const selectSpans = (spans: readonly KeyRef[], add = false): void => {
    const list = add
      ? spans.reduce((all, span) => toggled(all, span, sameKey), [...state.value.spans])
      : spans
    state.value = around(add ? state.value.keys : [], list)
  }
  const selectKeysAndSpans = (keys: readonly KeyRef[], spans: readonly KeyRef[]): void => {
    state.value = around(keys, spans)
  }
  const selectProperties = (properties: readonly PropertyRef[], add = false): void => {
    const list = add
      ? properties.reduce(
          (all, property) => toggled(all, property, sameProperty),
          [...state.value.properties],
        )
      : properties
    state.value = {
      layers: [...new Set(list.map(({ layer }) => layer))],
      properties: list,
      keys: [],
      spans: [],
    }
  }
  const selectLayers = (layers: readonly string[], add = false): void => {
    const list = add
      ? layers.reduce((all, id) => toggled(all, id, Object.is), [...state.value.layers])
      : layers
    state.value = { layers: list, properties: [], keys: [], spans: [] }
  }
  // By lane, so that a lane none of whose keys is selected need not look at each of them.
  const keyLanes = computed(() => byLane(state.value.keys))
  const spanLanes = computed(() => byLane(state.value.spans))
  const keysIn = (ref: PropertyRef): ReadonlySet<string> => keyLanes.value.get(laneName(ref)) ?? NONE
  const spansIn = (ref: PropertyRef): ReadonlySet<string> => spanLanes.value.get(laneName(ref)) ?? NONE
  return {
    state,
    layers: computed(() => state.value.layers),
    properties: computed(() => state.value.properties),
    keys: computed(() => state.value.keys),
    spans: computed(() => state.value.spans),
    /** The selected keys of a property, by id; the same object as long as none is. */
    keysIn,
    /** The selected spans of a property, by the keys they begin at. */
    spansIn,
    hasKey: (ref: KeyRef): boolean => keysIn(ref).has(ref.key),
    hasSpan: (ref: KeyRef): boolean => spansIn(ref).has(ref.key),
    hasProperty: (ref: PropertyRef): boolean =>
      state.value.properties.some((other) => sameProperty(other, ref)),
    hasLayer: (id: string): boolean => state.value.layers.includes(id),
    selectKeys,
    selectKeysAmong,
    selectSpans,
    selectKeysAndSpans,
    selectProperties,
    selectLayers,
    restore: (saved: SelectionState): void => {
      state.value = saved
    },
    clear: (): void => {
      state.value = NOTHING
    },
  }
})
