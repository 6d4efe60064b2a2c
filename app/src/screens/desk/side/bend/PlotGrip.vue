<script setup lang="ts">
import type { PlotHandle } from '../../../../chart/plot/plotParts.ts'

/** A handle in the plot of a bend: a square at the end of a line. */
defineProps<{ grip: PlotHandle; chosen?: boolean; grabbed?: boolean }>()
</script>

<template>
  <g
    class="grip"
    :class="{ chosen, grabbed }"
    role="slider"
    tabindex="0"
    :aria-label="grip.label"
    aria-valuemin="0"
    aria-valuemax="100"
    :aria-valuenow="Math.round(grip.now)"
    :aria-valuetext="grip.words"
  >
    <line :x1="grip.fromX" :y1="grip.fromY" :x2="grip.x" :y2="grip.y" />
    <rect class="hit" :x="grip.x - 10" :y="grip.y - 10" width="20" height="20" />
    <rect
      class="square"
      :x="grip.x - (grabbed ? 4.5 : 3.5)"
      :y="grip.y - (grabbed ? 4.5 : 3.5)"
      :width="grabbed ? 9 : 7"
      :height="grabbed ? 9 : 7"
      rx="1"
    />
  </g>
</template>

<style scoped>
.grip {
  cursor: grab;
}

line {
  stroke: var(--ink);
}

.hit {
  fill: transparent;
}

.square {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.chosen .square,
.grabbed .square {
  fill: var(--pencil);
  stroke: var(--pencil);
}

.grip:focus-visible .hit {
  stroke: var(--pencil);
  stroke-width: 2;
}

.grip:focus-visible {
  outline: none;
}
</style>
