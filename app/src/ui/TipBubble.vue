<script setup lang="ts">
import { autoUpdate, flip, offset, shift, useFloating } from '@floating-ui/vue'
import { ref, toRef } from 'vue'

/** The words of a tooltip, placed beside what they are about. */
const props = defineProps<{ tip: string; host: HTMLElement }>()

const bubble = ref<HTMLElement | null>(null)
const { floatingStyles } = useFloating(toRef(props, 'host'), bubble, {
  placement: 'bottom',
  middleware: [offset(6), flip(), shift({ padding: 6 })],
  whileElementsMounted: autoUpdate,
})
</script>

<template>
  <Teleport to="body">
    <span ref="bubble" class="tip" role="presentation" :style="floatingStyles">{{ tip }}</span>
  </Teleport>
</template>

<style scoped>
.tip {
  z-index: 60;
  max-width: 260px;
  padding: 3px 8px;
  border-radius: 4px;
  background: var(--ink);
  color: var(--sheet-2);
  font-size: 0.75rem;
  pointer-events: none;
}
</style>
