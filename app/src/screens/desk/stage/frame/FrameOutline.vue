<script setup lang="ts">
import type { Point } from '../../../../chart/route/routeGeometry.ts'

/** One frame of a move over the still, with what it is taken hold of by. */
defineProps<{
  /** On the screen, in order round it from the left top. */
  corners: readonly Point[]
  /** What stands beside it, and where. */
  words: string
  at: Point
  end: 'first' | 'stop' | 'last'
  /** Away from the frame, where it is turned by. */
  turn: readonly [from: Point, to: Point]
}>()
defineEmits<{
  move: [event: PointerEvent]
  size: [event: PointerEvent, corner: number]
  turn: [event: PointerEvent]
}>()
const outline = (corners: readonly Point[]): string => corners.map((point) => point.join()).join(' ')
</script>

<template>
  <g role="group" tabindex="0" class="frame" :class="end">
    <polygon class="edge" :points="outline(corners)" />
    <line class="arm" :x1="turn[0][0]" :y1="turn[0][1]" :x2="turn[1][0]" :y2="turn[1][1]" />
    <polygon class="body" :points="outline(corners)" @pointerdown="$emit('move', $event)" />
    <g v-for="(corner, i) in corners" :key="i" class="corner" @pointerdown="$emit('size', $event, i)">
      <circle :cx="corner[0]" :cy="corner[1]" r="11" fill="transparent" />
      <rect :x="corner[0] - 4" :y="corner[1] - 4" width="8" height="8" />
    </g>
    <g class="turn" @pointerdown="$emit('turn', $event)">
      <title>Turn the frame; Shift snaps to 15°</title>
      <circle :cx="turn[1][0]" :cy="turn[1][1]" r="11" fill="transparent" />
      <circle class="grip" :cx="turn[1][0]" :cy="turn[1][1]" r="4.5" />
    </g>
    <text :x="at[0]" :y="at[1]" :text-anchor="end === 'last' ? 'end' : 'start'">{{ words }}</text>
  </g>
</template>

<style scoped>
.frame {
  outline: none;
}

.edge,
.body {
  fill: none;
}

.edge {
  stroke: rgb(255 255 255 / 85%);
  stroke-width: 4;
}

.body {
  cursor: move;
  fill: transparent;
  stroke: var(--ink);
  stroke-width: 2;
}

.last .body {
  stroke: var(--pencil);
}

.first .body {
  stroke-dasharray: 8 4;
}

.stop .body {
  stroke-dasharray: 2 3;
}

.frame:focus-visible .body {
  stroke-width: 4;
}

.corner {
  cursor: nwse-resize;
}

.corner rect,
.grip {
  fill: var(--sheet-2);
  stroke: var(--ink);
}

.last .corner rect,
.last .grip {
  stroke: var(--pencil);
}

.turn {
  cursor: grab;
}

.arm {
  stroke: rgb(255 255 255 / 85%);
}

text {
  fill: #fff;
  font-size: 0.75rem;
  font-weight: 650;
  paint-order: stroke;
  pointer-events: none;
  stroke: rgb(20 25 30 / 85%);
  stroke-width: 3px;
}
</style>
