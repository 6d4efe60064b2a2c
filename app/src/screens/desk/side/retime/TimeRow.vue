<script setup lang="ts">
import type { Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import TimeField from '../../../../ui/TimeField.vue'

/** A time with its name before it, shown and typed as the person likes. */
defineProps<{ label: string; name: string; time: Ticks }>()
defineEmits<{ take: [time: Ticks]; step: [frames: number] }>()

const document = useDocument()
const preferences = usePreferences()
</script>

<template>
  <label class="line">
    <span class="name">{{ label }}</span>
    <TimeField
      :label="name"
      :model-value="time"
      :rate="document.rate"
      :display="preferences.timeDisplay"
      @take="(taken) => $emit('take', taken)"
      @step="(frames) => $emit('step', frames)"
    />
  </label>
</template>

<style scoped>
.name {
  width: 42px;
  color: var(--ink-2);
}
</style>
