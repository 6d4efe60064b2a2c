<script setup lang="ts">
import { computed } from 'vue'
import { compileBend, type PlainBend } from '@arrow-bend/core/bend'

/** A bend drawn large: progress over time, its speed as a shade behind it. */
const props = defineProps<{ bend: PlainBend }>()

const WIDTH = 294
const HEIGHT = 200
const INSET = 14
const STEPS = 160

const drawn = computed(() => {
  const curve = compileBend(props.bend)
  const shares = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS)
  const progress = shares.map((u) => curve.progress(u))
  const [low, high] = [Math.min(0, ...progress), Math.max(1, ...progress)]
  const x = (u: number): number => INSET + u * (WIDTH - 2 * INSET)
  const y = (p: number): number => HEIGHT - INSET - ((p - low) / (high - low)) * (HEIGHT - 2 * INSET)
  const paces = shares
    .map((u) => Math.abs(curve.pace(Math.min(1 - 1e-4, Math.max(1e-4, u)))))
    .map((pace) => (Number.isFinite(pace) ? pace : 0))
  const peak = Math.max(1e-9, ...paces)
  const point = (px: number, py: number): string => `${px.toFixed(1)} ${py.toFixed(1)}`
  return {
    zero: y(0),
    one: y(1),
    curve: `M${shares.map((u, i) => point(x(u), y(progress[i]!))).join('L')}`,
    speed: `M${x(0)} ${y(0)}L${shares.map((u, i) => point(x(u), y(0) - (paces[i]! / peak) * 0.35 * HEIGHT)).join('L')}L${x(1)} ${y(0)}Z`,
  }
})
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="curve" aria-hidden="true">
    <line :x1="INSET" :x2="WIDTH - INSET" :y1="drawn.zero" :y2="drawn.zero" class="bound" />
    <line :x1="INSET" :x2="WIDTH - INSET" :y1="drawn.one" :y2="drawn.one" class="bound" />
    <path :d="drawn.speed" class="speed" />
    <path :d="drawn.curve" class="line" />
  </svg>
</template>

<style scoped>
.curve {
  width: 100%;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
}

.bound {
  stroke: var(--rule);
}

.speed {
  fill: var(--hue-place);
  fill-opacity: 0.14;
}

.line {
  fill: none;
  stroke: var(--hue-place);
  stroke-linejoin: round;
  stroke-width: 2.25;
}
</style>
