import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { standingKeys, standingSpans } from '@arrow-bend/core/choose'
import type { KeyRef, PropertyRef } from '@arrow-bend/core/edit'
import type { Project } from '@arrow-bend/core/scene'

/** What is selected: plain data, kept with each step of the history. */
export interface SelectionState {
  /** The scene that is shown, and that all of it is in; null for a project's first. */
  readonly scene: string | null
  readonly layers: readonly string[]
  readonly properties: readonly PropertyRef[]
  readonly keys: readonly KeyRef[]
  /** Spans by the key they begin at. */
  readonly spans: readonly KeyRef[]
}

const NOTHING = { layers: [], properties: [], keys: [], spans: [] } as const
/** Nothing selected in a project's first scene. */
export const NOTHING_SELECTED: SelectionState = { scene: null, ...NOTHING }

/** A list with others added; those it has already are taken away. */
function toggled<T>(list: readonly T[], others: readonly T[], nameOf: (item: T) => string): T[] {
  const [had, added] = [new Set(list.map(nameOf)), new Set(others.map(nameOf))]
  return [
    ...list.filter((item) => !added.has(nameOf(item))),
    ...others.filter((item) => !had.has(nameOf(item))),
  ]
}

type Selected = Omit<SelectionState, 'scene'>

/** Layers and properties follow from the keys and spans when there are any. */
function around(keys: readonly KeyRef[], spans: readonly KeyRef[]): Selected {
  const lanes = new Map<string, PropertyRef>()
  for (const refs of [keys, spans])
    for (const { scene, layer, property } of refs) {
      const name = `${layer}/${property}`
      if (!lanes.has(name)) lanes.set(name, { scene, layer, property })
    }
  const properties = [...lanes.values()]
  return { layers: [...new Set(properties.map(({ layer }) => layer))], properties, keys, spans }
}

const NONE: ReadonlySet<string> = new Set()
const laneName = ({ layer, property }: PropertyRef): string => `${layer}/${property}`
const keyName = (ref: KeyRef): string => `${laneName(ref)}/${ref.key}`

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
  const state = shallowRef(NOTHING_SELECTED)
  const select = (selected: Selected): void => {
    state.value = { scene: state.value.scene, ...selected }
  }

  const selectKeys = (keys: readonly KeyRef[], add = false): void => {
    const list = add ? toggled(state.value.keys, keys, keyName) : keys
    select(around(list, add ? state.value.spans : []))
  }
  /** Selects keys alone, but leaves the layers that are selected so, that their routes stay in view. */
  const selectKeysAmong = (keys: readonly KeyRef[]): void => {
    const chosen = around(keys, [])
    const others = state.value.layers.filter((id) => !chosen.layers.includes(id))
    select({ ...chosen, layers: [...others, ...chosen.layers] })
  }
  /** Lets go of some keys; the layers they are in stay selected. */
  const letKeysGo = (keys: readonly KeyRef[]): void => {
    const gone = new Set(keys.map(keyName))
    const left = around(
      state.value.keys.filter((ref) => !gone.has(keyName(ref))),
      state.value.spans,
    )
    select({ ...left, layers: state.value.layers })
  }
  const selectSpans = (spans: readonly KeyRef[], add = false): void => {
    const list = add ? toggled(state.value.spans, spans, keyName) : spans
    select(around(add ? state.value.keys : [], list))
  }
  const selectKeysAndSpans = (keys: readonly KeyRef[], spans: readonly KeyRef[]): void => {
    select(around(keys, spans))
  }
  const selectProperties = (properties: readonly PropertyRef[], add = false): void => {
    const list = add ? toggled(state.value.properties, properties, laneName) : properties
    select({ ...NOTHING, layers: [...new Set(list.map(({ layer }) => layer))], properties: list })
  }
  const selectLayers = (layers: readonly string[], add = false): void => {
    const list = add ? toggled(state.value.layers, layers, String) : layers
    select({ ...NOTHING, layers: list })
  }
  /** Selects layers as wholes, nothing in them: the one given, with the others where it is among those selected. */
  const selectWholeLayers = (id: string): void => {
    const { layers } = state.value
    selectLayers(layers.includes(id) ? layers : [id])
  }
  // By lane, so that a lane none of whose keys is selected need not look at each of them.
  const keyLanes = computed(() => byLane(state.value.keys))
  const spanLanes = computed(() => byLane(state.value.spans))
  const chosenLanes = computed(() => new Set(state.value.properties.map(laneName)))
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
    /** Selected lanes, as `layer/property`. */
    lanes: chosenLanes,
    hasProperty: (ref: PropertyRef): boolean => chosenLanes.value.has(laneName(ref)),
    hasLayer: (id: string): boolean => state.value.layers.includes(id),
    selectKeys,
    selectKeysAmong,
    letKeysGo,
    selectSpans,
    selectKeysAndSpans,
    selectProperties,
    selectLayers,
    selectWholeLayers,
    /** Lets go of selected keys and spans that an edit took away. */
    dropGone: (before: Project, after: Project): void => {
      const keys = standingKeys(state.value.keys, before, after)
      const spans = standingSpans(state.value.spans, before, after)
      if (keys !== state.value.keys || spans !== state.value.spans) select(around(keys, spans))
    },
    restore: (saved: SelectionState): void => {
      state.value = saved
    },
    clear: (): void => select(NOTHING),
    /** Shows another scene, with nothing selected in it. */
    goTo: (scene: string | null): void => {
      state.value = { scene, ...NOTHING }
    },
  }
})
