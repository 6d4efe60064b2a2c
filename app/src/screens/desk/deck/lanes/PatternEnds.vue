<script setup lang="ts">
import { computed } from 'vue'
import { setPattern, type PropertyRef } from '@arrow-bend/core/edit'
import type { Pattern } from '@arrow-bend/core/property'
import { asTicks, formatTime, frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { framesWords } from './framesWords.ts'
import { useTimeDrag } from './useTimeDrag.ts'

/** Where the live patterns of the selected lane begin and end: dragged by their ends, or as a whole. */
const props = defineProps<{
  lane: PropertyRef
  /** What the lane is called. */
  name: string
  patterns: readonly Pattern[]
}>()

const document = useDocument()
const preferences = usePreferences()
const view = useView()
const { drag, tag } = useTimeDrag()

/** No more are shown at once: the lane is not higher. */
const MOST = 3
const [TOP, STEP] = [2.5, 4]
type Part = 'from' | 'to' | 'both'

const bars = computed(() =>
  props.patterns.slice(0, MOST).map((pattern, i) => ({
    pattern,
    y: TOP + i * STEP,
    x0: view.xOf(pattern.from),
    x1: view.xOf(pattern.to),
  })),
)
/** The pattern with its stretch elsewhere; an end stays a frame before the other. */
const moved = (pattern: Pattern, part: Part, time: number): Pattern => {
  const frame = frameTicks(document.rate)
  const { from, to } = pattern
  if (part === 'from') return { ...pattern, from: asTicks(Math.min(time, to - frame)) }
  if (part === 'to') return { ...pattern, to: asTicks(Math.max(time, from + frame)) }
  return { ...pattern, from: asTicks(time), to: asTicks(time + to - from) }
}
const LABELS: Readonly<Record<Part, string>> = {
  from: 'Start of the pattern moved',
  to: 'End of the pattern moved',
  both: 'Pattern moved in time',
}
const press = (event: PointerEvent, pattern: Pattern, part: Part): void => {
  const held = part === 'to' ? pattern.to : pattern.from
  drag(event, {
    label: LABELS[part],
    held,
    snap: () => ({ except: part === 'both' ? [pattern.from, pattern.to] : [held] }),
    at: (time) => {
      const made = moved(pattern, part, time)
      const words =
        part === 'both'
          ? framesWords(time - held, document.rate)
          : formatTime(part === 'from' ? made.from : made.to, document.rate, preferences.timeDisplay)
      return { recipe: (draft) => setPattern(draft, props.lane, made), words }
    },
  })
}
const WAYS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1 }
const nudge = (event: KeyboardEvent, pattern: Pattern, part: Part): void => {
  const way = WAYS[event.key]
  if (way === undefined || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  const by = way * (event.shiftKey ? 10 : 1) * frameTicks(document.rate)
  const made = moved(pattern, part, (part === 'to' ? pattern.to : pattern.from) + by)
  document.apply(LABELS[part], (draft) => setPattern(draft, props.lane, made))
}
const timeWords = (time: number): string => formatTime(asTicks(time), document.rate, preferences.timeDisplay)
const ENDS = [
  { part: 'from', label: 'Start' },
  { part: 'to', label: 'End' },
] as const
const tagged = { tag }
</script>

<template>
  <g v-for="{ pattern, y, x0, x1 } in bars" :key="pattern.id" :class="{ off: pattern.off }">
    <rect
      class="body"
      :x="x0"
      :y="y - 1"
      :width="Math.max(0, x1 - x0)"
      height="3"
      @pointerdown.left.stop="press($event, pattern, 'both')"
    >
      <title>Drag the pattern in time; its ends by themselves</title>
    </rect>
    <g
      v-for="{ part, label } in ENDS"
      :key="part"
      class="end"
      role="slider"
      tabindex="0"
      aria-orientation="horizontal"
      :aria-label="`${label} of a pattern of ${name}`"
      :aria-valuenow="pattern[part]"
      :aria-valuetext="timeWords(pattern[part])"
      @pointerdown.left.stop="press($event, pattern, part)"
      @keydown="nudge($event, pattern, part)"
    >
      <rect :x="(part === 'from' ? x0 : x1) - 5" :y="y - 2.5" width="10" height="6" fill="transparent" />
      <rect class="mark" :x="(part === 'from' ? x0 : x1) - 1.5" :y="y - 2.5" width="3" height="6" rx="1" />
    </g>
  </g>
  <PointerTag :of="tagged" />
</template>

<style scoped>
.body {
  cursor: grab;
  fill: var(--pencil);
  fill-opacity: 0.35;
}

.off {
  opacity: 0.4;
}

.end {
  cursor: ew-resize;
  outline: none;
}

.mark {
  fill: var(--pencil);
}

.end:hover .mark,
.end:focus-visible .mark {
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
