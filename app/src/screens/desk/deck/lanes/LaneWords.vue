<script setup lang="ts">
import type { Ref } from 'vue'

/** What is under the pointer, said in a closed lane; by itself, so that a moving pointer draws nothing else anew. */
defineProps<{
  said: { readonly under: Readonly<Ref<{ readonly x: number; readonly words: string } | null>> }
  /** Of the lane, px: near its right edge the words stand on the other side. */
  width: number
}>()

const ROOM = 180
</script>

<template>
  <text
    v-if="said.under.value"
    class="under"
    :x="said.under.value.x + (said.under.value.x > width - ROOM ? -10 : 12)"
    y="11"
    :text-anchor="said.under.value.x > width - ROOM ? 'end' : 'start'"
    aria-hidden="true"
  >
    {{ said.under.value.words }}
  </text>
</template>

<style scoped>
.under {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 0.6875rem;
  paint-order: stroke;
  pointer-events: none;
}
</style>
