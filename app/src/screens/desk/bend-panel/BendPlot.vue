<script setup lang="ts">
import { computed, ref } from 'vue'
import { compileBend, type Handles, type PlainBend } from '@arrow-bend/core/bend'
import { trackPointer } from '../../../ui/trackPointer.ts'
import { ladderMarks } from './ladderMarks.ts'
import { PLOT, plotScale, reachOf, type Reach } from './plotScale.ts'

/** The unit square of a bend, with its two handles, and the ladder of frames beside it. */
const props = defineProps<{
  bend: PlainBend
  /** Handles to be drawn and dragged; null for bends that have none. */
  handles: Handles | null
  /** Frames the span lasts. */
  frames: number
  /** Elapsed fraction at the playhead; null outside the span. */
  elapsed: number | null
  hue: string
  chosen: Side | null
}>()
const emit = defineEmits<{
  start: [side: Side]
  drag: [side: Side, reach: number, rise: number]
  done: []
  cancel: []
  nudge: [side: Side, reach: number, rise: number]
}>()
type Side = 'leave' | 'arrive'

/** How near a rise pulls to flat or full, px. */
const PULL = 4
const LADDER_X = PLOT.width + 13

const svg = ref<SVGSVGElement | null>(null)
const grabbed = ref<Side | null>(null)
const held = ref<Reach | null>(null)

const curve = computed(() => compileBend(props.bend))
const scale = computed(() => {
  const now = reachOf(curve.value, props.handles)
  const kept = held.value
  return plotScale(kept ? { low: Math.min(now.low, kept.low), high: Math.max(now.high, kept.high) } : now)
})
const STEPS = 120
const curvePath = computed(() => {
  const { x, y } = scale.value
  if (props.bend.kind === 'hold') return `M${x(0)} ${y(0)}H${x(1)}V${y(1)}`
  const points = Array.from(
    { length: STEPS + 1 },
    (_, i) => `${x(i / STEPS).toFixed(2)} ${y(curve.value.progress(i / STEPS)).toFixed(2)}`,
  )
  return `M${points.join('L')}`
})
/** The speed behind the curve: a shade from the 0 line, its peak at 36 % of the square. */
const shade = computed(() => {
  const { x, y, unit } = scale.value
  const paces = Array.from({ length: STEPS + 1 }, (_, i) =>
    curve.value.pace(Math.min(1 - 1e-4, Math.max(1e-4, i / STEPS))),
  )
  const peak = Math.max(1e-9, ...paces.map((pace) => (Number.isFinite(pace) ? Math.abs(pace) : 0)))
  const height = (pace: number): number => (Math.max(-peak, Math.min(peak, pace)) / peak) * 0.36 * unit
  return `M${x(0)} ${y(0)}${paces.map((pace, i) => `L${x(i / STEPS).toFixed(2)} ${(y(0) - height(pace)).toFixed(2)}`).join('')}L${x(1)} ${y(0)}Z`
})
const grips = computed(() => {
  if (!props.handles) return []
  const { leave, arrive } = props.handles
  const { x, y } = scale.value
  return [
    {
      side: 'leave' as const,
      name: 'Leave',
      handle: leave,
      fromX: x(0),
      fromY: y(0),
      x: x(leave.reach),
      y: y(leave.rise),
    },
    {
      side: 'arrive' as const,
      name: 'Arrive',
      handle: arrive,
      fromX: x(1),
      fromY: y(1),
      x: x(1 - arrive.reach),
      y: y(1 - arrive.rise),
    },
  ]
})
const marks = computed(() => ladderMarks(curve.value, props.frames, scale.value.y))
const now = computed(() => {
  if (props.elapsed === null) return null
  const p = curve.value.progress(props.elapsed)
  return {
    x: scale.value.x(props.elapsed),
    y: scale.value.y(p),
    frame: Math.round(props.elapsed * props.frames),
  }
})
const percent = (share: number): string => `${Number((share * 100).toFixed(1))} %`

const press = (event: PointerEvent, side: Side): void => {
  const box = svg.value!.getBoundingClientRect()
  const zoom = box.width / 218
  const from = props.handles![side]
  held.value = reachOf(curve.value, props.handles)
  let moving = false
  trackPointer(event, {
    move(moved) {
      if (!moving) {
        moving = true
        grabbed.value = side
        emit('start', side)
      }
      const { u, p, unit } = scale.value
      const at = { u: u((moved.clientX - box.left) / zoom), p: p((moved.clientY - box.top) / zoom) }
      const [along, up] = side === 'leave' ? [at.u, at.p] : [1 - at.u, 1 - at.p]
      let rise = moved.altKey ? up : ([0, 1].find((line) => Math.abs(up - line) * unit < PULL) ?? up)
      let reach = Math.min(1, Math.max(0, along))
      if (moved.shiftKey) {
        if (Math.abs(reach - from.reach) * PLOT.side > Math.abs(rise - from.rise) * unit) rise = from.rise
        else reach = from.reach
      }
      emit('drag', side, Number(reach.toFixed(4)), Number(rise.toFixed(4)))
    },
    end(cancelled) {
      grabbed.value = null
      held.value = null
      if (!moving) return
      if (cancelled) emit('cancel')
      else emit('done')
    },
  })
}
const onKey = (event: KeyboardEvent, side: Side): void => {
  const step = event.shiftKey ? 0.1 : 0.01
  const way = side === 'leave' ? 1 : -1
  const moves: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-way * step, 0],
    ArrowRight: [way * step, 0],
    ArrowUp: [0, way * step],
    ArrowDown: [0, -way * step],
  }
  const move = moves[event.key]
  if (!move) return
  event.preventDefault()
  event.stopPropagation()
  emit('nudge', side, ...move)
}
</script>

