<script setup lang="ts">
import { Repeat } from '@lucide/vue'
import { computed, shallowRef } from 'vue'
import { keyStateWords, type Key } from '@arrow-bend/core/property'
import { formatTime, frameTicks } from '@arrow-bend/core/time'
import type { KeyRef } from '@arrow-bend/core/edit'
import { useDocument } from '../../../session/document.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection.ts'
import { hasGraph, useView } from '../../../session/view.ts'
import { discPoints } from '../../../ui/discPoints.ts'
import PointerTag from '../PointerTag.vue'
import BeadDots from './BeadDots.vue'
import LaneWords from './LaneWords.vue'
import { drawLane, LANE_HEIGHT, type BeadDrawing, type SpanDrawing } from './laneDrawing.ts'
import { momentWords } from './momentWords.ts'
import type { PropertyRow } from './rows.ts'
import { useKeyDrag } from './useKeyDrag.ts'
import { useRibbonDrag } from './useRibbonDrag.ts'

/** A closed lane: ribbons for its spans, beads for its keys. */
const props = defineProps<{ row: PropertyRow }>()

const document = useDocument()
const preferences = usePreferences()
const selection = useSelection()
const view = useView()
const dragKeys = useKeyDrag()
const ribbon = useRibbonDrag(() => laneRef.value)

// A row is made anew with its layer; the drawing only with the property itself.
const property = computed(() => props.row.property)
const drawing = computed(() =>
  drawLane(
    property.value,
    { xOf: view.xOf, width: view.laneWidth, coarse: document.gesturing },
    document.bends,
  ),
)
const laneRef = computed(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
}))
const chosenKeys = computed(() => selection.keysIn(laneRef.value))
const chosenSpans = computed(() => selection.spansIn(laneRef.value))
const refOf = (key: string): KeyRef => ({ ...laneRef.value, key })
const lane = computed(() => `${props.row.layer.name} ${props.row.definition.label.toLowerCase()}`)
const count = computed(() => props.row.property.keys.length)
/** What beads are called follows when a drag is done: names are not heard on the way. */
const namedKeys = computed<readonly Key[]>((before) =>
  document.gesturing && before?.length === count.value ? before : property.value.keys,
)
const timeOf = (index: number): string =>
  formatTime(namedKeys.value[index]!.t, document.rate, preferences.timeDisplay)
const beadLabel = (index: number): string =>
  `${lane.value}, ${keyStateWords({ kind: 'on', key: index + 1, of: count.value }).replace('on ', '')}, ${timeOf(index)}`
const spanLabel = ({ index, keys }: SpanDrawing): string =>
  `${lane.value}, keys ${index + 1} to ${index + 1 + keys.length}${keys.length > 1 ? ', close together' : ''}`
const isChosen = ({ keys }: SpanDrawing): boolean => chosenSpans.value.has(keys[0]!)
/** A ribbon is taken hold of; where spans crowd they are selected together. */
const grab = (event: PointerEvent, span: SpanDrawing): void => {
  if (span.keys.length === 1) ribbon.press(event, span)
  else selection.selectSpans(span.keys.map(refOf), event.shiftKey || event.ctrlKey || event.metaKey)
}

