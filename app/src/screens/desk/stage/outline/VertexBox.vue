<script setup lang="ts">
import { computed } from 'vue'
import { text } from '../../../../chart/route/pathText.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import type { OutlineEditing } from './useOutline.ts'
import type { OutlineGestures } from './useOutlineGestures.ts'
import { useVertexBox } from './useVertexBox.ts'

/** The box round several chosen vertices of an outline, and the knobs that round its chosen corners. */
const props = defineProps<{ editing: OutlineEditing; gestures: OutlineGestures }>()

const held = useVertexBox(props.editing, props.gestures)
const { box, knobs } = held
const frame = computed(() => box.value && `M${box.value.corners.map(text).join('L')}Z`)
const stalk = computed(() => box.value && `M${text(box.value.stalk[0])}L${text(box.value.stalk[1])}`)
const count = computed(() => props.editing.chosen.value.size)
const nudgeSize = (event: KeyboardEvent): void => {
  const by = arrowWay(event)
  if (by) held.scaleBy(1 + (by[0] - by[1]) / 100)
}
const nudgeTurn = (event: KeyboardEvent): void => {
  const by = arrowWay(event)
  if (by) held.turnBy(by[0] - by[1])
}
const nudgeRound = (event: KeyboardEvent, corner: number): void => {
  const by = arrowWay(event)
  if (by) held.roundBy(Math.max(0, corner + by[0] - by[1]))
}
</script>

<template>
  <g>
    <template v-if="box">
      <path :d="frame!" class="frame-edge" />
      <path :d="frame!" class="frame" />
      <path :d="stalk!" class="stalk-edge" />
      <path :d="stalk!" class="stalk" />
      <g
        v-for="grip in box.grips"
        :key="grip.name"
        class="handle-group"
        :role="grip.name === 'lower right' ? 'slider' : undefined"
        :tabindex="grip.name === 'lower right' ? 0 : undefined"
        :aria-label="grip.name === 'lower right' ? `Size of ${count} vertices` : undefined"
        :aria-valuenow="grip.name === 'lower right' ? 100 : undefined"
        :data-vertex-grip="grip.name"
        @pointerdown.left.stop="held.pressGrip($event, grip)"
        @dblclick.stop
        @keydown="nudgeSize"
      >
        <rect :x="grip.screen[0] - 9" :y="grip.screen[1] - 9" width="18" height="18" fill="transparent" />
        <rect
          class="handle grip-square"
          :x="grip.screen[0] - 3"
          :y="grip.screen[1] - 3"
          width="6"
          height="6"
        />
      </g>
      <g
        class="handle-group"
        role="slider"
        tabindex="0"
        :aria-label="`Turn of ${count} vertices`"
        aria-valuenow="0"
        data-vertex-grip="turn"
        @pointerdown.left.stop="held.pressTurn($event)"
        @dblclick.stop
        @keydown="nudgeTurn"
      >
        <circle :cx="box.stalk[1][0]" :cy="box.stalk[1][1]" r="10" fill="transparent" />
        <circle class="handle" :cx="box.stalk[1][0]" :cy="box.stalk[1][1]" r="4.5" />
      </g>
    </template>
    <g
      v-for="knob in knobs"
      :key="knob.vertex"
      class="handle-group"
      role="slider"
      tabindex="0"
      :aria-label="`Roundness of vertex ${knob.vertex + 1}`"
      :aria-valuenow="Math.round(knob.corner)"
      :aria-valuetext="`${Math.round(knob.corner)} px`"
      @pointerdown.left.stop="held.pressKnob($event, knob)"
      @dblclick.stop
      @keydown="nudgeRound($event, knob.corner)"
    >
      <title>Drag into the corner to round it</title>
      <circle :cx="knob.screen[0]" :cy="knob.screen[1]" r="9" fill="transparent" />
      <circle class="handle knob" :cx="knob.screen[0]" :cy="knob.screen[1]" r="3" />
    </g>
    <PointerTag :of="held" />
  </g>
</template>

<style scoped src="../route/route.css"></style>
<style scoped>
.frame-edge {
  pointer-events: none;
  stroke: #fffdf8;
  stroke-width: 2.5;
}

.frame {
  pointer-events: none;
  stroke: #1f2b33;
  stroke-dasharray: 3 3;
  stroke-width: 1;
}

.knob {
  stroke: #c8401a;
}
</style>
