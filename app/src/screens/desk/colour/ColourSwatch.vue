<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue'
import type { Recipe } from '../../../session/document/document.ts'

/** A colour as it is; pressed, it opens what it is chosen by. */
defineProps<{
  name: string
  modelValue: string
  edit: string
  recipe: (colour: string) => Recipe<unknown>
}>()

// Seldom wanted, so it comes when it is.
const ColourPanel = defineAsyncComponent(() => import('./ColourPanel.vue'))
const opener = ref<HTMLButtonElement | null>(null)
const open = ref(false)
const close = (): void => {
  open.value = false
  opener.value?.focus()
}
</script>

<template>
  <button
    ref="opener"
    type="button"
    tabindex="-1"
    class="swatch"
    :aria-label="`${name}, choose`"
    :aria-expanded="open"
    aria-haspopup="dialog"
    title="Choose a colour"
    @click="open = !open"
  >
    <span :style="{ background: modelValue }" />
  </button>
  <ColourPanel
    v-if="open && opener"
    :opener="opener"
    :name="name"
    :model-value="modelValue"
    :edit="edit"
    :recipe="recipe"
    @close="close"
    @leave="open = false"
  />
</template>

<style scoped>
.swatch {
  display: flex;
  overflow: hidden;
  width: 24px;
  height: 18px;
  flex: none;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--chequers);
}

.swatch span {
  flex: 1;
}
</style>
