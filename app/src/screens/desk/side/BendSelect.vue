<script setup lang="ts">
import { computed } from 'vue'
import type { PlainBend } from '@arrow-bend/core/bend'
import { useBendChoices } from '../useBendChoices.ts'

/** One of the bends that times and values can be bent by, by name. */
defineProps<{ label: string }>()
const bend = defineModel<PlainBend>({ required: true })

const offered = useBendChoices()
/** What was chosen stays, though the selection it came from is gone. */
const choices = computed(() =>
  offered.value.some((one) => one.bend === bend.value)
    ? offered.value
    : [...offered.value, { label: 'The bend chosen before', bend: bend.value }],
)
const index = computed({
  get: () => choices.value.findIndex((one) => one.bend === bend.value),
  set: (at) => (bend.value = choices.value[at]?.bend ?? bend.value),
})
</script>

<template>
  <select v-model.number="index" class="field" :aria-label="label">
    <option v-for="(one, i) in choices" :key="i" :value="i">{{ one.label }}</option>
  </select>
</template>
