<script setup lang="ts">
import { computed, ref } from 'vue'
import { compiledOf, KIND_WIDTH, speedAt, timedKeys, valueAt } from '@arrow-bend/core/property'
import type { KeyRef } from '@arrow-bend/core/edit'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { useSelection } from '../../../session/selection.ts'
import { useView, type OpenLane } from '../../../session/view.ts'
import PointerTag from '../PointerTag.vue'
import { text } from '../stage/drawRoute.ts'
import { drawGraph, hasValueGraph, type GraphBead, type GraphGrip, type GraphOf } from './graphDrawing.ts'
import type { PropertyRow } from './rows.ts'
import { useGraphDrag } from './useGraphDrag.ts'
import { useTrackedTime } from './useTrackedTime.ts'

/** An open lane: the graph of a property's value, of its speed, or both, on its own scale under the common ruler. */
const props = defineProps<{ row: PropertyRow; lane: OpenLane }>()

const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const view = useView()
const time = useTrackedTime()
const focused = ref(false)
const graph = useGraphDrag(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
}))

const property = computed(() => props.row.property)
const width = computed(() => view.laneWidth)
const unit = computed(() => props.row.definition.unit)
const unitOf = (of: GraphOf): string => (of === 'speed' ? `${unit.value || 'units'}/s` : unit.value)
/** Which graphs there are, from top to bottom, each with its share of the height. */
const panes = computed(() => {
  const wanted: GraphOf[] =
    props.lane.graph === 'both' ? ['value', 'speed'] : [props.lane.graph === 'value' ? 'value' : 'speed']
  const list = hasValueGraph(property.value) ? wanted : (['speed'] as const)
  const high = props.lane.height / list.length
  return list.map((what, i) => ({ what, top: i * high, bottom: (i + 1) * high }))
})
const refOf = (key: string): KeyRef => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
  key,
})
const anyChosen = computed(() =>
  property.value.keys.some(({ id }) => selection.hasSpan(refOf(id)) || selection.hasKey(refOf(id))),
)
/** Handles of selected spans and of those beside selected keys; of all while nothing in the lane is selected, or it has the keyboard. */
const shows = (key: string): boolean => {
  if (focused.value || !anyChosen.value) return true
  const { keys } = property.value
  const next = keys[keys.findIndex(({ id }) => id === key) + 1]
  return (
    selection.hasSpan(refOf(key)) ||
    selection.hasKey(refOf(key)) ||
    (!!next && selection.hasKey(refOf(next.id)))
  )
}
const graphs = computed(() =>
  panes.value.map((pane) => ({
    ...pane,
    drawing: drawGraph(property.value, {
      xOf: view.xOf,
      width: width.value,
      top: pane.top,
      bottom: pane.bottom,
      of: pane.what,
      library: document.bends,
      shows,
      held: graph.held.value[pane.what],
    }),
  })),
)
/** Selected spans, from key to key. */
const washes = computed(() => {
  const keys = timedKeys(property.value)
  return keys.slice(0, -1).flatMap((key, i) => {
    if (!selection.hasSpan(refOf(key.id))) return []
    const [x0, x1] = [view.xOf(key.t), view.xOf(keys[i + 1]!.t)]
    return [{ key: key.id, x: x0, width: Math.max(0, x1 - x0) }]
  })
})
const limits = computed(() => (props.row.definition.limits ?? []).filter(Number.isFinite))
const words = (value: number): string => String(Number(value.toFixed(2))).replace('-', '−')
/** What the playhead reads off, one a component. */
const readings = computed(() => {
  const x = view.xOf(time.value)
  if (x < 0 || x > width.value || property.value.keys.length === 0) return []
  const compiled = compiledOf(property.value, document.bends)
  return graphs.value.flatMap(({ what, top, drawing: { scale } }) => {
    const values = what === 'speed' ? speedAt(compiled, time.value) : valueAt(compiled, time.value)
    const ys = values.slice(0, 2).map(scale.y)
    const close = ys.length > 1 && Math.abs(ys[0]! - ys[1]!) < 14
    return ys.map((y, i) => ({
      id: `${what}${i}`,
      x,
      y,
      // Words stand above their dot; where two would meet, the lower one's stand below.
      wordsY: close && y > ys[1 - i]! ? y + 15 : Math.max(top + 12, y - 5),
      words: `${words(values[i]!)} ${unitOf(what)}`,
    }))
  })
})
const beadName = ({ index, component }: GraphBead): string => {
  const letter = KIND_WIDTH[property.value.kind] > 1 ? ` ${'XY'[component]}` : ''
  return `${props.row.layer.name} ${props.row.definition.label.toLowerCase()}, key ${index + 1}${letter}`
}
const gripName = ({ side, span, component }: GraphGrip, of: GraphOf): string => {
  const letter = KIND_WIDTH[property.value.kind] > 1 && of === 'value' ? ` ${'XY'[component]}` : ''
  return `${side === 'leave' ? 'Leave' : 'Arrive'} handle, keys ${span + 1} to ${span + 2}${letter}, ${of}`
}
const gripWords = (grip: GraphGrip, of: GraphOf): string => {
  const amount = of === 'speed' ? grip.speeds[grip.component]! : grip.offset[grip.component]!
  return `reach ${Math.round(grip.reach * 100)} %, ${words(amount)} ${unitOf(of)}`
}
</script>

