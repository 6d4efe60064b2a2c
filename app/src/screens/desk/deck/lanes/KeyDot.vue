<script setup lang="ts">
import { computed } from 'vue'
import type { KeyState } from '@arrow-bend/core/property'
import TipHost from '../../../../ui/TipHost.vue'

/** The dot beside a value: a ring without keys, half full between keys, full on one. Pressing sets or removes a key. */
const props = defineProps<{ state: KeyState; name: string; disabled?: boolean }>()
defineEmits<{ press: [] }>()

const tip = computed(() => {
  if (props.disabled) return 'The layer is locked'
  if (props.state.kind === 'none') return 'Animate: set the first key here'
  return props.state.kind === 'on' ? 'Remove this key' : 'Set a key here'
})
</script>

<template>
  <TipHost :tip="tip">
    <button
      type="button"
      class="dot"
      tabindex="-1"
      :aria-label="`${name}: ${tip}`"
      :aria-pressed="state.kind === 'on'"
      :disabled="disabled"
      @click="$emit('press')"
    >
      <svg width="12" height="12" viewBox="-6 -6 12 12" aria-hidden="true">
        <circle r="4.75" fill="var(--sheet-2)" stroke="var(--ink)" stroke-width="1.5" />
        <circle v-if="state.kind === 'on'" r="4.75" fill="var(--ink)" />
        <path v-else-if="state.kind !== 'none'" d="M0 -4.75A4.75 4.75 0 0 1 0 4.75Z" fill="var(--ink)" />
      </svg>
    </button>
  </TipHost>
</template>

<style scoped>
.dot {
  display: grid;
  width: 24px;
  height: 24px;
  place-items: center;
  border-radius: 50%;
}

.dot:hover:not(:disabled) {
  background: var(--rule-soft);
}
</style>
