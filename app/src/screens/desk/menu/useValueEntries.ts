import { computed, type ComputedRef } from 'vue'
import { readValue } from '@arrow-bend/core/entry'
import { currentValue, setValueAt, type PropertyRef } from '@arrow-bend/core/edit'
import { hexOf, parseColour, type Property, type Value } from '@arrow-bend/core/property'
import { sentenceOf } from '@arrow-bend/core/refusal'
import {
  layerById,
  layerTimeAt,
  LIMITS,
  playedProperties,
  type Layer,
  type PropertyDefinition,
} from '@arrow-bend/core/scene'
import { useDocument } from '../../../session/document/document.ts'
import { usePlayback } from '../../../session/playback/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { numberWords } from '../../../ui/numberWords.ts'
import { valueTypedFor } from './valueTypedFor.ts'

/** A property of the selected layers, found by its name, and the value typed after it. */
export interface ValueEntry {
  readonly name: string
  readonly label: string
  /** Whose: a layer's name, or how many. */
  readonly of: string
  /** What it is now; “mixed” where layers differ. */
  readonly now: string
  /** As typed; empty while only the name was. */
  readonly typed: string
  /** What would come of it; empty while nothing is typed. */
  readonly then: string
  /** Why it cannot be taken; empty where it can. */
  readonly trouble: string
}

interface Target {
  readonly ref: PropertyRef
  readonly property: Property
  readonly value: Value
}

/** A value in words as they are typed. */
function valueWords(value: Value, { unit, kind }: PropertyDefinition): string {
  const after = unit === '' ? '' : unit === '°' ? unit : ` ${unit}`
  if (typeof value === 'number') return `${numberWords(value)}${after}`
  if (kind === 'colour') return hexOf(parseColour(value as string))
  if (Array.isArray(value))
    return `${(value as readonly number[]).map((one) => numberWords(one)).join(', ')}${after}`
  return String(value).slice(0, 40)
}

/** Of what is chosen only words are: a picture is chosen by what it shows. */
const canBeTyped = ({ kind, value }: Property, { name, choices }: PropertyDefinition): boolean =>
  kind === 'choice'
    ? name === 'content' || choices !== undefined
    : typeof value !== 'object' || Array.isArray(value)

/** Values of the selected layers, by the names of their properties. */
export function useValueEntries(query: () => string): {
  readonly entries: ComputedRef<readonly ValueEntry[]>
  /** Sets the value that was typed, at the playhead. */
  readonly take: (entry: ValueEntry) => void
} {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()

  const layers = computed<readonly Layer[]>(() => {
    const { scene } = document
    if (!scene) return []
    return selection.layers.flatMap((id) => {
      const layer = layerById(scene, id)
      return layer && !layer.locked ? [layer] : []
    })
  })
  const definitions = computed(() => {
    const found = new Map<string, PropertyDefinition>()
    for (const layer of layers.value)
      for (const definition of playedProperties(layer))
        if (canBeTyped(layer.properties[definition.name]!, definition) && !found.has(definition.name))
          found.set(definition.name, definition)
    return [...found.values()]
  })
  const targetsOf = (name: string): Target[] =>
    layers.value.flatMap((layer) => {
      const property = layer.properties[name]
      if (!property || !playedProperties(layer).some((one) => one.name === name)) return []
      const scene = document.scene!
      const time = Math.round(layerTimeAt(scene, layer.id, playback.time, document.bends))
      const value = currentValue(property, time, document.bends)
      return [{ ref: { scene: scene.id, layer: layer.id, property: name }, property, value }]
    })
  const readFor = ({ property, value }: Target, definition: PropertyDefinition, typed: string): Value =>
    readValue(typed, {
      kind: property.kind,
      current: value,
      unit: definition.unit,
      limits: definition.limits ?? [-LIMITS.magnitude, LIMITS.magnitude],
      ...(definition.unit === 'px' ? { whole: document.size } : {}),
    })
  const entryOf = (definition: PropertyDefinition, typed: string): ValueEntry => {
    const { name, label } = definition
    const targets = targetsOf(name)
    const words = new Set(targets.map(({ value }) => valueWords(value, definition)))
    const of =
      targets.length === 1
        ? layerById(document.scene!, targets[0]!.ref.layer)!.name
        : `${targets.length} layers`
    const entry = {
      name,
      label,
      of,
      now: words.size > 1 ? 'mixed' : [...words][0]!,
      typed,
      then: '',
      trouble: '',
    }
    if (typed === '') return entry
    try {
      const then = new Set(
        targets.map((target) => valueWords(readFor(target, definition, typed), definition)),
      )
      return { ...entry, then: then.size > 1 ? `each ${typed}` : [...then][0]! }
    } catch (caught) {
      return { ...entry, trouble: sentenceOf(caught) }
    }
  }
  const entries = computed(() =>
    definitions.value.flatMap((definition) => {
      const typed = valueTypedFor(definition.label, query())
      return typed === null ? [] : [entryOf(definition, typed)]
    }),
  )
  const take = ({ name, label, typed }: ValueEntry): void => {
    const definition = definitions.value.find((one) => one.name === name)
    if (!definition) return
    playback.pause()
    const changes = targetsOf(name).map((target) => ({
      ref: target.ref,
      value: readFor(target, definition, typed),
    }))
    document.apply(`${label} set`, (draft) => {
      for (const { ref, value } of changes)
        setValueAt(draft, ref, playback.time, {
          value,
          autoKey: preferences.autoKey,
          makeId: document.makeId,
        })
    })
  }
  return { entries, take }
}
