<script setup lang="ts">
import { computed, useId } from 'vue'
import { compiledOf, spanChange } from '@arrow-bend/core/property'
import type { PropertyDefinition } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useContextMenu } from '../../../../session/view/contextMenu.ts'
import { heldUntilIdle } from '../../../../session/document/idle.ts'
import type { OpenLane } from '../../../../session/view/openLanes.ts'
import { useView } from '../../../../session/view/view.ts'
import { numberWords, percentWords } from '../../../../ui/numberWords.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import type { PropertyRow } from '../rows.ts'
import type { GraphBead } from '../../../../chart/graph/beadPlaces.ts'
import { drawGraph, type GraphGrip, type GraphNode } from '../../../../chart/graph/graphDrawing.ts'
import { graphLinks } from '../../../../chart/graph/graphLinks.ts'
import GraphAxis from './GraphAxis.vue'
import GraphBeads from './GraphBeads.vue'
import GraphHandle from './GraphHandle.vue'
import KeyBox from './KeyBox.vue'
import { useLaneStop } from './laneStop.ts'
import { letterHeights } from '../../../../chart/graph/letterPlaces.ts'
import { isSummed, readingsAt, type GraphOf } from '../../../../chart/graph/sampleGraph.ts'
import { useBeadDrag } from './useBeadDrag.ts'
import { useCurveDrag } from './useCurveDrag.ts'
import { useGraphHand } from './useGraphHand.ts'
import { useGripDrag } from './useGripDrag.ts'
import { useNodeDrag } from './useNodeDrag.ts'
import { useSpeedDrawing } from './useSpeedDrawing.ts'
import { useTrackedTime } from './useTrackedTime.ts'

/** One graph of an open lane: its value, its distance or its speed over time. */
const props = defineProps<{
  row: PropertyRow
  lane: OpenLane
  of: GraphOf
  top: number
  bottom: number
  /** Which spans show their handles, by the key they begin at and how wide they are, px. */
  shows: (key: string, px: number) => boolean
}>()

const hatch = useId()
const stop = useLaneStop()
const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const view = useView()
const contextMenu = useContextMenu()
const time = useTrackedTime()
const hand = useGraphHand(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
}))
const limits = computed(() => props.row.definition.limits ?? [])
const beadDrag = useBeadDrag(hand, { limits: () => limits.value })
const gripDrag = useGripDrag(hand)
const curveDrag = useCurveDrag(hand)
const nodeDrag = useNodeDrag(hand)
const drawn = useSpeedDrawing(hand)

const property = computed(() => props.row.property)
const definition = computed<PropertyDefinition>(() => props.row.definition)
const unit = computed(() => definition.value.unit)
const unitWords = computed(() => (props.of === 'speed' ? `${unit.value || 'units'}/s` : unit.value))
const drawing = computed(() =>
  drawGraph(property.value, {
    of: props.of,
    xOf: view.xOf,
    width: view.laneWidth,
    top: props.top,
    bottom: props.bottom,
    library: document.bends,
    shows: props.shows,
    range: props.lane.ranges[props.of] ?? null,
    held: hand.held.value,
    limits: limits.value,
  }),
)
defineExpose({ drawing, of: props.of })
const pane = computed(() => ({ of: props.of, drawing: drawing.value }))
/** What takes hold of the curves stays where it is while anything moves: it is not seen. */
const heldCurves = heldUntilIdle(
  () => drawing.value.curves,
  (before) => before.length === drawing.value.curves.length,
)
/** A split position has a lane an axis; each is drawn as it is where both share one. */
const axis = computed(() =>
  definition.value.name === 'position x' ? 0 : definition.value.name === 'position y' ? 1 : null,
)
const isSecond = (component: number): boolean => (axis.value ?? component) === 1
const hasLetters = computed(() => drawing.value.curves.length > 1)
const letterYs = computed(() => letterHeights(drawing.value.curves))
/** The words by the pointer change with every move; whether there are any does not. */
const dragging = computed(() => hand.tag.value !== null)
const chosenKeys = computed(() => selection.keysIn(hand.lane()))
const chosenBeads = computed(() =>
  drawing.value.beads.filter(({ keys }) => keys.some((key) => chosenKeys.value.has(key))),
)