const pressSpan = (event: KeyboardEvent, key: string): void => {
  selection.selectSpans([refOf(key)], event.shiftKey || event.ctrlKey || event.metaKey)
}
/** What is under the pointer, said in the lane. */
const under = shallowRef<{ x: number; words: string } | null>(null)
const said = { under }
const point = (event: PointerEvent): void => {
  if (event.buttons !== 0) {
    under.value = null
    return
  }
  const x = event.clientX - (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect().left
  const words = momentWords(property.value, document.bends, {
    time: view.timeOf(x),
    unit: props.row.definition.unit,
  })
  under.value = words ? { x, words } : null
}
const dragged = { tag: computed(() => ribbon.tag.value ?? dragKeys.tag.value) }
const toggleGraph = (): void => {
  if (hasGraph(property.value)) view.toggleLane(props.row.id)
}
/** Enter selects a span, and opens the lane of one that is selected. */
const enterSpan = (event: KeyboardEvent, key: string): void => {
  if (!event.shiftKey && chosenSpans.value.has(key)) toggleGraph()
  else pressSpan(event, key)
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
/**
 * A bead is selected as it is pressed, with Ctrl/Cmd or Shift beside the others; Shift takes all from the last one in
 * this lane. One that is selected already is taken away only when it is let go without a drag.
 */
const pressBead = (event: PointerEvent, bead: BeadDrawing): void => {
  const refs = keysOfBead(bead).map(refOf)
  const was = refs.every((ref) => selection.hasKey(ref))
  const add = event.shiftKey || event.ctrlKey || event.metaKey
  if (!was && event.shiftKey) selection.selectKeys([...selection.keys, ...rangeTo(bead)])
  else if (!was) selection.selectKeys(add ? [...selection.keys, ...refs] : refs)
  dragKeys.press(event, property.value.keys[bead.index]!.t, () => {
    if (!was) return
    if (add) selection.selectKeys(refs, true)
    else selection.selectKeys(refs)
  })
}
const isChosenBead = (bead: BeadDrawing): boolean =>
  bead.count > 1
    ? chosenKeys.value.size > 0 && keysOfBead(bead).some((id) => chosenKeys.value.has(id))
    : chosenKeys.value.has(bead.key)
const dots = computed(() =>
  drawing.value.beads.map((bead) => ({
    x: bead.x,
    y: 13,
    chosen: isChosenBead(bead),
    small: bead.waypoint,
  })),
)
/** Beads that stand for several, which say how many. */
const many = computed(() => drawing.value.beads.filter((bead) => bead.count > 1))
/** The keys a bead stands for: where they crowd more than one. */
const keysOfBead = ({ index, count: many }: BeadDrawing): string[] =>
  property.value.keys.slice(index, index + many).map(({ id }) => id)
/** All keys from the one of this lane selected last to a bead, those selected already left out; else the bead's own. */
const rangeTo = (bead: BeadDrawing): KeyRef[] => {
  const { keys } = property.value
  const last = selection.keys.findLast(
    ({ layer, property: name }) => layer === laneRef.value.layer && name === laneRef.value.property,
  )
  const from = last ? keys.findIndex(({ id }) => id === last.key) : -1
  if (from < 0) return keysOfBead(bead).map(refOf)
  const [low, high] = [Math.min(from, bead.index), Math.max(from, bead.index + bead.count - 1)]
  return keys
    .slice(low, high + 1)
    .map(({ id }) => refOf(id))
    .filter((ref) => !selection.hasKey(ref))
}
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
    <Repeat
      v-if="count > 0 && row.property.after === 'loop'"
      :x="drawing.last + 9"
      y="7"
      :size="12"
      stroke="var(--ink-2)"
      aria-hidden="true"
    />
    <template v-if="count > 0">
      <line :x1="0" :x2="drawing.first" y1="13" y2="13" class="outside" />
      <line :x1="drawing.last" :x2="view.laneWidth" y1="13" y2="13" class="outside" />
    </template>
    <g
      v-for="span in drawing.spans"
      :key="span.slot"
      :data-place="span.index * 2 + 1"
      class="span"
      :class="[span.look, { chosen: isChosen(span) }]"
      role="button"
      tabindex="-1"
      :aria-label="spanLabel(span)"
      :aria-pressed="isChosen(span)"
      @pointerdown.left.stop="grab($event, span)"
      @pointermove="point"
      @pointerleave="under = null"
      @keydown.enter.stop="enterSpan($event, span.key)"
      @dblclick="toggleGraph"
    >
      <polygon class="wash" :points="`${span.x0},0.75 ${span.x1},0.75 ${span.x1},25.25 ${span.x0},25.25`" />
      <path v-if="span.area" class="area" :d="span.area" />
      <line class="mid" :x1="span.line[0]" :x2="span.line[1]" y1="13" y2="13" />
      <path v-if="span.teeth" class="area" :d="span.teeth" />
      <rect
        v-for="cell in span.ramp"
        :key="cell.x"
        :x="cell.x"
        y="18"
        width="3.2"
        height="6"
        :fill="cell.colour"
        shape-rendering="crispEdges"
      />
    </g>
    <!-- No transforms here: each would cost the browser a layer of its own to think about. -->
    <BeadDots :dots="dots" />
    <polygon
      v-for="bead in drawing.beads"
      :key="bead.slot"
      :data-place="bead.index * 2"
      class="bead"
      :class="{ chosen: isChosenBead(bead) }"
      :points="discPoints(bead.x, 13, 10)"
      role="button"
      tabindex="-1"
      :aria-label="beadLabel(bead.index)"
      :aria-pressed="isChosenBead(bead)"
      @pointerdown.left.stop="pressBead($event, bead)"
      @keydown.enter.stop="selection.selectKeys([refOf(bead.key)], $event.shiftKey)"
    />
    <text v-for="bead in many" :key="bead.slot" class="count" :x="bead.x" y="25" aria-hidden="true">
      {{ bead.count }}
    </text>
    <text v-for="x in nearMarks" :key="x" class="near" :x="x" y="9" aria-hidden="true">≈</text>
    <LaneWords :said="said" :width="view.laneWidth" />
    <PointerTag :of="dragged" />
  </svg>
</template>

<style scoped>
.lane {
  --ground: var(--sheet);
  display: block;
  overflow: hidden;
}

.outside {
  stroke: var(--ink-2);
  stroke-dasharray: 1 3;
  opacity: 0.5;
}

.wash {
  fill: transparent;
}

.area {
  fill: var(--hue);
  fill-opacity: 0.86;
}

.mid {
  stroke: var(--hue);
  stroke-width: 1;
}

.hold .mid {
  stroke-width: 2;
  stroke-dasharray: 4 3;
}

.steps .mid {
  stroke-width: 2;
}

.span:hover .area {
  fill-opacity: 1;
  stroke: var(--ink);
  stroke-width: 1;
}

.span.chosen .wash {
  fill: var(--pencil);
  fill-opacity: 0.11;
  stroke: var(--pencil);
  stroke-dasharray: 0;
  stroke-width: 1.5;
}

.count {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 7px;
  pointer-events: none;
  text-anchor: middle;
}

.near {
  fill: var(--pencil);
  font-size: 13px;
  font-weight: 700;
  pointer-events: none;
  text-anchor: middle;
}

.bead {
  cursor: ew-resize;
  fill: transparent;
}

.bead:hover {
  stroke: var(--ink);
}

.bead:focus-visible {
  outline: none;
  stroke: var(--pencil);
  stroke-width: 2;
}

.span:focus-visible .wash {
  stroke: var(--pencil);
  stroke-width: 2;
}
</style>
