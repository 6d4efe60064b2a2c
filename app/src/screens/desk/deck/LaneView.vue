<script setup lang="ts">
import { Repeat } from '@lucide/vue'
import { computed } from 'vue'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../session/document.ts'
import { useSelection } from '../../../session/selection.ts'
import { heldStill, useStillness } from '../../../session/stillness.ts'
import { hasGraph, useView } from '../../../session/view.ts'
import DrawingGround from '../DrawingGround.vue'
import BeadCounts from './BeadCounts.vue'
import BeadDots from './BeadDots.vue'
import { drawLane, isBeadChosen, LANE_HEIGHT, manyOf } from './laneDrawing.ts'
import LaneHolds from './LaneHolds.vue'
import type { HeldLane } from './heldLane.ts'
import type { PropertyRow } from './rows.ts'

/** A closed lane: ribbons for its spans, beads for its keys, and over them what takes hold of these. */
const props = defineProps<{ row: PropertyRow }>()

const document = useDocument()
const selection = useSelection()
const stillness = useStillness()
const view = useView()

// A row is made anew with its layer; the drawing only with the property itself.
const property = computed(() => props.row.property)
const drawing = computed(() =>
  drawLane(
    property.value,
    { xOf: view.xOf, width: view.laneWidth, coarse: stillness.coarse },
    document.bends,
  ),
)
const laneRef = computed(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
}))
const lane = computed(() => `${props.row.layer.name} ${props.row.definition.label.toLowerCase()}`)
const count = computed(() => property.value.keys.length)
/** What takes hold of the lane, and its names, stay where they are while anything moves: neither is seen. */
const held = heldStill<HeldLane>(
  () => ({
    name: lane.value,
    unit: props.row.definition.unit,
    property: property.value,
    drawing: drawing.value,
  }),
  (before) => before.property.keys.length === count.value,
)
const chosenKeys = computed(() => selection.keysIn(laneRef.value))
const chosenSpans = computed(() => selection.spansIn(laneRef.value))
/** Selected spans, as rectangles from key to key. */
const washes = computed(() => {
  const chosen = chosenSpans.value
  if (chosen.size === 0) return ''
  return drawing.value.spans
    .filter(({ keys }) => chosen.has(keys[0]!))
    .map(({ x0, x1 }) => `M${x0} 0.75H${x1}V25.25H${x0}Z`)
    .join('')
})
const dots = computed(() =>
  drawing.value.beads.map((bead) => ({
    x: bead.x,
    y: 13,
    chosen: isBeadChosen(bead, property.value, chosenKeys.value),
    small: bead.waypoint,
  })),
)
const counts = computed(() => manyOf(drawing.value.beads).map((bead) => ({ ...bead, y: 25 })))
/** Beads that stand so near to one that is being dragged that the two would look like one key. */
const NEAR_FRAMES = 2
const nearMarks = computed(() => {
  if (!document.gesturing || chosenKeys.value.size === 0) return []
  const { keys } = property.value
  return keys.flatMap((key, i) => {
    const next = keys[i + 1]
    const near = next && next.t - key.t < NEAR_FRAMES * frameTicks(document.rate)
    return near && chosenKeys.value.has(key.id) !== chosenKeys.value.has(next.id)
      ? [(view.xOf(key.t) + view.xOf(next.t)) / 2]
      : []
  })
})
const toggleGraph = (): void => {
  if (hasGraph(property.value)) view.toggleLane(props.row.id)
}
/** From the keyboard the arrow keys go along the lane, key to span to key. After a mere click they step frames. */
const walk = (event: KeyboardEvent): void => {
  const direction = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  const target = event.target as SVGElement
  if (!direction || !target.matches(':focus-visible')) return
  const lane = event.currentTarget as SVGElement
  const items = [...lane.querySelectorAll<SVGElement>('[data-place]')].sort(
    (a, b) => Number(a.dataset['place']) - Number(b.dataset['place']),
  )
  const next = target === lane ? (direction > 0 ? 0 : items.length - 1) : items.indexOf(target) + direction
  items[next]?.focus()
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <svg
    class="lane"
    :width="view.laneWidth"
    :height="LANE_HEIGHT"
    role="group"
    tabindex="0"
    :aria-label="`${lane}, ${count} keys`"
    :style="{ '--hue': `var(--hue-${row.definition.hue})` }"
    @keydown.enter.self.stop="toggleGraph"
    @keydown="walk"
  >
    <DrawingGround />
    <template v-if="count > 0">
      <Repeat
        v-if="row.property.after === 'loop'"
        :x="drawing.last + 9"
        y="7"
        :size="12"
        stroke="var(--ink-2)"
        aria-hidden="true"
      />
      <!-- No transforms here: each would cost the browser a layer of its own to think about. -->
      <g class="picture" aria-hidden="true">
        <path class="outside" :d="drawing.picture.outside" />
        <path v-if="washes" class="wash" :d="washes" />
        <path class="area" :d="drawing.picture.areas" />
        <path class="mid" :d="drawing.picture.lines.ribbon" />
        <path v-if="drawing.picture.lines.hold" class="mid hold" :d="drawing.picture.lines.hold" />
        <path v-if="drawing.picture.lines.steps" class="mid steps" :d="drawing.picture.lines.steps" />
        <rect
          v-for="cell in drawing.picture.ramp"
          :key="cell.x"
          :x="cell.x"
          y="18"
          width="3.2"
          height="6"
          :fill="cell.colour"
          shape-rendering="crispEdges"
        />
        <BeadDots :dots="dots" />
        <BeadCounts v-if="counts.length > 0" :counts="counts" />
        <text v-for="x in nearMarks" :key="x" class="near" :x="x" y="9">≈</text>
      </g>
      <LaneHolds
        :held="held"
        :lane="laneRef"
        :chosen-keys="chosenKeys"
        :chosen-spans="chosenSpans"
        @open="toggleGraph"
      />
    </template>
  </svg>
</template>

<style scoped>
.lane {
  --ground: var(--sheet);
  display: block;
  overflow: hidden;
}

.picture {
  pointer-events: none;
}

.outside {
  stroke: var(--ink-2);
  stroke-dasharray: 1 3;
  stroke-opacity: 0.5;
}

.area {
  fill: var(--hue);
  fill-opacity: 0.86;
}

.mid {
  stroke: var(--hue);
  stroke-width: 1;
}

.hold {
  stroke-width: 2;
  stroke-dasharray: 4 3;
}

.steps {
  stroke-width: 2;
}

.wash {
  fill: var(--pencil);
  fill-opacity: 0.11;
  stroke: var(--pencil);
  stroke-width: 1.5;
}

.near {
  fill: var(--pencil);
  font-size: 13px;
  font-weight: 700;
  text-anchor: middle;
}
</style>
