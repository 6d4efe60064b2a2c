<script setup lang="ts">
import { computed, type Ref } from 'vue'
import type { PointerTag } from './usePointerDrag.ts'

/** What is being changed, said beside the pointer. What the words are of is given, so that only this follows them. */
const props = defineProps<{ of: { readonly tag: Readonly<Ref<PointerTag | null>> } }>()

const tag = computed(() => props.of.tag.value)
</script>

<template>
  <text v-if="tag" :x="tag.x + 14" :y="tag.y + 22" class="tag">{{ tag.words }}</text>
</template>

<style scoped>
.tag {
  fill: var(--ink);
  stroke: var(--sheet-2);
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 0.75rem;
  paint-order: stroke;
}
</style>
