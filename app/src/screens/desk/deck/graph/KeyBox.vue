<script setup lang="ts">
import type { GraphBead } from '../../../../chart/graph/beadPlaces.ts'
import type { GraphHand } from './useGraphHand.ts'
import type { GraphPane } from './useGripDrag.ts'
import { useKeyBox } from './useKeyBox.ts'
import { useLaneStop } from './laneStop.ts'

/** The box round two or more selected keys, by whose sides and corners they are scaled. */
const props = defineProps<{ hand: GraphHand; chosen: readonly GraphBead[]; pane: GraphPane }>()

const stop = useLaneStop()
const { box, press, nudge } = useKeyBox(props.hand, {
  chosen: () => props.chosen,
  pane: () => props.pane,
})
</script>

<template>
  <g v-if="box">
    <rect :x="box.x" :y="box.y" :width="box.width" :height="box.height" class="box" aria-hidden="true" />
    <g
      v-for="grip in box.grips"
      :key="grip.name"
      class="grip"
      role="button"
      :tabindex="stop"
      :aria-label="`Scale the selected keys by the ${grip.name} of their box`"
      @pointerdown.left.stop="press($event, grip)"
      @keydown="nudge($event, grip)"
    >
      <rect :x="grip.x - 9" :y="grip.y - 9" width="18" height="18" fill="transparent" />
      <rect class="square" :x="grip.x - 3" :y="grip.y - 3" width="6" height="6" />
    </g>
  </g>
</template>

<style scoped>
.box {
  fill: none;
  pointer-events: none;
  stroke: var(--pencil);
  stroke-dasharray: 3 3;
}

.grip {
  cursor: nwse-resize;
}

.square {
  fill: var(--sheet-2);
  stroke: var(--pencil);
  stroke-width: 1.5;
}

.grip:hover .square,
.grip:focus-visible .square {
  fill: var(--pencil);
}
</style>
