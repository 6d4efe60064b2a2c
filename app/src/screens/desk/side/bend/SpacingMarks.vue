<script setup lang="ts">
import type { SpacingLadder } from '../../../../chart/plot/spacingMarks.ts'

/** The ladder of frames beside a bend: a mark each at its progress, the present one told apart. */
defineProps<{
  marks: SpacingLadder
  /** Of its stringer, px. */
  x: number
  now: { readonly x: number; readonly y: number; readonly frame: number } | null
}>()
</script>

<template>
  <g class="ladder" aria-hidden="true">
    <line class="stringer" :x1="x" :x2="x" :y1="marks.top" :y2="marks.bottom" />
    <line
      v-for="mark in marks.list"
      :key="mark.frame"
      :x1="x"
      :x2="x + mark.length * mark.side"
      :y1="mark.y"
      :y2="mark.y"
    />
    <template v-for="mark in marks.list" :key="`t${mark.frame}`">
      <text v-if="mark.label && (!now || Math.abs(mark.y - now.y) > 11)" :x="x + 15" :y="mark.y + 4">
        {{ mark.label }}
      </text>
    </template>
    <template v-if="now">
      <line class="across" :x1="now.x" :x2="x" :y1="now.y" :y2="now.y" />
      <circle class="dot" :cx="now.x" :cy="now.y" r="3" />
      <line class="present" :x1="x" :x2="x + 11" :y1="now.y" :y2="now.y" />
      <text class="present-text" :x="x + 15" :y="now.y + 4">{{ now.frame }}</text>
    </template>
  </g>
</template>

<style scoped>
line {
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
