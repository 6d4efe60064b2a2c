<script setup lang="ts">
import { computed, ref } from 'vue'
import { clamp } from '@arrow-bend/core/number'
import type { Spectrum } from '@arrow-bend/core/sound'
import { trackPointer } from '../../../../gesture/trackPointer.ts'

/** How loud a sound is by frequency, with the band that is listened to drawn over it: its ends and its middle are dragged. */
const props = defineProps<{
  low: number
  high: number
  /** null while it is not known. */
  spectrum: Spectrum | null
}>()
const emit = defineEmits<{ change: [low: number, high: number] }>()

const [WIDTH, HEIGHT] = [300, 58]
const [LOWEST, HIGHEST] = [20, 20_000]
/** What is fainter than this is not drawn, dB. */
const FAINTEST = -60
/** The least width of a band, as a factor. */
const NARROWEST = 1.15
const MARKS = [
  { hertz: 50, label: '50' },
  { hertz: 200, label: '200' },
  { hertz: 1000, label: '1k' },
  { hertz: 5000, label: '5k' },
] as const

const xOf = (hertz: number): number =>
  (clamp(Math.log(hertz / LOWEST) / Math.log(HIGHEST / LOWEST), 0, 1) || 0) * WIDTH
const hertzAt = (x: number): number => {
  const hertz = LOWEST * (HIGHEST / LOWEST) ** clamp(x / WIDTH, 0, 1)
  return Math.round(hertz < 200 ? hertz : hertz / 10) * (hertz < 200 ? 1 : 10)
}
const bars = computed(() =>
  (props.spectrum?.decibels ?? []).flatMap((decibels, i) => {
    const height = (1 - Math.max(FAINTEST, decibels) / FAINTEST) * (HEIGHT - 14)
    if (!(height > 0)) return []
    const [from, to] = [xOf(props.spectrum!.edges[i]!), xOf(props.spectrum!.edges[i + 1]!)]
    return [{ x: from + 0.5, y: HEIGHT - 12 - height, width: Math.max(1, to - from - 1), height }]
  }),
)
const ends = computed(() => [xOf(Math.max(LOWEST, props.low)), xOf(props.high)] as const)

const svg = ref<SVGSVGElement | null>(null)
type Part = 'low' | 'high' | 'middle'
/** As far as it goes there is no end: everything below, or above. */
const send = (low: number, high: number): void =>
  emit('change', low <= LOWEST ? 0 : low, high >= HIGHEST ? 24_000 : high)
const bring = (part: Part, [low, high]: readonly [number, number], by: number): void => {
  const [from, to] = [xOf(Math.max(LOWEST, low)), xOf(high)]
  const gap = (Math.log(NARROWEST) / Math.log(HIGHEST / LOWEST)) * WIDTH
  if (part === 'low') send(hertzAt(clamp(from + by, 0, to - gap)), high)
  else if (part === 'high') send(low, hertzAt(clamp(to + by, from + gap, WIDTH)))
  else {
    const way = clamp(by, -from, WIDTH - to)
    send(hertzAt(from + way), hertzAt(to + way))
  }
}
const press = (event: PointerEvent, part: Part): void => {
  const before = [props.low, props.high] as const
  const scale = WIDTH / svg.value!.getBoundingClientRect().width
  trackPointer(event, {
    move: (_event, [x]) => bring(part, before, x * scale),
    end: ({ cancelled }) => cancelled && emit('change', ...before),
  })
}
const nudge = (event: KeyboardEvent, part: Part): void => {
  const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key]
  if (!way || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  bring(part, [props.low, props.high], way * (event.shiftKey ? 20 : 3))
}
const HANDLES = [
  { part: 'low', label: 'Lower end of the band' },
  { part: 'high', label: 'Upper end of the band' },
] as const
</script>

<template>
  <svg
    ref="svg"
    class="chart"
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="group"
    aria-label="Band over the spectrum"
  >
    <rect v-for="(bar, i) in bars" :key="i" v-bind="bar" class="bar" />
    <rect
      class="band"
      :x="ends[0]"
      y="0"
      :width="Math.max(0, ends[1] - ends[0])"
      :height="HEIGHT - 12"
      @pointerdown.left="press($event, 'middle')"
    >
      <title>Drag the band; its ends by themselves</title>
    </rect>
    <text v-for="{ hertz, label } in MARKS" :key="hertz" :x="xOf(hertz)" :y="HEIGHT - 2">{{ label }}</text>
    <g
      v-for="({ part, label }, i) in HANDLES"
      :key="part"
      class="end"
      role="slider"
      tabindex="0"
      :aria-label="label"
      aria-valuemin="0"
      aria-valuemax="24000"
      :aria-valuenow="part === 'low' ? low : high"
      :aria-valuetext="`${part === 'low' ? low : high} Hz`"
      @pointerdown.left="press($event, part)"
      @keydown="nudge($event, part)"
    >
      <rect :x="ends[i]! - 7" y="0" width="14" :height="HEIGHT - 12" fill="transparent" />
      <path :d="`M${ends[i]} 1V${HEIGHT - 13}`" />
    </g>
  </svg>
</template>

<style scoped>
.chart {
  width: 100%;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet-2);
  touch-action: none;
}

.bar {
  fill: var(--ink-2);
  opacity: 0.55;
}

.band {
  cursor: grab;
  fill: var(--pencil);
  fill-opacity: 0.16;
}

.end {
  cursor: ew-resize;
  outline: none;
}

.end path {
  stroke: var(--pencil);
  stroke-width: 2.5;
}

.end:hover path,
.end:focus-visible path {
  stroke-width: 4.5;
}

text {
  fill: var(--ink-2);
  font-size: 9px;
  text-anchor: middle;
}
</style>
