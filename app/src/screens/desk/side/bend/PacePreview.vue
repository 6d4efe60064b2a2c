<script setup lang="ts">
import { clamp } from '@arrow-bend/core/number'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { compileBend } from '@arrow-bend/core/bend'
import { isDragging } from '../../../../gesture/trackPointer.ts'
import { useDocument } from '../../../../session/document/document.ts'
import type { TargetSpans } from './useTargetSpans.ts'

/**
 * A dot that runs the bend over and over at the span's real pace. Still where the person wants no motion. The browser
 * moves it by itself, so that it costs the page nothing.
 */
const props = defineProps<{ target: TargetSpans }>()

const document = useDocument()
const { shown, seconds, hue } = props.target

/** px the dot keeps to each side for overshoot. */
const INSET = 11
const WIDTH = 64
const REST_SECONDS = 0.5
/** Places the browser is told; between them it goes straight. */
const STEPS = 90

const dot = ref<HTMLElement | null>(null)
const still = matchMedia('(prefers-reduced-motion: reduce)').matches
let running: Animation | null = null

const run = (): void => {
  if (still || document.gesturing || !dot.value || !shown.value) return
  const length = Math.max(0.05, seconds.value)
  const whole = length + REST_SECONDS
  const curve = compileBend(shown.value)
  const frames = Array.from({ length: STEPS + 1 }, (_, i): Keyframe => {
    const x = clamp(INSET + curve.progress(i / STEPS) * (WIDTH - 2 * INSET), 6, WIDTH - 6)
    return { offset: ((i / STEPS) * length) / whole, transform: `translateX(${(x - INSET).toFixed(2)}px)` }
  })
  running?.cancel()
  running = dot.value.animate([...frames, { ...frames[STEPS], offset: 1 }], {
    duration: whole * 1000,
    iterations: Infinity,
  })
}
onMounted(run)
watch([shown, seconds], run)
// While something is dragged the dot stops, and with it the pictures the browser would make of it.
let isStale = false
watch([() => document.gesturing, isDragging], ([changes, drags]) => {
  isStale ||= changes
  if (changes || drags) {
    running?.pause()
    return
  }
  if (isStale) run()
  else running?.play()
  isStale = false
})
onBeforeUnmount(() => running?.cancel())
</script>

<template>
  <div
    class="relative h-[18px] flex-none overflow-hidden"
    :style="{ width: `${WIDTH}px` }"
    aria-hidden="true"
  >
    <svg :width="WIDTH" height="18">
      <line x1="0" :x2="WIDTH" y1="9" y2="9" stroke="var(--rule)" />
      <line :x1="INSET" :x2="INSET" y1="4" y2="14" stroke="var(--ink-2)" />
      <line :x1="WIDTH - INSET" :x2="WIDTH - INSET" y1="4" y2="14" stroke="var(--ink-2)" />
    </svg>
    <span ref="dot" class="dot" :style="{ left: `${INSET - 5.5}px`, background: `var(--hue-${hue})` }" />
  </div>
</template>

<style scoped>
.dot {
  position: absolute;
  top: 3.5px;
  width: 11px;
  height: 11px;
  border-radius: 50%;
}
</style>
