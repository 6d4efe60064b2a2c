<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { numberWords } from '../../ui/numberWords.ts'
import { evenSteps } from './matchPaths.ts'

/** A bar a frame: how much there is of something, either way. */
const props = defineProps<{
  values: readonly number[] | Float64Array
  /** The frame of the first. */
  first: number
  unit: string
  label: string
}>()

const HEIGHT = 150
const LEFT = 56
const TOP = 18
const FOOT = 20
/** What is less is none, and is drawn so. */
const LEAST = 0.1

const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const range = computed(() => {
  let [low, high] = [0, LEAST]
  for (const value of props.values) [low, high] = [Math.min(low, value), Math.max(high, value)]
  return { low, high }
})
const y = (value: number): number =>
  TOP + ((range.value.high - value) / (range.value.high - range.value.low)) * (HEIGHT - TOP - FOOT)
const step = computed(() => Math.max(0.2, (width.value - LEFT - 8) / props.values.length))
/** One path for all of them. */
const bars = computed(() => {
  const wide = Math.max(0.5, step.value * 0.8).toFixed(2)
  const zero = y(0).toFixed(1)
  return Array.from(props.values, (value, i) => {
    const x = (LEFT + i * step.value).toFixed(2)
    return `M${x} ${zero}h${wide}V${y(value).toFixed(1)}h-${wide}Z`
  }).join('')
})
const levels = computed(() => evenSteps(range.value.low, range.value.high, 3))
const frames = computed(() =>
  evenSteps(props.first, props.first + props.values.length, 10)
    .filter(Number.isInteger)
    .map((frame) => ({ frame, x: LEFT + (frame - props.first) * step.value })),
)
</script>

<template>
  <div ref="box" class="box">
    <svg :width="width" :height="HEIGHT" role="img" :aria-label="`${label} by frame, ${unit}`">
      <g v-for="level in levels" :key="level">
        <line :x1="LEFT" :x2="width - 8" :y1="y(level)" :y2="y(level)" />
        <text :x="LEFT - 8" :y="y(level) + 4" text-anchor="end">{{ numberWords(level, 2) }}</text>
      </g>
      <path :d="bars" />
      <text v-for="{ frame, x } in frames" :key="`f${frame}`" :x="x" :y="HEIGHT - 5">{{ frame }}</text>
      <text class="said" :x="LEFT + 4" y="12">{{ label }}, {{ unit }}</text>
    </svg>
  </div>
</template>

<style scoped>
.box {
  flex: none;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
}

line {
  stroke: var(--rule-soft);
}

text {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 0.6875rem;
}

.said {
  fill: var(--ink);
  font-family: var(--font-sans);
  font-size: 0.75rem;
}

path {
  fill: var(--pencil);
}
</style>
