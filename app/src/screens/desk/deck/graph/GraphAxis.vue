<script setup lang="ts">
import { computed } from 'vue'
import type { GraphScale } from '../../../../chart/graph/graphScale.ts'

/** Levels of a graph with their numbers, its limits, and what it shows in which unit. */
const props = defineProps<{
  scale: GraphScale
  width: number
  top: number
  limits: readonly number[]
  words: string
}>()

/** Where the numbers end, px. */
const NUMBERS = 36
const shownLimits = computed(() =>
  props.limits.filter((limit) => limit > props.scale.low && limit < props.scale.high),
)
</script>

<template>
  <g aria-hidden="true">
    <g v-for="tick in scale.ticks" :key="tick.value">
      <line
        :x1="0"
        :x2="width"
        :y1="tick.y"
        :y2="tick.y"
        class="grid"
        :class="{ strong: tick.value === 0 }"
      />
      <text :x="NUMBERS" :y="tick.y + 4" class="number">{{ tick.label }}</text>
    </g>
    <line
      v-for="limit in shownLimits"
      :key="`l${limit}`"
      :x1="0"
      :x2="width"
      :y1="scale.y(limit)"
      :y2="scale.y(limit)"
      class="limit"
    />
    <text :x="width - 28" :y="top + 11" class="unit">{{ words }}</text>
  </g>
</template>

<style scoped>
.grid {
  stroke: var(--rule-soft);
}

.grid.strong {
  stroke: var(--ink-2);
  stroke-opacity: 0.6;
}

.limit {
  stroke: var(--ink-2);
  stroke-dasharray: 2 3;
}

.number,
.unit {
  fill: var(--ink-2);
  stroke: var(--sheet-2);
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 0.6875rem;
  paint-order: stroke;
  text-anchor: end;
}
</style>