<template>
  <svg
    class="open-lane"
    :width="width"
    :height="lane.height"
    role="group"
    tabindex="0"
    :aria-label="`${row.layer.name} ${row.definition.label.toLowerCase()}, graph`"
    :style="{ '--hue': `var(--hue-${row.definition.hue})` }"
    @focusin="focused = true"
    @focusout="focused = false"
  >
    <rect :width="width" :height="lane.height" class="ground" />
    <rect
      v-for="wash in washes"
      :key="wash.key"
      :x="wash.x"
      :width="wash.width"
      y="0.75"
      :height="lane.height - 1.5"
      class="wash"
    />
    <g v-for="{ what, top, drawing } in graphs" :key="what" :data-graph="what">
      <line v-if="top > 0" :x1="0" :x2="width" :y1="top" :y2="top" class="rule" />
      <g aria-hidden="true">
        <g v-for="tick in drawing.scale.ticks" :key="tick.value">
          <line
            :x1="0"
            :x2="width"
            :y1="tick.y"
            :y2="tick.y"
            class="grid"
            :class="{ strong: tick.value === 0 }"
          />
          <text x="4" :y="tick.y - 2" class="number">{{ tick.label }}</text>
        </g>
        <template v-if="what === 'value'">
          <g v-for="limit in limits" :key="`l${limit}`">
            <line
              v-if="limit > drawing.scale.low && limit < drawing.scale.high"
              :x1="0"
              :x2="width"
              :y1="drawing.scale.y(limit)"
              :y2="drawing.scale.y(limit)"
              class="limit"
            />
          </g>
        </template>
        <text :x="width - 6" :y="top + 11" class="unit">{{ what }}, {{ unitOf(what) }}</text>
        <path
          v-if="what === 'speed' && drawing.curves[0]"
          :d="`${drawing.curves[0].path}V${drawing.scale.y(0)}H0Z`"
          class="shade"
        />
        <g v-for="curve in drawing.curves" :key="curve.component">
          <path
            :d="curve.path"
            class="curve"
            :class="{ second: curve.component === 1 }"
            :data-curve="`${what}${curve.component}`"
          />
          <text v-if="curve.letter" :x="curve.endX" :y="curve.endY" class="letter">{{ curve.letter }}</text>
        </g>
      </g>
      <template v-if="what === 'value' && property.kind !== 'place'">
        <path
          v-for="curve in drawing.curves"
          :key="`reach${curve.component}`"
          :d="curve.path"
          class="reach"
          data-part="curve-reach"
          @pointerdown.left.stop="graph.pressCurve($event, curve.component, drawing)"
          @dblclick.stop="graph.addKeyAt($event)"
        />
      </template>
      <g v-for="grip in drawing.grips" :key="`${grip.key}${grip.side}${grip.component}`">
        <path
          :d="`M${text([grip.fromX, grip.fromY])}L${text([grip.x, grip.y])}`"
          class="arm"
          aria-hidden="true"
        />
        <g
          class="grip"
          role="slider"
          tabindex="0"
          :aria-label="gripName(grip, what)"
          :aria-valuenow="Math.round(grip.reach * 100)"
          :aria-valuetext="gripWords(grip, what)"
          @pointerdown.left.stop="graph.pressGrip($event, grip, { of: what, drawing })"
          @keydown="graph.nudgeGrip($event, grip, { of: what, drawing })"
        >
          <rect :x="grip.x - 9" :y="grip.y - 9" width="18" height="18" fill="transparent" />
          <rect class="square" :x="grip.x - 3.5" :y="grip.y - 3.5" width="7" height="7" rx="1" />
        </g>
      </g>
      <g
        v-for="bead in drawing.beads"
        :key="`${bead.key}${bead.component}`"
        class="bead"
        :class="{ chosen: selection.hasKey(refOf(bead.key)) }"
        role="slider"
        tabindex="0"
        :aria-label="beadName(bead)"
        :aria-valuenow="bead.value"
        :aria-valuetext="`${words(bead.value)} ${unit}`"
        @pointerdown.left.stop="graph.pressBead($event, bead, drawing)"
        @keydown="graph.nudgeBead($event, bead, row.definition.step)"
      >
        <circle :cx="bead.x" :cy="bead.y" r="10" fill="transparent" />
        <circle class="halo" :cx="bead.x" :cy="bead.y" r="5.75" />
        <circle class="ring" :cx="bead.x" :cy="bead.y" r="3.75" />
      </g>
    </g>
    <g v-for="reading in readings" :key="reading.id" class="reading" aria-hidden="true">
      <circle :cx="reading.x" :cy="reading.y" r="3.25" />
      <text v-if="!playback.playing && !graph.tag.value" :x="reading.x + 9" :y="reading.wordsY">
        {{ reading.words }}
      </text>
    </g>
    <PointerTag :tag="graph.tag.value" />
  </svg>
