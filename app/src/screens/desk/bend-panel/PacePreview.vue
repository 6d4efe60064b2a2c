<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { compileBend, type PlainBend } from '@arrow-bend/core/bend'

/** A dot that runs the bend over and over at the span's real pace. Still where the person wants no motion. */
const props = defineProps<{ bend: PlainBend; seconds: number; hue: string }>()

/** px the dot keeps to each side for overshoot. */
const INSET = 34
const WIDTH = 316
const REST_SECONDS = 0.5
const dot = ref<SVGCircleElement | null>(null)
let request = 0

const still = matchMedia('(prefers-reduced-motion: reduce)').matches
const run = (stamp: number): void => {
  request = requestAnimationFrame(run)
  const length = Math.max(0.05, props.seconds)
  const into = (stamp / 1000) % (length + REST_SECONDS)
  const p = compileOnce(props.bend).progress(Math.min(1, into / length))
  const x = Math.min(WIDTH - 6, Math.max(6, INSET + p * (WIDTH - 2 * INSET)))
  dot.value?.setAttribute('cx', x.toFixed(2))
}
let known: { bend: PlainBend; curve: ReturnType<typeof compileBend> } | null = null
const compileOnce = (bend: PlainBend): ReturnType<typeof compileBend> => {
  if (known?.bend !== bend) known = { bend, curve: compileBend(bend) }
  return known.curve
}
onMounted(() => {
  if (!still) request = requestAnimationFrame(run)
})
onBeforeUnmount(() => cancelAnimationFrame(request))
</script>

<template>
  <svg width="316" height="18" aria-hidden="true">
    <line x1="0" x2="316" y1="9" y2="9" stroke="var(--rule)" />
    <line :x1="INSET" :x2="INSET" y1="4" y2="14" stroke="var(--ink-2)" />
    <line :x1="WIDTH - INSET" :x2="WIDTH - INSET" y1="4" y2="14" stroke="var(--ink-2)" />
    <circle ref="dot" :cx="INSET" cy="9" r="5.5" :fill="`var(--hue-${hue})`" />
  </svg>
</template>
