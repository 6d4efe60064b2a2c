<script setup lang="ts">
import { computed, type Ref } from 'vue'
import type { StagePainter, StageView } from '../../../../draw/index.ts'
import { text } from '../../../../chart/route/pathText.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useGradientLine, type GradientEnd } from './useGradientLine.ts'

/** The line of a gradient over the picture while one of its rows is selected: its ends and stops, to be taken hold of. */
const props = defineProps<{
  view: StageView
  painter: StagePainter
  /** Counts drawings of the picture, so that the line follows it. */
  picture: { readonly drawn: Readonly<Ref<number>> }
}>()

const playback = usePlayback()
const line = useGradientLine({
  view: () => props.view,
  painter: () => props.painter,
  drawn: () => props.picture.drawn.value,
})
const { seen, ends, stops } = line
const ENDS: readonly { name: GradientEnd; label: string }[] = [
  { name: 'gradient start', label: 'Gradient start' },
  { name: 'gradient end', label: 'Gradient end' },
]
const grips = computed(() =>
  ends.value
    ? ENDS.map(({ name, label }, i) => ({
        name,
        label,
        at: ends.value![i as 0 | 1],
        words: line.wordsOf(line.percentOf(name)),
      }))
    : [],
)
const keep = (event: KeyboardEvent): void => {
  event.preventDefault()
  event.stopPropagation()
}
const taken = (event: KeyboardEvent): ReturnType<typeof arrowWay> => {
  const by = arrowWay(event)
  if (by) keep(event)
  return by
}
/** What Delete would do elsewhere is not meant on a handle. */
const deletes = ({ key }: KeyboardEvent): boolean => key === 'Delete' || key === 'Backspace'
const onEndKey = (event: KeyboardEvent, name: GradientEnd): void => {
  const by = taken(event)
  if (by) line.nudgeEnd(name, by)
  else if (deletes(event)) keep(event)
}
const onStopKey = (event: KeyboardEvent, stop: number, offset: number): void => {
  const by = taken(event)
  if (by) line.nudgeStop(stop, offset, by)
  else if (deletes(event)) {
    keep(event)
    line.takeOut(stop)
  }
}
</script>

<template>
  <svg
    v-if="seen && ends && !playback.playing"
    class="gradient absolute inset-0 size-full overflow-hidden"
    role="group"
    aria-label="Gradient"
  >
    <path :d="`M${text(ends[0])}L${text(ends[1])}`" class="edge" />
    <path :d="`M${text(ends[0])}L${text(ends[1])}`" class="line" />
    <g
      v-for="grip in grips"
      :key="grip.name"
      class="handle-group"
      role="slider"
      tabindex="0"
      :aria-label="grip.label"
      :aria-valuetext="grip.words"
      @pointerdown.left.stop="line.pressEnd($event, grip.name)"
      @dblclick.stop
      @keydown="onEndKey($event, grip.name)"
    >
      <rect :x="grip.at[0] - 12" :y="grip.at[1] - 12" width="24" height="24" fill="transparent" />
      <rect class="end" :x="grip.at[0] - 5" :y="grip.at[1] - 5" width="10" height="10" rx="2" />
    </g>
    <g
      v-for="{ stop, offset, colour, x, y } in stops"
      :key="stop"
      class="handle-group"
      role="slider"
      tabindex="0"
      :aria-label="`Stop ${stop}`"
      :aria-valuenow="Math.round(100 * offset)"
      :aria-valuetext="`${Math.round(100 * offset)} %, ${colour}`"
      @pointerdown.left.stop="line.pressStop($event, stop, offset)"
      @dblclick.stop
      @keydown="onStopKey($event, stop, offset)"
    >
      <circle :cx="x" :cy="y" r="9" fill="transparent" />
      <circle class="stop" :cx="x" :cy="y" r="6" :fill="colour" />
    </g>
    <PointerTag :of="line" />
  </svg>
</template>

<style scoped src="../route/route.css"></style>
<style scoped>
.gradient {
  pointer-events: none;
}

.handle-group {
  pointer-events: auto;
}

.line {
  stroke: #9a3b63;
  stroke-width: 1.5;
}

.end {
  fill: #fffdf8;
  stroke: #9a3b63;
  stroke-width: 1.5;
}

.stop {
  stroke: #fffdf8;
  stroke-width: 2;
}
</style>
