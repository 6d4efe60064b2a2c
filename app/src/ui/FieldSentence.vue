<script setup lang="ts">
import { autoUpdate, flip, offset, shift, useFloating } from '@floating-ui/vue'
import { ref, toRef } from 'vue'

/** Says what is wrong with a field, beside it and over whatever would clip it. */
const props = defineProps<{ id: string; sentence: string; anchor: HTMLElement | null }>()

const bubble = ref<HTMLElement | null>(null)
const { floatingStyles } = useFloating(toRef(props, 'anchor'), bubble, {
  strategy: 'fixed',
  placement: 'bottom-end',
  middleware: [offset(4), flip(), shift({ padding: 8 })],
  whileElementsMounted: autoUpdate,
})
</script>

<template>
  <span :id="id" ref="bubble" class="sentence" role="alert" :style="floatingStyles">{{ sentence }}</span>
</template>

<style scoped>
.sentence {
  z-index: 40;
  width: max-content;
  max-width: 240px;
  padding: 4px 8px;
  border-radius: 4px;
  background: var(--ink);
  color: var(--sheet-2);
  cursor: default;
  font-size: 0.75rem;
  line-height: 16px;
  text-align: left;
}
</style>
