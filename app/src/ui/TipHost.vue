<script setup lang="ts">
import { autoUpdate, flip, offset, shift, useFloating } from '@floating-ui/vue'
import { onScopeDispose, ref } from 'vue'

/** Shows a tooltip beside what it holds, after a moment of hovering or at once on keyboard focus. */
defineProps<{ tip: string }>()

const WAIT_MS = 400
const host = ref<HTMLElement | null>(null)
const bubble = ref<HTMLElement | null>(null)
const shown = ref(false)
let timer = 0

const { floatingStyles } = useFloating(host, bubble, {
  open: shown,
  placement: 'bottom',
  middleware: [offset(6), flip(), shift({ padding: 6 })],
  whileElementsMounted: autoUpdate,
})

const hide = (): void => {
  clearTimeout(timer)
  shown.value = false
}
const later = (): void => {
  clearTimeout(timer)
  timer = window.setTimeout(() => (shown.value = true), WAIT_MS)
}
const onFocus = (event: FocusEvent): void => {
  if ((event.target as Element).matches(':focus-visible')) shown.value = true
}
onScopeDispose(hide)
</script>

<template>
  <span
    ref="host"
    class="inline-flex"
    @pointerenter="later"
    @pointerleave="hide"
    @pointerdown="hide"
    @focusin="onFocus"
    @focusout="hide"
    @keydown.esc="hide"
  >
    <slot />
    <Teleport to="body">
      <span v-if="shown && tip" ref="bubble" class="tip" role="presentation" :style="floatingStyles">{{
        tip
      }}</span>
    </Teleport>
  </span>
</template>

<style scoped>
.tip {
  z-index: 60;
  max-width: 260px;
  padding: 3px 8px;
  border-radius: 4px;
  background: var(--ink);
  color: var(--sheet-2);
  font-size: 12px;
  pointer-events: none;
}
</style>