/** Turns beside degrees, from a whole one on. */
const valueWords = (value: number): string => {
  const turns = property.value.kind === 'turn' && props.of === 'value' && Math.abs(value) >= 360
  return `${numberWords(value)} ${unitWords.value}${turns ? ` (${numberWords(value / 360)} turns)` : ''}`
}
/** What the playhead reads off, one a curve. */
const readings = computed(() => {
  const x = view.xOf(time.value)
  if (x < 0 || x > view.laneWidth || property.value.keys.length === 0) return []
  const values = readingsAt(compiledOf(property.value, document.bends), time.value, props.of)
  const ys = values.map(drawing.value.scale.y)
  const close = ys.length > 1 && Math.abs(ys[0]! - ys[1]!) < 14
  return ys.map((y, i) => ({
    id: i,
    x,
    y,
    // Words stand above their dot; where two would meet, the lower one's stand below.
    wordsY: close && y > ys[1 - i]! ? y + 15 : Math.max(props.top + 12, y - 5),
    words: valueWords(values[i]!),
  }))
})
/** The area under each selected span's speed is what it changes by. */
const areas = computed(() => {
  if (props.of !== 'speed') return []
  const chosen = selection.spansIn(hand.lane())
  if (chosen.size === 0) return []
  const compiled = compiledOf(property.value, document.bends)
  return compiled.spans.flatMap((_, i) => {
    const key = compiled.keys[i]!.id
    const [x0, x1] = [view.xOf(compiled.times[i]!), view.xOf(compiled.times[i + 1]!)]
    if (!chosen.has(key) || x1 - x0 < 70) return []
    const change = spanChange(compiled, i)
    return [
      {
        key,
        x: (x0 + x1) / 2,
        words: `area ${change > 0 ? '+' : ''}${numberWords(change, 1)} ${unit.value}`,
      },
    ]
  })
})
const links = computed(() => {
  const { xOf, laneWidth: width } = view
  return graphLinks(compiledOf(property.value, document.bends), { xOf, width, bottom: props.bottom })
})
const openMenu = (event: MouseEvent, { keys }: GraphBead): void => {
  const refs = keys.map((key) => ({ ...hand.lane(), key }))
  if (!refs.every((ref) => selection.hasKey(ref))) selection.selectKeys(refs)
  contextMenu.show(event, 'key')
}
const laneName = computed(() => `${props.row.layer.name} ${definition.value.label.toLowerCase()}`)
const letterOf = (component: number): string => (hasLetters.value ? ` ${'XY'[component]}` : '')
const beadName = ({ index, component, keys }: GraphBead): string =>
  `${laneName.value}, key ${index + 1}${keys.length > 1 ? ` and ${keys.length - 1} more close by` : ''}${letterOf(component)}`
const gripName = ({ side, span, component }: GraphGrip): string =>
  `${side === 'leave' ? 'Leave' : 'Arrive'} handle, keys ${span + 1} to ${span + 2}${letterOf(component)}, ${props.of}`
const gripWords = (grip: GraphGrip): string => {
  const amount = props.of === 'speed' ? grip.speeds[grip.component]! : grip.offset[grip.component]!
  return `reach ${Math.round(grip.reach * 100)} %, ${numberWords(amount)} ${unitWords.value}`
}
const nodeName = ({ index, span, component }: GraphNode): string =>
  `Point ${index} of the bend, keys ${span + 1} to ${span + 2}${letterOf(component)}`
const press = (event: PointerEvent): void => {
  if (props.of === 'speed' && props.lane.drawing) drawn.press(event, drawing.value.scale)
  else curveDrag.press(event, pane.value)
}
/** A place's own X and Y are shaped on the stage; of a colour or an outline the curve sums many numbers up. */
const canBend = computed(
  () => !isSummed(property.value) && !(props.of === 'value' && property.value.kind === 'place'),
)
</script>

