import { computed, shallowRef, watch, type ComputedRef } from 'vue'
import { keyTimes } from '@arrow-bend/core/choose'
import { currentValue, newPattern, removePatterns, setPattern, type PropertyRef } from '@arrow-bend/core/edit'
import type { Pattern, PatternKind, Property } from '@arrow-bend/core/property'
import {
  layerById,
  listedProperties,
  takesPatterns,
  type Layer,
  type PropertyDefinition,
} from '@arrow-bend/core/scene'
import { asTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'

/** The property whose patterns are looked at. */
export interface PatternedLane {
  readonly ref: PropertyRef
  readonly layer: Layer
  readonly definition: PropertyDefinition
  readonly property: Property
}

/** The patterns of what is selected: of its lane, or of a property of the layer that is named here. */
export function usePatterns() {
  const document = useDocument()
  const selection = useSelection()
  /** The property that was asked for by name, of whichever layer is selected. */
  const wanted = shallowRef<string | null>(null)
  const chosen = shallowRef<string | null>(null)

  const layer = computed(() => {
    const id = selection.properties[0]?.layer ?? selection.layers.at(-1)
    return id !== undefined && document.scene ? layerById(document.scene, id) : null
  })
  const choices: ComputedRef<readonly PropertyDefinition[]> = computed(() => {
    if (!layer.value) return []
    return listedProperties(layer.value).filter(
      ({ name, kind }) => takesPatterns(kind) && name !== 'copies' && !layer.value!.properties[name]?.split,
    )
  })
  // What is selected anew is what is meant.
  watch(
    () => selection.properties[0]?.property,
    (property) => (wanted.value = property ?? wanted.value),
    { immediate: true },
  )
  const lane = computed<PatternedLane | null>(() => {
    const of = layer.value
    if (!of) return null
    const definition = choices.value.find(({ name }) => name === wanted.value) ?? choices.value[0]
    const property = definition && of.properties[definition.name]
    if (!definition || !property) return null
    return {
      ref: { scene: document.sceneId, layer: of.id, property: definition.name },
      layer: of,
      definition,
      property,
    }
  })
  const patterns = computed(() => lane.value?.property.patterns ?? [])
  const pattern = computed(
    () => patterns.value.find(({ id }) => id === chosen.value) ?? patterns.value.at(-1) ?? null,
  )

  /** From the first to the last of the selected keys, or as long as the layer is there in its scene, ticks. */
  const stretchOf = ({ layer: of, ref }: PatternedLane): readonly [Ticks, Ticks] => {
    const keys = selection.keys.filter(
      ({ layer: id, property }) => id === ref.layer && property === ref.property,
    )
    const times = document.committed && keys.length > 1 ? keyTimes(document.committed, keys) : []
    if (times.length > 1) return [asTicks(times[0]!), asTicks(times.at(-1)!)]
    const [from, to] = [Math.max(0, of.span[0]), Math.min(document.scene!.duration, of.span[1])]
    return from < to ? [asTicks(from), asTicks(to)] : of.span
  }
  const add = (kind: PatternKind): void => {
    const now = lane.value
    if (!now) return
    const [from, to] = stretchOf(now)
    const value = currentValue(now.property, from, document.bends)
    const made = newPattern({ id: document.makeId(), kind, definition: now.definition, value, from, to })
    document.apply('Pattern laid on', (draft) => setPattern(draft, now.ref, made))
    chosen.value = made.id
  }
  /** Whether a pattern goes by numbers as the property does, or by colours as it does. */
  const fits = ({ low }: Pattern): boolean =>
    lane.value !== null && (typeof low === 'string') === (lane.value.definition.kind === 'colour')
  /** Lays on one that was copied. */
  const paste = (copied: Pattern): void => {
    const now = lane.value
    if (!now) return
    const made = { ...copied, id: document.makeId() }
    document.apply('Pattern laid on', (draft) => setPattern(draft, now.ref, made))
    chosen.value = made.id
  }
  const change = (made: Pattern): Recipe<unknown> => {
    const { ref } = lane.value!
    return (draft) => setPattern(draft, ref, made)
  }
  const set = (label: string, made: Pattern): void => void document.apply(label, change(made))
  const remove = ({ id }: Pattern): void => {
    const now = lane.value
    if (now) document.apply('Pattern removed', (draft) => removePatterns(draft, now.ref, [id]))
  }
  return { layer, choices, wanted, chosen, lane, patterns, pattern, add, fits, paste, change, set, remove }
}

export type Patterns = ReturnType<typeof usePatterns>
