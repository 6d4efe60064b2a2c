<script setup lang="ts">
import { FRAME_RATES, formatRate } from '@arrow-bend/core/time'
import ExportField from './ExportField.vue'

/** How many frames a second leave, as text. */
const rate = defineModel<string>({ required: true })
const RATES = FRAME_RATES.map(formatRate)
</script>

<template>
  <ExportField label="Frames per second">
    <select v-model="rate" aria-label="Frames per second" class="field">
      <option v-for="option in RATES" :key="option" :value="option">{{ option }}</option>
    </select>
  </ExportField>
</template>
