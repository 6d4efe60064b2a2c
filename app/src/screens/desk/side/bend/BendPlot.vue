<script setup lang="ts">
import { clamp } from '@arrow-bend/core/number'
import { computed, ref } from 'vue'
import {
  compileBend,
  type BendNode,
  type Handles,
  type PlainBend,
  type UnitCurve,
} from '@arrow-bend/core/bend'
import { useHandleFocus } from '../../../../session/view/handleFocus.ts'
import { percentWords } from '../../../../ui/numberWords.ts'
import SpacingMarks from './SpacingMarks.vue'
import { thinLine } from '../../../../chart/thinLine.ts'
import { spacingMarks } from '../../../../chart/plot/spacingMarks.ts'
import type { PlotEdit } from './plotEdit.ts'
import PlotGrip from './PlotGrip.vue'
import { plotArms, plotHandles } from '../../../../chart/plot/plotParts.ts'
import { LADDER_WIDTH, plotScale, reachOf, type PlotSize } from '../../../../chart/plot/plotScale.ts'
import type { Side } from '../../../../chart/plot/spanNumbers.ts'
import { usePlotGestures } from './usePlotGestures.ts'

/** The unit square of a bend, with its handles or points, and the ladder of frames beside it. */
const props = defineProps<{
  bend: PlainBend
  /** What it was before the last change, drawn behind it. */
  ghost: PlainBend | null
  /** Handles to be drawn and dragged; null for bends that have none. */
  handles: Handles | null
  size: PlotSize
  /** Frames the span lasts. */
  frames: number
  /** Elapsed fraction at the playhead; null outside the span. */
  elapsed: number | null
  hue: string
  chosen: Side | null
  /** The point chosen, by its place among them. */
  point: number | null
  /** Whom a drag changes too, in words; empty where it is the span's own bend. */
  reach: string
}>()
const emit = defineEmits<{
  start: [edit: PlotEdit['kind']]
  drag: [edit: PlotEdit, copy: boolean]
  done: []
  cancel: []
  once: [edit: PlotEdit]
  choose: [point: number | null]
}>()

const STEPS = 120

const handleFocus = useHandleFocus()
const svg = ref<SVGSVGElement | null>(null)

const nodes = computed<readonly BendNode[]>(() => (props.bend.kind === 'points' ? props.bend.nodes : []))
const curve = computed(() => compileBend(props.bend))
const gestures = usePlotGestures(
  () => ({
    box: svg.value!.getBoundingClientRect(),
    scale: scale.value,
    reach: reach.value,
    handles: props.handles,
    nodes: nodes.value,
  }),
  {
    start: (kind) => emit('start', kind),
    drag: (edit, copy) => emit('drag', edit, copy),
    done: () => emit('done'),
    cancel: () => emit('cancel'),
    once: (edit) => emit('once', edit),
    choose: (point) => emit('choose', point),
  },
)
const { grabbed, said, copies } = gestures
/** What a drag is about to do, or whom it changes too. */
const told = computed(
  () => said.value || (grabbed.value && (copies.value && props.reach ? 'a copy' : props.reach)),
)
const reach = computed(() => reachOf(curve.value, props.handles, nodes.value))
const scale = computed(() => {
  const now = reach.value
  const kept = gestures.held.value
  const shown = kept ? { low: Math.min(now.low, kept.low), high: Math.max(now.high, kept.high) } : now
  return plotScale(shown, props.size)
})
const pathOf = (bend: PlainBend, given: UnitCurve): string => {
  const { x, y } = scale.value
  if (bend.kind === 'hold') return `M${x(0)} ${y(0)}H${x(1)}V${y(1)}`
  const line = thinLine()
  for (let i = 0; i <= STEPS; i += 1) line.take(x(i / STEPS), y(given.progress(i / STEPS)))
  return `M${line.text()}`
}
const curvePath = computed(() => pathOf(props.bend, curve.value))
/** Where the curve may be pressed; nobody does while something of it is dragged. */
const pressPath = computed<string>((before) => (before && grabbed.value ? before : curvePath.value))
const ghostPath = computed(() => props.ghost && pathOf(props.ghost, compileBend(props.ghost)))
/** The speed behind the curve: a shade from the 0 line, its peak at 36 % of the square. */
const shade = computed(() => {
  const { x, y, unit } = scale.value
  const paces = Array.from({ length: STEPS + 1 }, (_, i) =>
    curve.value.pace(clamp(i / STEPS, 1e-4, 1 - 1e-4)),
  )
  const peak = Math.max(1e-9, ...paces.map((pace) => (Number.isFinite(pace) ? Math.abs(pace) : 0)))
  const height = (pace: number): number => (Math.max(-peak, Math.min(peak, pace)) / peak) * 0.36 * unit
  const line = thinLine()
  paces.forEach((pace, i) => line.take(x(i / STEPS), y(0) - height(pace)))
  return `M${x(0)} ${y(0)}L${line.text()}L${x(1)} ${y(0)}Z`
})
const grips = computed(() => (props.handles ? plotHandles(props.handles, scale.value) : []))
const arms = computed(() => plotArms(nodes.value, props.point, scale.value))
const inner = computed(() => {
  const { x, y } = scale.value
  return nodes.value.map((node, index) => ({ index, node, x: x(node.at[0]), y: y(node.at[1]) })).slice(1, -1)
})
const ladderX = computed(() => props.size.width + 13)
const marks = computed(() => spacingMarks(curve.value, props.frames, scale.value.y))
const now = computed(() => {
  if (props.elapsed === null) return null
  const p = curve.value.progress(props.elapsed)
  return {
    x: scale.value.x(props.elapsed),
    y: scale.value.y(p),
    frame: Math.round(props.elapsed * props.frames),
  }
})
</script>

