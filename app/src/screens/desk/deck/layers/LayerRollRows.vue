<script setup lang="ts">
import { computed } from 'vue'
import { rollAsKeys, setRolls } from '@arrow-bend/core/edit'
import type { Vec2 } from '@arrow-bend/core/route'
import type { Layer, LayerRoll } from '@arrow-bend/core/scene'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { useView } from '../../../../session/view/view.ts'
import EditField from '../../../../gesture/EditField.vue'

/** Whether a layer rolls along its route as a wheel does, and how large that is. */
const props = defineProps<{ layer: Layer }>()

const document = useDocument()
const stageView = useStageView()
const told = useToldStep()
const view = useView()

const layerRef = computed(() => ({ scene: document.sceneId, layer: props.layer.id }))
const USUAL_RADIUS = 50

/** A wheel as high as it is seen, that rolls on what lies below it. */
const firstRoll = (): LayerRoll => {
  const box = stageView.boxOf([props.layer.id])
  const { keys } = props.layer.properties['position']!
  const [from, to] = [keys[0]?.value, keys.at(-1)?.value] as [Vec2?, Vec2?]
  const goesLeft = from && to && to[0] < from[0]
  return {
    radius: Math.round((box ? box.height / 2 : USUAL_RADIUS) * 10) / 10 || USUAL_RADIUS,
    ...(goesLeft ? { side: 'left' as const } : {}),
  }
}
const change = (event: Event): void => {
  const box = event.target as HTMLInputElement
  const hadKeys = props.layer.properties['turn']!.keys.length > 0
  const rolls = box.checked ? firstRoll() : null
  const before = document.lastStep
  // The menu stays though its layer comes to have one lane only.
  if (hadKeys) view.full.add(props.layer.id)
  document.apply(rolls ? 'Layer rolls along its route' : 'Layer turns by itself', (draft) =>
    setRolls(draft, layerRef.value, rolls),
  )
  if (rolls && hadKeys && document.lastStep !== before)
    told('Its turn follows its route now; the keys its turn had are gone.')
  box.checked = props.layer.rolls !== undefined
}
const changed = (more: Partial<LayerRoll>): Recipe<unknown> => {
  const [ref, rolls] = [layerRef.value, { ...props.layer.rolls!, ...more }]
  return (draft) => setRolls(draft, ref, rolls)
}
const setSide = (event: Event): void => {
  const side = (event.target as HTMLSelectElement).value as 'left' | 'right'
  document.apply('Side it rolls on set', changed({ side }))
}
const asKeys = (): void => {
  const count = document.apply('Rolling made keys', (draft) => rollAsKeys(draft, layerRef.value))
  if (count !== null) told(`${count} keys of its turn play the same.`)
}
</script>

<template>
  <label class="line">
    <input type="checkbox" :checked="layer.rolls !== undefined" :disabled="layer.locked" @change="change" />
    rolls along its route
  </label>
  <template v-if="layer.rolls">
    <EditField
      show-label
      label="Radius"
      name="Radius it rolls by"
      unit="px"
      :digits="1"
      :min="0.1"
      :max="100000"
      :model-value="layer.rolls.radius"
      edit="Radius set"
      :recipe="(radius: number) => changed({ radius })"
    />
    <EditField
      show-label
      label="Turned at first"
      name="Turned at the first key"
      unit="°"
      :digits="1"
      :model-value="layer.rolls.offset ?? 0"
      edit="First turn set"
      :recipe="(offset: number) => changed({ offset })"
    />
    <label class="line">
      along
      <select
        class="field"
        aria-label="On which side of its way it rolls"
        :value="layer.rolls.side ?? 'right'"
        @change="setSide"
      >
        <option value="right">its right side</option>
        <option value="left">its left side</option>
      </select>
    </label>
    <button type="button" class="line keys" @click="asKeys">Make keys of its rolling</button>
  </template>
</template>

<style scoped src="./menuLine.css"></style>
<style scoped>
.keys {
  border-radius: 4px;
}

.keys:hover {
  background: var(--rule-soft);
}
</style>
