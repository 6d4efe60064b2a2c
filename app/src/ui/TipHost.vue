<script setup lang="ts">
import { defineAsyncComponent, onScopeDispose, ref } from 'vue'

/** Shows a tooltip beside what it holds, after a moment of hovering or at once on keyboard focus. */
defineProps<{ tip: string }>()

const WAIT_MS = 400
const host = ref<HTMLElement | null>(null)
const shown = ref(false)
let timer = 0

// What places it comes with the first tooltip.
const TipBubble = defineAsyncComponent(() => import('./TipBubble.vue'))

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
    <TipBubble v-if="shown && tip && host" :tip="tip" :host="host" />
  </span>
</template>