<template>
  <svg
    ref="svg"
    class="plot"
    data-handles
    :width="size.width + LADDER_WIDTH"
    :height="size.height"
    :style="{ '--hue': `var(--hue-${hue})` }"
    @keydown.esc.stop="handleFocus.back()"
    @pointerdown.left.self="emit('choose', null)"
  >
    <rect x="0.5" y="0.5" :width="size.width - 1" :height="size.height - 1" rx="4" class="ground" />
    <g class="grid" aria-hidden="true">
      <template v-for="i in 3" :key="i">
        <line :x1="scale.x(i / 4)" :x2="scale.x(i / 4)" :y1="1" :y2="size.height - 1" />
        <line :x1="1" :x2="size.width - 1" :y1="scale.y(i / 4)" :y2="scale.y(i / 4)" />
      </template>
      <line class="bound" :x1="1" :x2="size.width - 1" :y1="scale.y(0)" :y2="scale.y(0)" />
      <line class="bound" :x1="1" :x2="size.width - 1" :y1="scale.y(1)" :y2="scale.y(1)" />
      <text x="6" :y="scale.y(1) - 4">100 %</text>
      <text :x="size.width - 6" :y="scale.y(0) - 4" text-anchor="end">0 %</text>
    </g>
    <path class="shade" :d="shade" aria-hidden="true" />
    <line v-if="now" class="now" :x1="now.x" :x2="now.x" y1="1" :y2="size.height - 1" aria-hidden="true" />
    <path v-if="ghostPath" class="ghost" :d="ghostPath" data-part="ghost" aria-hidden="true" />
    <path
      class="curve"
      :class="{ hold: bend.kind === 'hold' }"
      :d="curvePath"
      data-part="curve"
      aria-hidden="true"
    />
    <path
      class="reach"
      :d="pressPath"
      data-part="curve-reach"
      aria-hidden="true"
      @dblclick.stop="gestures.addAt"
    >
      <title>Press twice to add a point</title>
    </path>
    <g aria-hidden="true">
      <circle class="end" :cx="scale.x(0)" :cy="scale.y(0)" r="4" />
      <circle class="end" :cx="scale.x(1)" :cy="scale.y(1)" r="4" />
    </g>
    <PlotGrip
      v-for="grip in grips"
      :key="grip.id"
      :grip="grip"
      :chosen="chosen === grip.side"
      :grabbed="grabbed === grip.id"
      @pointerdown.left.prevent.stop="gestures.pressSide($event, grip.side)"
      @keydown="gestures.keySide($event, grip.side)"
    />
    <PlotGrip
      v-for="arm in arms"
      :key="arm.id"
      :grip="arm"
      :grabbed="grabbed === arm.id"
      @pointerdown.left.prevent.stop="gestures.pressArm($event, arm)"
      @keydown="gestures.keyArm($event, arm)"
    />
    <g
      v-for="{ index, node, x, y } in inner"
      :key="index"
      class="node"
      :class="{ chosen: point === index }"
      role="slider"
      tabindex="0"
      :aria-label="`Point ${index} of ${nodes.length - 2}`"
      :aria-valuenow="Math.round(node.at[0] * 100)"
      :aria-valuetext="`at ${percentWords(node.at[0])} of the time, ${percentWords(node.at[1])} of the change, ${node.through}`"
      @pointerdown.left.prevent.stop="gestures.pressNode($event, index)"
      @focus="emit('choose', index)"
      @keydown="gestures.keyNode($event, index)"
    >
      <circle class="hit" :cx="x" :cy="y" r="10" />
      <rect v-if="node.through === 'corner'" class="mark" :x="x - 3.5" :y="y - 3.5" width="7" height="7" />
      <circle v-else class="mark" :cx="x" :cy="y" r="4" />
    </g>
    <text v-if="told" class="said" :x="size.width - 6" :y="scale.y(0) - 18" text-anchor="end">
      {{ told }}
    </text>
    <SpacingMarks :marks="marks" :x="ladderX" :now="now" />
  </svg>
</template>

<style scoped>
.plot {
  display: block;
  flex: none;
  touch-action: none;
}

.ground {
  fill: var(--sheet-2);
  pointer-events: none;
  stroke: var(--rule);
}

.grid line {
  stroke: var(--rule-soft);
}

.grid .bound {
  stroke: var(--ink-2);
  stroke-opacity: 0.5;
}

.grid {
  pointer-events: none;
}

text {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 0.6875rem;
}

.said {
  fill: var(--ink);
  stroke: var(--sheet-2);
  stroke-width: 4;
  font-weight: 650;
  paint-order: stroke;
  pointer-events: none;
}

.shade {
  fill: var(--hue);
  fill-opacity: 0.2;
  pointer-events: none;
}

.curve {
  fill: none;
  stroke: var(--hue);
  stroke-linejoin: round;
  stroke-width: 2.5;
}

.ghost {
  fill: none;
  stroke: var(--ink-2);
  stroke-dasharray: 2 3;
  stroke-width: 1.25;
}

.reach {
  cursor: copy;
  fill: none;
  pointer-events: stroke;
  stroke: transparent;
  stroke-width: 12;
}

.curve.hold {
  stroke-dasharray: 5 3;
}

.now {
  stroke: var(--ink);
}

.end,
.mark {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.node {
  cursor: move;
}

.node .hit {
  fill: transparent;
}

.node.chosen .mark {
  fill: var(--pencil);
  stroke: var(--pencil);
}

.node:focus-visible {
  outline: none;
}

.node:focus-visible .hit {
  stroke: var(--pencil);
  stroke-width: 2;
}
</style>
