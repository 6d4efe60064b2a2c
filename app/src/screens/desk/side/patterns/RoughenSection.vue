<script setup lang="ts">
import { Dices } from '@lucide/vue'
import { computed, ref } from 'vue'
import { roughenKeys } from '@arrow-bend/core/edit'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import PreviewButtons from '../retime/PreviewButtons.vue'
import { usePreview } from '../../../../session/document/usePreview.ts'

/** Varies the selected keys a little, by chance, so that they look less even. */
const document = useDocument()
const effective = useEffectiveSelection()

const frames = ref(2)
const value = ref(5)
const seed = ref(1)
const holdEnds = ref(true)

const edit = computed(() => {
  const { keys } = effective
  if (keys.length === 0) return null
  const options = {
    time: frames.value * frameTicks(document.rate),
    value: value.value,
    seed: seed.value,
    holdEnds: holdEnds.value,
  }
  return {
    label: 'Keys roughened',
    recipe: (draft: Parameters<typeof roughenKeys>[0]): void => roughenKeys(draft, keys, options),
  }
})
const look = usePreview(() => edit.value)
</script>

<template>
  <p class="note">The selected keys vary by chance, as if set by hand. They keep their order.</p>
  <div class="pair">
    <NumberField
      show-label
      label="In time"
      name="Varies in time by"
      unit="f"
      :digits="2"
      :step="0.25"
      :min="0"
      :max="10000"
      :model-value="frames"
      @input="(now: number) => (frames = now)"
    />
    <NumberField
      show-label
      label="In value"
      name="Varies in value by"
      :digits="2"
      :min="0"
      :max="1000000"
      :model-value="value"
      @input="(now: number) => (value = now)"
    />
  </div>
  <div class="line">
    <label class="grow"><input v-model="holdEnds" type="checkbox" /> first and last stay</label>
    <NumberField
      show-label
      label="Chance"
      :digits="0"
      :min="0"
      :max="99999"
      :model-value="seed"
      @input="(now: number) => (seed = Math.round(now))"
    />
    <IconButton :icon="Dices" label="Another chance" @press="seed = (seed + 1) % 100000" />
  </div>
  <p class="note">In the property’s own unit: px, %, degrees.</p>
  <PreviewButtons :look="look" label="Roughen" :disabled="!edit" />
  <p v-if="!edit" class="note">Select keys, lanes or layers first.</p>
</template>
