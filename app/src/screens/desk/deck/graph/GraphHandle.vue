<script setup lang="ts">
import { computed } from 'vue'
import { text } from '../../../../chart/route/pathText.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { useLaneStop } from './laneStop.ts'

/** A handle in a graph: a line to its end, which is taken hold of. What it is called and what it does are given to that. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  /** What it belongs to, px. */
  from: Point
  /** Its end, px. */
  to: Point
}>()

const stop = useLaneStop()
/** px round its end that take hold of it; near what it belongs to only the half way there. */
const REACH = 9
const hit = computed(() => {
  const [[x0, y0], [x, y]] = [props.from, props.to]
  const half = Math.min(REACH, Math.hypot(x - x0, y - y0) / 2)
  return { x: x - half, y: y - half, width: 2 * half, height: 2 * half }
})
</script>

<template>
  <path :d="`M${text(from)}L${text(to)}`" class="arm" aria-hidden="true" />
  <g v-bind="$attrs" class="grip" role="slider" :tabindex="stop">
    <rect v-bind="hit" fill="transparent" />
    <rect class="square" :x="to[0] - 3.5" :y="to[1] - 3.5" width="7" height="7" rx="1" />
  </g>
</template>

<style scoped>
.arm {
  fill: none;
  pointer-events: none;
  stroke: var(--ink);
  stroke-width: 1;
}

.grip {
  cursor: move;
}

.square {
  fill: var(--sheet-2);
  pointer-events: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.grip:hover .square,
.grip:focus-visible .square {
  fill: var(--pencil);
}
</style>
