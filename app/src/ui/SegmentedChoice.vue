<script setup lang="ts" generic="T extends string">
import { vOneStop } from './focus/oneStop.ts'

/** One of a few, all in view. */
defineProps<{
  label: string
  options: readonly { readonly value: T; readonly label: string; readonly hint?: string }[]
  modelValue: T
}>()
defineEmits<{ 'update:modelValue': [value: T] }>()
</script>

<template>
  <div v-one-stop class="segments" role="group" :aria-label="label">
    <button
      v-for="option in options"
      :key="option.value"
      type="button"
      :aria-pressed="option.value === modelValue"
      :title="option.hint"
      @click="$emit('update:modelValue', option.value)"
    >
      {{ option.label }}
    </button>
  </div>
</template>

<style scoped>
.segments {
  display: flex;
  height: 24px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  overflow: hidden;
}

button {
  flex: 1 1 auto;
  padding: 0 7px;
  color: var(--ink-2);
  font-size: 0.75rem;
  white-space: nowrap;
}

button:hover {
  color: var(--ink);
}

button:focus-visible {
  outline-offset: -2px;
}

button[aria-pressed='true'] {
  background: var(--sheet-2);
  box-shadow: inset 0 -2px 0 var(--pencil);
  color: var(--ink);
  font-weight: 650;
}
</style>
