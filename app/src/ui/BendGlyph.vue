<script setup lang="ts">
import { computed } from 'vue'
import { compileBend, type PlainBend } from '@arrow-bend/core/bend'

/** A bend drawn small: time to the right, progress upward, room for a little overshoot. */
const props = withDefaults(
  defineProps<{ bend: PlainBend; width?: number; height?: number; stroke?: number }>(),
  {
    width: 34,
    height: 30,
    stroke: 1.75,
  },
)

const STEPS = 40
/** px kept clear around the curve. */
const INSET = 5

const path = computed(() => {
  const curve = compileBend(props.bend)
  const points = Array.from({ length: STEPS + 1 }, (_, i) => ({ u: i / STEPS, p: curve.progress(i / STEPS) }))
  const top = Math.max(1, ...points.map(({ p }) => p))
  const bottom = Math.min(0, ...points.map(({ p }) => p))
  const x = (u: number): number => INSET + u * (props.width - 2 * INSET)
  const y = (p: number): number =>
    props.height - INSET - ((p - bottom) / (top - bottom)) * (props.height - 2 * INSET)
  if (props.bend.kind === 'hold') return `M${x(0)} ${y(0)}H${x(1)}V${y(1)}`
  return `M${points.map(({ u, p }) => `${x(u).toFixed(2)} ${y(p).toFixed(2)}`).join('L')}`
})
</script>

<template>
  <svg :width="width" :height="height" aria-hidden="true">
    <path
      :d="path"
      fill="none"
      stroke="currentColor"
      :stroke-width="stroke"
      stroke-linejoin="round"
      :stroke-dasharray="bend.kind === 'hold' ? '4 2.5' : undefined"
    />
  </svg>
</template>
