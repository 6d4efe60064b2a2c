<script setup lang="ts">
import { computed } from 'vue'
import { setMask, setMaskEdge, setMaskFollows, type MaskEdge } from '@arrow-bend/core/edit'
import { canMask, type Layer } from '@arrow-bend/core/scene'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import EditField from '../../../../gesture/EditField.vue'

/** What a layer is seen through, and how. */
const props = defineProps<{
  layer: Layer
  /** The layer itself, or all selected ones when it is among them. */
  chosen: readonly string[]
}>()

const document = useDocument()
const playback = usePlayback()

const layerRef = computed(() => ({ scene: document.sceneId, layer: props.layer.id }))
/** Layers it could be seen through. */
const masks = computed(() =>
  document.scene!.layers.filter((layer) => canMask(layer) && !props.chosen.includes(layer.id)),
)
const choose = (event: Event): void => {
  const list = event.target as HTMLSelectElement
  const through = list.value || null
  document.apply(through ? 'Shown through another layer' : 'Shown whole', (draft) =>
    setMask(draft, document.sceneId, props.chosen, through),
  )
  // What was refused is not what it is seen through.
  list.value = props.layer.mask?.layer ?? ''
}
const edged = (edge: MaskEdge): Recipe<unknown> => {
  const ref = layerRef.value
  return (draft) => setMaskEdge(draft, ref, edge)
}
const invert = (event: Event): void => {
  const inverted = (event.target as HTMLInputElement).checked
  document.apply(inverted ? 'Mask inverted' : 'Mask as drawn', edged({ inverted }))
}
const follow = (event: Event): void => {
  const box = event.target as HTMLInputElement
  const follows = box.checked
  document.apply(follows ? 'Mask travels along' : 'Mask stays put', (draft) =>
    setMaskFollows(draft, layerRef.value, { follows, time: playback.time }),
  )
  box.checked = props.layer.mask?.follows === true
}
</script>

<template>
  <label class="line">
    seen through
    <select class="field" :value="layer.mask?.layer ?? ''" :disabled="layer.locked" @change="choose">
      <option value="">nothing</option>
      <option v-for="one in masks" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
  </label>
  <template v-if="layer.mask">
    <label class="line in">
      <input
        type="checkbox"
        :checked="layer.mask.inverted === true"
        :disabled="layer.locked"
        @change="invert"
      />
      inverted: seen around it
    </label>
    <label class="line in" title="Otherwise it stays put while this moves beneath it; nothing changes now">
      <input
        type="checkbox"
        :checked="layer.mask.follows === true"
        :disabled="layer.locked"
        @change="follow"
      />
      the mask travels along
    </label>
    <EditField
      class="in"
      show-label
      label="soft edge"
      unit="px"
      :min="0"
      :max="1000"
      :model-value="layer.mask.feather ?? 0"
      edit="Mask feathered"
      :recipe="(feather: number) => edged({ feather })"
    />
  </template>
</template>

<style scoped src="./menuLine.css"></style>
<style scoped>
.in {
  margin-left: 16px;
}
</style>
