<script setup lang="ts">
import type { Layer, Parts } from '@arrow-bend/core/scene'
import { usePlayByParts } from '../../../../command/usePlayByParts.ts'

/** What of a text moves as one: its keys are handed over, as in its menu. */
const props = defineProps<{ layer: Layer; name: string; choices: readonly string[]; shown: string }>()

const play = usePlayByParts()
const choose = async (event: Event): Promise<void> => {
  const list = event.target as HTMLSelectElement
  await play(list.value as Parts, [props.layer.id])
  // What was refused is not what it moves by.
  list.value = props.shown
}
</script>

<template>
  <select tabindex="-1" class="field-text" :aria-label="name" :value="shown" @keydown.stop @change="choose">
    <option v-for="choice in choices" :key="choice" :value="choice">{{ choice }}</option>
  </select>
</template>
