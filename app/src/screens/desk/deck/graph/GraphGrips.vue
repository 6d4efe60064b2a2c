<script setup lang="ts">
import { text } from '../../stage/drawRoute.ts'
import type { GraphGrip } from './graphDrawing.ts'

/** The handles of a graph. They lie over its beads, which keep what is nearer to them. */
defineProps<{
  grips: readonly GraphGrip[]
  nameOf: (grip: GraphGrip) => string
  wordsOf: (grip: GraphGrip) => string
}>()
defineEmits<{
  grab: [event: PointerEvent, grip: GraphGrip]
  nudge: [event: KeyboardEvent, grip: GraphGrip]
}>()

/** px round a handle's end that take hold of it; near its key only the half way there. */
const REACH = 9
const hitOf = ({ x, y, fromX, fromY }: GraphGrip): Record<'x' | 'y' | 'width' | 'height', number> => {
  const half = Math.min(REACH, Math.hypot(x - fromX, y - fromY) / 2)
  return { x: x - half, y: y - half, width: 2 * half, height: 2 * half }
}
</script>

<template>
  <g v-for="grip in grips" :key="`${grip.key}${grip.side}${grip.component}`">
    <path
      :d="`M${text([grip.fromX, grip.fromY])}L${text([grip.x, grip.y])}`"
      class="arm"
      aria-hidden="true"
    />
    <g
      class="grip"
      role="slider"
      tabindex="0"
      :aria-label="nameOf(grip)"
      :aria-valuenow="Math.round(grip.reach * 100)"
      :aria-valuetext="wordsOf(grip)"
      @pointerdown.left.stop="$emit('grab', $event, grip)"
      @keydown="$emit('nudge', $event, grip)"
    >
      <rect v-bind="hitOf(grip)" fill="transparent" />
      <rect class="square" :x="grip.x - 3.5" :y="grip.y - 3.5" width="7" height="7" rx="1" />
    </g>
  </g>
</template>

<style scoped>
.arm {
  fill: none;
  pointer-events: none;
  stroke: var(--ink);
  stroke-width: 1;
}

.grip {
  cursor: move;
}

.square {
  fill: var(--sheet-2);
  pointer-events: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.grip:hover .square,
.grip:focus-visible .square {
  fill: var(--pencil);
}
</style>