<template>
  <g :data-graph="of">
    <pattern :id="hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="1.5" height="5" class="hatch" />
    </pattern>
    <line v-if="top > 0" :x1="0" :x2="view.laneWidth" :y1="top" :y2="top" class="rule" />
    <GraphAxis
      :scale="drawing.scale"
      :width="view.laneWidth"
      :top="top"
      :limits="of === 'value' ? limits : []"
      :words="`${of}, ${unitWords}`"
    />
    <g aria-hidden="true">
      <path
        v-if="of === 'speed' && drawing.curves[0]"
        :d="`${drawing.curves[0].path}V${drawing.scale.y(0)}H${drawing.curves[0].startX}Z`"
        class="shade"
      />
      <g v-for="(curve, i) in drawing.curves" :key="curve.component">
        <path v-if="curve.lost" :d="curve.lost" :fill="`url(#${hatch})`" data-part="lost" />
        <path v-if="curve.outside" :d="curve.outside" class="outside" data-part="outside" />
        <path
          :d="curve.path"
          class="curve"
          :class="{ second: isSecond(curve.component) }"
          :data-curve="`${of}${curve.component}`"
        />
        <path v-if="curve.stitch" :d="curve.stitch" class="stitch" data-part="stitch" />
        <text v-if="curve.letter || axis !== null" :x="curve.endX" :y="letterYs[i]" class="letter">
          {{ axis === null ? curve.letter : 'XY'[axis] }}
        </text>
      </g>
      <path v-if="links" :d="links" fill="none" stroke="var(--ink-2)" data-part="links" />
      <text v-for="area in areas" :key="area.key" :x="area.x" :y="bottom - 4" class="area">{{
        area.words
      }}</text>
    </g>
    <template v-if="canBend">
      <path
        v-for="curve in heldCurves"
        :key="`reach${curve.component}`"
        :d="curve.path"
        class="reach"
        data-part="curve-reach"
        @pointerdown.left.stop="press"
        @dblclick.stop="curveDrag.add($event)"
      />
    </template>
    <rect
      v-if="of === 'speed' && props.lane.drawing"
      :y="top"
      :width="view.laneWidth"
      :height="bottom - top"
      class="paper"
      @pointerdown.left.stop="press"
    />
    <path v-if="drawn.line.value" :d="drawn.line.value" class="pencil" aria-hidden="true" />
    <KeyBox v-if="of !== 'speed'" :hand="hand" :chosen="chosenBeads" :pane="pane" />
    <g v-for="node in drawing.nodes" :key="`${node.key}${node.index}${node.component}`">
      <template v-for="arm in node.arms" :key="arm.side">
        <GraphHandle
          :from="[node.x, node.y]"
          :to="[arm.x, arm.y]"
          :aria-label="`${arm.side === 'leave' ? 'Leave' : 'Arrive'} handle of ${nodeName(node).toLowerCase()}`"
          :aria-valuenow="Math.round(Math.abs(arm.handle[0]) * 100)"
          :aria-valuetext="`${percentWords(Math.abs(arm.handle[0]))} of the time, ${percentWords(arm.handle[1])} of the change`"
          @pointerdown.left.stop="nodeDrag.pressArm($event, node, arm, pane)"
          @keydown="nodeDrag.nudgeArm($event, node, arm)"
        />
      </template>
      <g
        v-if="node.inner"
        class="bead"
        role="slider"
        :tabindex="stop"
        :aria-label="nodeName(node)"
        :aria-valuenow="Math.round(node.at[0] * 100)"
        :aria-valuetext="`at ${percentWords(node.at[0])} of the time, ${percentWords(node.at[1])} of the change`"
        @pointerdown.left.stop="nodeDrag.press($event, node, pane)"
        @keydown="nodeDrag.nudge($event, node)"
      >
        <circle :cx="node.x" :cy="node.y" r="10" fill="transparent" />
        <circle class="node" :cx="node.x" :cy="node.y" r="3" />
      </g>
    </g>
    <GraphBeads
      :beads="drawing.beads"
      :name="`${laneName} ${unitWords}`"
      :chosen="chosenKeys"
      :going="dragging"
      :name-of="beadName"
      :words-of="valueWords"
      @grab="(event, bead) => beadDrag.press(event, bead, pane)"
      @menu="openMenu"
      @nudge="(event, bead) => beadDrag.nudge(event, bead, { of, step: definition.step })"
    />
    <!-- Over the beads, which keep what is nearer to them. -->
    <GraphHandle
      v-for="grip in drawing.grips"
      :key="`${grip.key}${grip.side}${grip.component}`"
      :from="[grip.fromX, grip.fromY]"
      :to="[grip.x, grip.y]"
      :aria-label="gripName(grip)"
      :aria-valuenow="Math.round(grip.reach * 100)"
      :aria-valuetext="gripWords(grip)"
      @pointerdown.left.stop="gripDrag.press($event, grip, pane)"
      @keydown="gripDrag.nudge($event, grip, pane)"
    />
    <g v-for="reading in readings" :key="reading.id" class="reading" aria-hidden="true">
      <circle :cx="reading.x" :cy="reading.y" r="3.25" />
      <text v-if="!playback.playing && !dragging" :x="reading.x + 9" :y="reading.wordsY">
        {{ reading.words }}
      </text>
    </g>
    <PointerTag :of="hand" />
  </g>
</template>

<style scoped>
.rule {
  stroke: var(--rule);
}

.curve {
  fill: none;
  stroke: var(--hue);
  stroke-linejoin: round;
  stroke-width: 2;
}

/* What no key is needed for. */
.outside {
  fill: none;
  stroke: var(--hue);
  stroke-dasharray: 2 3;
  stroke-opacity: 0.75;
  stroke-width: 1.25;
}

/* Gaps over the line, which so becomes a stitched one. */
.stitch {
  fill: none;
  stroke: var(--sheet-2);
  stroke-dasharray: 3 4;
  stroke-width: 3;
}

.curve.second {
  stroke-dasharray: 9 4;
}

.hatch {
  fill: var(--ink-2);
  fill-opacity: 0.55;
}

.reach {
  cursor: grab;
  fill: none;
  pointer-events: stroke;
  stroke: transparent;
  stroke-width: 11;
}

.paper {
  cursor: crosshair;
  fill: transparent;
}

.pencil {
  fill: none;
  stroke: var(--pencil);
  stroke-linejoin: round;
  stroke-width: 2;
}

.shade {
  fill: var(--hue);
  fill-opacity: 0.2;
}

.letter {
  fill: var(--hue);
  font-size: 0.75rem;
  font-weight: 650;
}

.area {
  fill: var(--ink-2);
  stroke: var(--sheet-2);
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 0.6875rem;
  paint-order: stroke;
  text-anchor: middle;
}

.bead {
  cursor: move;
}

.node {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.bead:hover .node,
.bead:focus-visible .node {
  fill: var(--pencil);
}

.reading circle {
  fill: var(--ink);
}

.reading text {
  fill: var(--ink);
  stroke: var(--sheet-2);
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 0.75rem;
  paint-order: stroke;
}
</style>
