<script setup lang="ts">
import type { PointerTag } from './usePointerDrag.ts'

/** What is being changed, said beside the pointer. */
defineProps<{ tag: PointerTag | null }>()
</script>

<template>
  <text v-if="tag" :x="tag.x + 14" :y="tag.y + 22" class="tag">{{ tag.words }}</text>
</template>

<style scoped>
.tag {
  fill: #1f2b33;
  stroke: #fffdf8;
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 12px;
  paint-order: stroke;
}
</style>
