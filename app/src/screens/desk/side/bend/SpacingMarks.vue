<script setup lang="ts">
import { computed } from 'vue'
import type { SpacingLadder } from '../../../../chart/plot/spacingMarks.ts'

/** The ladder of frames beside a bend: a mark each at its progress, the present one told apart. */
const props = defineProps<{
  marks: SpacingLadder
  /** Of its stringer, px. */
  x: number
  now: { readonly x: number; readonly y: number; readonly frame: number } | null
}>()

/** Labels keep so far from that of the present frame, px. */
const LABEL_CLEAR = 11

/** All marks as one: a frame of a drag writes one path instead of a line each. */
const rungs = computed(() =>
  props.marks.list.map(({ y, length, side }) => `M${props.x} ${y.toFixed(2)}h${length * side}`).join(''),
)
const labels = computed(() =>
  props.marks.list.filter(({ label, y }) => label && (!props.now || Math.abs(y - props.now.y) > LABEL_CLEAR)),
)
</script>

<template>
  <g class="ladder" aria-hidden="true">
    <line class="stringer" :x1="x" :x2="x" :y1="marks.top" :y2="marks.bottom" />
    <path class="rungs" :d="rungs" />
    <text v-for="mark in labels" :key="mark.frame" :x="x + 15" :y="mark.y + 4">{{ mark.label }}</text>
    <template v-if="now">
      <line class="across" :x1="now.x" :x2="x" :y1="now.y" :y2="now.y" />
      <circle class="dot" :cx="now.x" :cy="now.y" r="3" />
      <line class="present" :x1="x" :x2="x + 11" :y1="now.y" :y2="now.y" />
      <text class="present-text" :x="x + 15" :y="now.y + 4">{{ now.frame }}</text>
    </template>
  </g>
</template>

<style scoped>
.rungs {
  stroke: var(--ink-2);
}

text {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 0.6875rem;
}

.stringer {
  stroke: var(--ink);
  stroke-width: 1.5;
}

.across {
  stroke: var(--ink);
  stroke-dasharray: 1 2;
}

.present {
  stroke: var(--pencil);
  stroke-width: 2.5;
}

.dot {
  fill: var(--ink);
}

.present-text {
  fill: var(--pencil);
  font-weight: 700;
}
</style>
