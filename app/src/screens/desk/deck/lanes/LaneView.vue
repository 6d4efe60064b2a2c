<script setup lang="ts">
import { Repeat } from '@lucide/vue'
import { computed, defineAsyncComponent } from 'vue'
import { compiledOf, isMoving, type Pattern } from '@arrow-bend/core/property'
import { frameTicks } from '@arrow-bend/core/time'
import { useDeferredViews } from '../../../../session/document/deferredViews.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { heldUntilIdle, useIdle } from '../../../../session/document/idle.ts'
import { hasGraph } from '../../../../session/view/openLanes.ts'
import { useView } from '../../../../session/view/view.ts'
import { drawLane, isBeadChosen, LANE_HEIGHT, manyOf } from '../../../../chart/lane/laneDrawing.ts'
import LaneGrips from './LaneGrips.vue'
import type { LaneGripsPicture } from './laneGrips.ts'
import { useRowPaper } from '../paper/useRowPaper.ts'
import { paintLane, type LaneFace } from '../paper/paintLane.ts'
import type { PropertyRow } from '../rows.ts'
import { useRowsIdle } from '../rowsIdle.ts'

// Few lanes have patterns.
const PatternEnds = defineAsyncComponent(() => import('./PatternEnds.vue'))

/** A closed lane: ribbons for its spans, beads for its keys, and over them what takes hold of these. */
const props = defineProps<{
  row: PropertyRow
  /** Where it begins in the deck, px. */
  top: number
}>()

const deferred = useDeferredViews()
const document = useDocument()
const selection = useSelection()
const idle = useIdle()
const view = useView()

const rested = useRowsIdle()
// A row is made anew with its layer; the drawing only with the property itself.
const property = computed(() => {
  const { layer, definition } = props.row
  // A bend that is pulled elsewhere is seen here, whatever else waits.
  return deferred.pulled.get(layer.id)?.properties[definition.name] ?? props.row.property
})
const drawing = computed(() =>
  drawLane(property.value, { xOf: view.xOf, width: view.laneWidth, coarse: idle.coarse }, document.bends),
)
const laneRef = computed(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
}))
const lane = computed(() => `${props.row.layer.name} ${props.row.definition.label.toLowerCase()}`)
const NO_PATTERNS: readonly Pattern[] = []
/** Those of a lane that is selected can be taken hold of. */
const patterns = computed(() =>
  property.value.patterns && selection.hasProperty(laneRef.value) ? property.value.patterns : NO_PATTERNS,
)
const count = computed(() => property.value.keys.length)
const laneWords = computed(() => {
  const live = compiledOf(property.value, document.bends).patterns.length
  return `${lane.value}, ${count.value} keys${live > 0 ? `, ${live} live ${live === 1 ? 'pattern' : 'patterns'}` : ''}`
})
/** What takes hold of the lane, and its names, stay where they are while anything moves: neither is seen. */
const held = heldUntilIdle<LaneGripsPicture>(
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
/** Selected spans from key to key; those that follow each other are one. */
const washes = computed(() => {
  const chosen = chosenSpans.value
  const runs: [number, number][] = []
  if (chosen.size === 0) return runs
  for (const { keys, x0, x1 } of drawing.value.spans) {
    if (!chosen.has(keys[0]!)) continue
    const before = runs[runs.length - 1]
    if (before?.[1] === x0) before[1] = x1
    else runs.push([x0, x1])
  }
  return runs
})
const dots = computed(() =>
  drawing.value.beads.map((bead) => ({
    x: bead.x,
    y: 13,
    chosen: isBeadChosen(bead, property.value, chosenKeys.value),
    small: bead.waypoint,
  })),
)
/** While the view slides nobody could read numbers; they come when it stands. */
const counts = computed(() => (idle.isSliding ? [] : manyOf(drawing.value.beads)))
/** Beads that stand so near to one that is being dragged that the two would look like one key. */
const NEAR_FRAMES = 2
const NONE: readonly number[] = []
const nearMarks = computed(() => {
  if (!document.gesturing || chosenKeys.value.size === 0) return NONE
  const { keys } = property.value
  return keys.flatMap((key, i) => {
    const next = keys[i + 1]
    const near = next && next.t - key.t < NEAR_FRAMES * frameTicks(document.rate)
    return near && chosenKeys.value.has(key.id) !== chosenKeys.value.has(next.id)
      ? [(view.xOf(key.t) + view.xOf(next.t)) / 2]
      : []
  })
})
const face = computed<LaneFace>(() => ({
  picture: drawing.value.picture,
  washes: washes.value,
  dots: dots.value,
  counts: counts.value,
  near: nearMarks.value,
  hue: props.row.definition.hue,
}))
useRowPaper(
  () => props.top,
  () => {
    const [now, empty] = [face.value, !isMoving(property.value)]
    return (brush) => empty || paintLane(brush, now)
  },
)
const toggleGraph = (): void => {
  if (hasGraph(property.value)) view.toggleLane(props.row.id)
}
</script>

<template>
  <svg class="lane" :width="view.laneWidth" :height="LANE_HEIGHT" role="group" :aria-label="laneWords">
    <template v-if="count > 0">
      <Repeat
        v-if="row.property.after === 'loop'"
        :x="drawing.last + 9"
        y="7"
        :size="12"
        stroke="var(--ink-2)"
        aria-hidden="true"
      />
      <LaneGrips
        v-if="rested"
        :held="held"
        :lane="laneRef"
        :chosen-keys="chosenKeys"
        :chosen-spans="chosenSpans"
        @open="toggleGraph"
      />
    </template>
    <PatternEnds v-if="rested && patterns.length > 0" :lane="laneRef" :name="lane" :patterns="patterns" />
  </svg>
</template>

<style scoped>
.lane {
  display: block;
  overflow: hidden;
}
</style>
