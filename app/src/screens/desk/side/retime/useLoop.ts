import { computed, ref, type ComputedRef } from 'vue'
import {
  findProperty,
  makeLoop,
  rangeOf,
  setPlayRange,
  type LoopEnd,
  type LoopReport,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { seamOf, timedKeys, type Property, type Seam } from '@arrow-bend/core/property'
import { definitionOf, layerById, type Scene } from '@arrow-bend/core/scene'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'

/** A selected property that begins anew after its keys, and what jumps where it does. */
export interface LoopedProperty {
  readonly ref: PropertyRef
  readonly label: string
  readonly unit: string
  readonly seam: Seam
}

/** Rules by which a property begins anew after its keys. */
const BEGINS_ANEW = ['loop', 'carryOn']
/** What a kind of loop is for where whole layers are selected. */
const OWN_PROPERTY: Partial<Record<LoopEnd['kind'], string>> = {
  turns: 'turn',
  ratio: 'scale',
  link: 'copies',
}

const NOTHING: Property = { kind: 'number', value: 0, keys: [] }

/** What the Loop section works with. */
export function useLoop() {
  const document = useDocument()
  const selection = useSelection()

  const kind = ref<LoopEnd['kind']>('same')
  const turns = ref(1)
  const percent = ref(200)
  /** Whether each copy goes where the next one was, not where the one before was. */
  const outward = ref(false)
  const joined = ref(true)
  const playIt = ref(true)
  /** Frames a round lasts as typed; null: as long as there is room. */
  const typed = ref<number | null>(null)
  const step = computed(() => frameTicks(document.rate))

  // What is done is seen in a preview, but is not what the next one is made of.
  const scene = computed(() => document.sceneOf(document.committed))
  const propertyOf = (one: PropertyRef): Property | null =>
    document.committed && findProperty(document.committed, one)
  const refsFor = (which: LoopEnd['kind'], scene: Scene | null): PropertyRef[] => {
    if (!scene) return []
    if (selection.properties.length > 0 && which !== 'link') return [...selection.properties]
    return selection.layers.flatMap((id) => {
      const layer = layerById(scene, id)
      if (!layer || layer.locked) return []
      const own = OWN_PROPERTY[which]
      const names = Object.keys(layer.properties).filter((name) =>
        own ? name === own : layer.properties[name]!.keys.length > 0,
      )
      return names.map((property) => ({ scene: scene.id, layer: id, property }))
    })
  }
  const played = computed(
    () => scene.value?.playRange ?? ([asTicks(0), scene.value?.duration ?? asTicks(0)] as const),
  )
  const refs = computed(() => refsFor(kind.value, scene.value))
  const keysOf = (one: PropertyRef) =>
    timedKeys(propertyOf(one) ?? NOTHING).map(({ id }) => ({ ...one, key: id }))
  const keyed = computed(() => document.committed && rangeOf(document.committed, refs.value.flatMap(keysOf)))
  /** Where the round begins: at the first key, else at the start of what is played. */
  const from = computed<Ticks>(() => keyed.value?.[0] ?? played.value[0])
  /** Whether all of them come back by themselves, so that their keys are the round. */
  const isClosed = computed(() =>
    refs.value.every((one) => {
      const seam = seamOf(propertyOf(one) ?? NOTHING, document.bends)
      return seam?.value.every((gap) => gap === 0) ?? false
    }),
  )
  /** What there is room for, and never less than the keys take. */
  const room = computed(() => {
    const end = isClosed.value || kind.value === 'carryOn' ? 0 : played.value[1]
    return Math.max(1, Math.ceil((Math.max(end, keyed.value?.[1] ?? 0) - from.value) / step.value))
  })
  const lasts = computed(() => (kind.value === 'carryOn' ? room.value : (typed.value ?? room.value)))

  const end = (): LoopEnd => {
    if (kind.value === 'link') return { kind: 'link', way: outward.value ? 1 : -1 }
    if (kind.value === 'turns') return { kind: 'turns', turns: turns.value }
    if (kind.value === 'ratio') return { kind: 'ratio', ratio: percent.value / 100 }
    return { kind: kind.value }
  }
  const edit = computed<{ readonly label: string; readonly recipe: Recipe<LoopReport> } | null>(() => {
    const chosen = refs.value
    if (chosen.length === 0) return null
    const start = from.value
    const to = asTicks(start + lasts.value * step.value)
    const options = { end: end(), from: start, to, joined: joined.value, makeId: document.makeId }
    const plays = playIt.value
    const { sceneId } = document
    return {
      label: 'Made to loop',
      recipe: (draft) => {
        const report = makeLoop(draft, chosen, options)
        if (plays && report.looped > 0) setPlayRange(draft, sceneId, [start, to])
        return report
      },
    }
  })

  const looped: ComputedRef<readonly LoopedProperty[]> = computed(() =>
    refsFor('same', document.scene ?? null).flatMap((one) => {
      const property = findProperty(document.project!, one)
      if (!property || !BEGINS_ANEW.includes(property.after ?? 'hold')) return []
      const seam = seamOf(property, document.bends)
      const layer = layerById(document.scene!, one.layer)
      const definition = layer && definitionOf(layer.kind, one.property)
      if (!seam || !definition) return []
      const label = `${layer.name} ${definition.label.toLowerCase()}`
      return [{ ref: one, label, unit: definition.unit, seam }]
    }),
  )
  return { kind, turns, percent, outward, joined, playIt, typed, lasts, refs, from, edit, looped }
}