</template>

<style scoped>
.open-lane {
  display: block;
  overflow: hidden;
}

.ground {
  fill: var(--sheet-2);
}

.wash {
  fill: var(--pencil);
  fill-opacity: 0.066;
}

.rule {
  stroke: var(--rule);
}

.grid {
  stroke: var(--rule-soft);
}

.grid.strong {
  stroke: var(--ink-2);
  stroke-opacity: 0.6;
}

.limit {
  stroke: var(--ink-2);
  stroke-dasharray: 2 3;
}

.number,
.unit {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 11px;
}

.unit {
  text-anchor: end;
}

.curve {
  fill: none;
  stroke: var(--hue);
  stroke-linejoin: round;
  stroke-width: 2;
}

.curve.second {
  stroke-dasharray: 9 4;
}

.reach {
  cursor: grab;
  fill: none;
  pointer-events: stroke;
  stroke: transparent;
  stroke-width: 11;
}

.shade {
  fill: var(--hue);
  fill-opacity: 0.2;
}

.letter {
  fill: var(--hue);
  font-size: 12px;
  font-weight: 650;
}

.arm {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}

.grip,
.bead {
  cursor: move;
}

.square {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.grip:hover .square,
.grip:focus-visible .square {
  fill: var(--pencil);
}

.halo {
  fill: var(--sheet-2);
}

.ring {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.bead:hover .ring,
.bead:focus-visible .ring {
  r: 4.75px;
}

.bead.chosen .ring {
  fill: var(--pencil);
  stroke: var(--pencil);
}

.reading circle {
  fill: var(--ink);
}

.reading text {
  fill: var(--ink);
  stroke: var(--sheet-2);
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 12px;
  paint-order: stroke;
}
</style>
