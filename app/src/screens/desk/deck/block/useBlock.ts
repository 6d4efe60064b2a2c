import { computed, ref, watch, type ComputedRef, type Ref } from 'vue'
import type { PlainBend } from '@arrow-bend/core/bend'
import {
  addToBlock,
  bendBlock,
  blockOf,
  currentValue,
  strengthenBlock,
  stretchKeys,
  type Block,
  type BlockRest,
  type KeyRef,
} from '@arrow-bend/core/edit'
import type { Value } from '@arrow-bend/core/property'
import {
  definitionOf,
  layerById,
  propertiesOf,
  type Layer,
  type PropertyDefinition,
} from '@arrow-bend/core/scene'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'

export interface BlockEdits {
  /** The selected keys as one move; null where they are none. */
  readonly block: ComputedRef<Block | null>
  readonly layer: ComputedRef<Layer | null>
  /** Labels of what moves in it. */
  readonly labels: ComputedRef<readonly string[]>
  readonly rest: Ref<BlockRest>
  readonly frames: ComputedRef<number>
  readonly stretched: (frames: number) => Recipe<unknown>
  readonly strengthened: (factor: number) => Recipe<unknown>
  readonly bend: (bend: PlainBend) => void
  /** What could move with it. */
  readonly addable: ComputedRef<readonly PropertyDefinition[]>
  readonly add: (name: string) => void
}

/** How far a property is from what it is at rest, where nobody has said: so that it is seen to move. */
function awayFrom({ name, kind }: PropertyDefinition, now: Value): Value {
  if (name === 'turn' || name === 'part turn') return (now as number) - 90
  if (kind === 'place' || name === 'part offset') {
    const [x, y] = now as readonly [number, number]
    return [x - 200, y]
  }
  if (kind === 'pair') {
    const [x, y] = now as readonly [number, number]
    return x === 0 && y === 0 ? [100, 100] : [0, 0]
  }
  return now === 0 ? 10 : 0
}

/** Keys of a layer that move together, changed together. */
export function useBlock(): BlockEdits {
  const document = useDocument()
  const effective = useEffectiveSelection()
  const preferences = usePreferences()
  const selection = useSelection()
  const rest = ref<BlockRest>('end')

  const block = computed(() => document.committed && blockOf(document.committed, effective.keys))
  const layer = computed(() => {
    const scene = document.sceneOf(document.committed)
    return block.value && scene ? layerById(scene, block.value.ref.layer) : null
  })
  const labels = computed(() =>
    (block.value?.properties ?? []).map(
      (name) => (layer.value && definitionOf(layer.value.kind, name)?.label) ?? name,
    ),
  )
  const frames = computed(() => {
    const { range } = effective
    return range ? (range[1] - range[0]) / frameTicks(document.rate) : 0
  })
  /** As they were when an edit began: the selection stays, whatever a preview shows. */
  const keysNow = (): readonly KeyRef[] => effective.keys
  const addable = computed(() =>
    layer.value
      ? propertiesOf(layer.value.kind).filter(({ name, kind }) => {
          const property = layer.value!.properties[name]
          return (
            ['number', 'turn', 'pair', 'place'].includes(kind) &&
            property &&
            !property.split &&
            !block.value!.properties.includes(name)
          )
        })
      : [],
  )
  watch(
    () => layer.value?.id,
    () => (rest.value = 'end'),
  )
  return {
    block,
    layer,
    labels,
    rest,
    frames,
    stretched: (wanted) => {
      const [keys, range] = [keysNow(), effective.range!]
      const about = rest.value === 'end' ? range[1] : range[0]
      const factor = (Math.max(1, wanted) * frameTicks(document.rate)) / (range[1] - range[0])
      const landing = preferences.landOnFrames ? { snapTo: document.rate } : {}
      return (draft) => stretchKeys(draft, keys, { about, factor, ...landing })
    },
    strengthened: (factor) => {
      const keys = keysNow()
      return (draft) => strengthenBlock(draft, keys, { factor, rest: rest.value })
    },
    bend: (bend) => {
      const now = block.value
      if (now) document.apply('Move bent as one', (draft) => bendBlock(draft, now, bend))
    },
    addable,
    add: (name) => {
      const [keys, definition] = [keysNow(), addable.value.find((one) => one.name === name)]
      if (!definition) return
      const time = asTicks(effective.range![rest.value === 'end' ? 1 : 0])
      const now = currentValue(layer.value!.properties[name]!, time, document.bends)
      const how = {
        property: name,
        away: awayFrom(definition, now),
        rest: rest.value,
        makeId: document.makeId,
      }
      document.apply(
        `${definition.label} moves with it`,
        (draft) => addToBlock(draft, keys, how),
        (made) => selection.selectKeys([...keys, ...made]),
      )
    },
  }
}
