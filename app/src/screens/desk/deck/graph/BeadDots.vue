<script setup lang="ts">
import { computed } from 'vue'
import type { BeadDot } from '../../../../chart/lane/beadDot.ts'

/** All beads of a graph, drawn as a few lines rather than as many things: what takes hold of them lies over these. */
const props = defineProps<{ dots: readonly BeadDot[] }>()

/** Lines that go nowhere, round at their ends. */
const pathOf = (dots: readonly BeadDot[]): string =>
  dots.map(({ x, y }) => `M${x.toFixed(2)} ${y.toFixed(2)}h0.01`).join('')
const paths = computed(() => {
  const { dots } = props
  return {
    all: pathOf(dots),
    plain: pathOf(dots.filter(({ chosen }) => !chosen)),
    chosen: pathOf(dots.filter(({ chosen }) => chosen)),
  }
})
</script>

<template>
  <g class="dots" aria-hidden="true">
    <path class="halo" :d="paths.all" />
    <path class="ring" :d="paths.plain" />
    <path class="core" :d="paths.plain" />
    <path class="chosen" :d="paths.chosen" />
  </g>
</template>

<style scoped>
.dots {
  pointer-events: none;
  stroke-linecap: round;
}

.halo {
  stroke: var(--sheet-2);
  stroke-width: 11.5;
}

.ring {
  stroke: var(--ink);
  stroke-width: 9;
}

.core {
  stroke: var(--sheet-2);
  stroke-width: 6;
}

.chosen {
  stroke: var(--pencil);
  stroke-width: 9;
}
</style>
