<script setup lang="ts">
import type { Component } from 'vue'
import { useTabStop } from './focus/tabStop.ts'
import TipHost from './TipHost.vue'

withDefaults(
  defineProps<{
    icon: Component
    label: string
    /** Shown after the label in the tooltip. */
    keys?: string
    pressed?: boolean | undefined
    disabled?: boolean
    small?: boolean
  }>(),
  { keys: '', pressed: undefined },
)
defineEmits<{ press: [event: MouseEvent] }>()
const tabStop = useTabStop()
</script>

<template>
  <TipHost :tip="keys ? `${label} (${keys})` : label">
    <button
      type="button"
      class="icon-button"
      :class="{ small }"
      :tabindex="tabStop"
      :aria-label="label"
      :aria-pressed="pressed"
      :disabled="disabled"
      @click="$emit('press', $event)"
    >
      <component :is="icon" :size="16" :stroke-width="1.75" aria-hidden="true" />
    </button>
  </TipHost>
</template>

<style scoped>
.icon-button {
  display: grid;
  width: 28px;
  height: 28px;
  place-items: center;
  border-radius: 5px;
}

.icon-button.small {
  width: 24px;
  height: 24px;
}

.icon-button:hover:not(:disabled) {
  background: var(--rule-soft);
}

.icon-button[aria-pressed='true'] {
  background: var(--sheet-2);
  box-shadow:
    inset 0 0 0 1px var(--rule),
    inset 0 -2px 0 var(--pencil);
}
</style>