<template>
  <svg
    ref="svg"
    class="plot"
    width="218"
    height="204"
    viewBox="0 0 218 204"
    :style="{ '--hue': `var(--hue-${hue})` }"
  >
    <rect x="0.5" y="0.5" :width="PLOT.width - 1" :height="PLOT.height - 1" rx="4" class="ground" />
    <g class="grid" aria-hidden="true">
      <line
        v-for="i in 3"
        :key="`v${i}`"
        :x1="scale.x(i / 4)"
        :x2="scale.x(i / 4)"
        :y1="1"
        :y2="PLOT.height - 1"
      />
      <line
        v-for="i in 3"
        :key="`h${i}`"
        :x1="1"
        :x2="PLOT.width - 1"
        :y1="scale.y(i / 4)"
        :y2="scale.y(i / 4)"
      />
      <line class="bound" :x1="1" :x2="PLOT.width - 1" :y1="scale.y(0)" :y2="scale.y(0)" />
      <line class="bound" :x1="1" :x2="PLOT.width - 1" :y1="scale.y(1)" :y2="scale.y(1)" />
      <text x="6" :y="scale.y(1) - 4">100 %</text>
      <text :x="PLOT.width - 6" :y="scale.y(0) - 4" text-anchor="end">0 %</text>
    </g>
    <path class="shade" :d="shade" aria-hidden="true" />
    <line v-if="now" class="now" :x1="now.x" :x2="now.x" y1="1" :y2="PLOT.height - 1" aria-hidden="true" />
    <path
      class="curve"
      :class="{ hold: bend.kind === 'hold' }"
      :d="curvePath"
      data-part="curve"
      aria-hidden="true"
    />
    <g aria-hidden="true">
      <circle class="end" :cx="scale.x(0)" :cy="scale.y(0)" r="4" />
      <circle class="end" :cx="scale.x(1)" :cy="scale.y(1)" r="4" />
    </g>
    <g
      v-for="grip in grips"
      :key="grip.side"
      class="grip"
      :class="{ chosen: chosen === grip.side, grabbed: grabbed === grip.side }"
      role="slider"
      tabindex="0"
      :aria-label="`${grip.name} handle`"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-valuenow="Math.round(grip.handle.reach * 100)"
      :aria-valuetext="`${grip.name} reach ${percent(grip.handle.reach)}, rise ${percent(grip.handle.rise)}`"
      @pointerdown.left.prevent.stop="press($event, grip.side)"
      @keydown="onKey($event, grip.side)"
    >
      <line :x1="grip.fromX" :y1="grip.fromY" :x2="grip.x" :y2="grip.y" />
      <rect class="hit" :x="grip.x - 10" :y="grip.y - 10" width="20" height="20" />
      <rect
        class="square"
        :x="grip.x - (grabbed === grip.side ? 4.5 : 3.5)"
        :y="grip.y - (grabbed === grip.side ? 4.5 : 3.5)"
        :width="grabbed === grip.side ? 9 : 7"
        :height="grabbed === grip.side ? 9 : 7"
        rx="1"
      />
    </g>
    <g class="ladder" aria-hidden="true">
      <line class="stringer" :x1="LADDER_X" :x2="LADDER_X" :y1="marks.top" :y2="marks.bottom" />
      <line
        v-for="mark in marks.list"
        :key="mark.frame"
        :x1="LADDER_X"
        :x2="LADDER_X + mark.length * mark.side"
        :y1="mark.y"
        :y2="mark.y"
      />
      <template v-for="mark in marks.list" :key="`t${mark.frame}`">
        <text v-if="mark.label && (!now || Math.abs(mark.y - now.y) > 11)" :x="LADDER_X + 15" :y="mark.y + 4">
          {{ mark.label }}
        </text>
      </template>
      <template v-if="now">
        <line class="across" :x1="now.x" :x2="LADDER_X" :y1="now.y" :y2="now.y" />
        <circle class="dot" :cx="now.x" :cy="now.y" r="3" />
        <line class="present" :x1="LADDER_X" :x2="LADDER_X + 11" :y1="now.y" :y2="now.y" />
        <text class="present-text" :x="LADDER_X + 15" :y="now.y + 4">{{ now.frame }}</text>
      </template>
    </g>
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
  stroke: var(--rule);
}

.grid line {
  stroke: var(--rule-soft);
}

.grid .bound {
  stroke: var(--ink-2);
  stroke-opacity: 0.5;
}

text {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 11px;
}

.shade {
  fill: var(--hue);
  fill-opacity: 0.2;
}

.curve {
  fill: none;
  stroke: var(--hue);
  stroke-linejoin: round;
  stroke-width: 2.5;
}

.curve.hold {
  stroke-dasharray: 5 3;
}

.now {
  stroke: var(--ink);
}

.end {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.grip {
  cursor: grab;
}

.grip line {
  stroke: var(--ink);
}

.grip .hit {
  fill: transparent;
}

.grip .square {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.grip.chosen .square,
.grip.grabbed .square {
  fill: var(--pencil);
  stroke: var(--pencil);
}

.grip:focus-visible .hit {
  stroke: var(--pencil);
  stroke-width: 2;
}

.grip:focus-visible {
  outline: none;
}

.ladder line {
  stroke: var(--ink-2);
}

.ladder .stringer {
  stroke: var(--ink);
  stroke-width: 1.5;
}

.ladder .across {
  stroke: var(--ink);
  stroke-dasharray: 1 2;
}

.ladder .present {
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
