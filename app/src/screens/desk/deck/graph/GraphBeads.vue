<script setup lang="ts">
import { squarePoints } from '../../../../ui/squarePoints.ts'
import type { GraphBead } from './graphDrawing.ts'

/** The keys of a graph, to be dragged and stepped. */
defineProps<{
  beads: readonly GraphBead[]
  /** What names and words follow besides their bead. */
  name: string
  /** Ids of those selected. */
  chosen: ReadonlySet<string>
  nameOf: (bead: GraphBead) => string
  wordsOf: (value: number) => string
}>()
defineEmits<{
  grab: [event: PointerEvent, bead: GraphBead]
  nudge: [event: KeyboardEvent, bead: GraphBead]
}>()
</script>

<template>
  <g
    v-for="bead in beads"
    :key="bead.slot"
    v-memo="[
      name,
      bead.key,
      bead.index,
      bead.x,
      bead.y,
      bead.value,
      bead.keys.length,
      bead.keys.some((key) => chosen.has(key)),
    ]"
    class="bead"
    :class="{ chosen: bead.keys.some((key) => chosen.has(key)) }"
    role="slider"
    tabindex="0"
    :aria-label="nameOf(bead)"
    :aria-valuenow="bead.value"
    :aria-valuetext="wordsOf(bead.value)"
    @pointerdown.left.stop="$emit('grab', $event, bead)"
    @keydown="$emit('nudge', $event, bead)"
  >
    <!-- Dots are lines without length, round at their ends. -->
    <polygon class="hit" :points="squarePoints(bead.x, bead.y, 10)" />
    <line class="dot halo" :x1="bead.x" :x2="bead.x" :y1="bead.y" :y2="bead.y" />
    <line class="dot ring" :x1="bead.x" :x2="bead.x" :y1="bead.y" :y2="bead.y" />
    <line class="dot core" :x1="bead.x" :x2="bead.x" :y1="bead.y" :y2="bead.y" />
    <text v-if="bead.keys.length > 1" :x="bead.x" :y="bead.y - 7" class="count" aria-hidden="true">
      {{ bead.keys.length }}
    </text>
  </g>
</template>

<style scoped>
.bead {
  cursor: move;
}

.hit {
  fill: transparent;
}

.dot {
  stroke-linecap: round;
}

.halo {
  stroke: var(--sheet-2);
  stroke-width: 11.5;
}

.ring {
  stroke: var(--ink);
  stroke-width: 9;
}

.core {
  stroke: var(--sheet-2);
  stroke-width: 6;
}

.bead:hover .ring,
.bead:focus-visible .ring {
  stroke-width: 11;
}

.bead.chosen .ring,
.bead.chosen .core {
  stroke: var(--pencil);
}

.count {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 9px;
  text-anchor: middle;
}
</style>
