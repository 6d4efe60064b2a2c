<script setup lang="ts">
import { useView } from '../../../session/view/view.ts'

/** What to do where no row is listed. */
defineProps<{ hasLayers: boolean }>()

const view = useView()
</script>

<template>
  <div class="empty">
    <template v-if="view.search">Nothing is called “{{ view.search }}”.</template>
    <template v-else-if="view.filter === 'selected'"
      >Nothing is selected. Choose “Animated” above to list all that moves.</template
    >
    <template v-else-if="!hasLayers">
      No layers yet. Press <b>+</b> above to add a shape, then set two keys and bend what lies between.
    </template>
    <template v-else
      >Nothing moves yet. Choose “All properties” and press the dot beside a value to set its first
      key.</template
    >
  </div>
</template>

<style scoped>
.empty {
  position: absolute;
  top: 24px;
  left: calc(var(--list) + 24px);
  z-index: 3;
  max-width: 460px;
  padding: 4px 8px;
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink-2);
}
</style>
