<script setup lang="ts">
import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { computed, defineAsyncComponent, onUnmounted, ref, useTemplateRef, watch } from 'vue'
import { timedKeys } from '@arrow-bend/core/property'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import type { OpenLane } from '../../../../session/view/openLanes.ts'
import { useView } from '../../../../session/view/view.ts'
import type { PropertyRow } from '../rows.ts'
import { hasValueGraph } from '../../../../chart/graph/graphDrawing.ts'
import GraphPane from './GraphPane.vue'
import { focusShown } from '../../../../ui/focus/focusShown.ts'
import { provideLaneStop } from './laneStop.ts'
import type { GraphOf } from '../../../../chart/graph/sampleGraph.ts'

// Of few lanes, and so it comes when it is wanted.
const ColourPane = defineAsyncComponent(() => import('./ColourPane.vue'))

/** An open lane: the graph of a property's value, of its speed, or both, on its own scale under the common ruler. */
const props = defineProps<{ row: PropertyRow; lane: OpenLane }>()

const document = useDocument()
const selection = useSelection()
const view = useView()
const focused = ref(false)
provideLaneStop(() => focused.value)
const shownPanes = useTemplateRef('shownPanes')
const svg = useTemplateRef('svg')

const property = computed(() => props.row.property)
/** Which graphs there are, from top to bottom, each with its share of the height; a colour itself is no graph of one value. */
const panes = computed(() => {
  const isColour = property.value.kind === 'colour'
  const along: GraphOf = property.value.kind === 'place' && props.lane.along ? 'distance' : 'value'
  const value = isColour ? 'colour' : along
  const { graph } = props.lane
  const wanted: readonly (GraphOf | 'colour')[] =
    graph === 'both' ? [value, 'speed'] : [graph === 'value' ? value : 'speed']
  const list = isColour || hasValueGraph(property.value) ? wanted : (['speed'] as const)
  const high = props.lane.height / list.length
  return list.map((of, i) => ({ of, place: { top: i * high, bottom: (i + 1) * high } }))
})
const laneRef = computed(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
}))
const chosenKeys = computed(() => selection.keysIn(laneRef.value))
const chosenSpans = computed(() => selection.spansIn(laneRef.value))
const NOTHING: ReadonlySet<string> = new Set()
/** Spans that are selected, or lie beside a selected key. */
const beside = computed(() => {
  const [inKeys, inSpans] = [chosenKeys.value, chosenSpans.value]
  if (inKeys.size + inSpans.size === 0) return NOTHING
  const keys = timedKeys(property.value)
  return new Set(
    keys.slice(0, -1).flatMap(({ id }, i) => {
      const near = inSpans.has(id) || inKeys.has(id) || inKeys.has(keys[i + 1]!.id)
      return near ? [id] : []
    }),
  )
})
/** px a span needs for its handles to be shown unasked. */
const ROOM = 20
/** Handles of selected spans and of those beside selected keys; of all while none is selected, or the lane has the keyboard. */
const shows = (key: string, px: number): boolean =>
  beside.value.has(key) || (px > ROOM && (focused.value || beside.value.size === 0))
/** Selected spans, from key to key. */
const washes = computed(() => {
  const keys = timedKeys(property.value)
  return keys.slice(0, -1).flatMap((key, i) => {
    if (!chosenSpans.value.has(key.id)) return []
    const [x0, x1] = [view.xOf(key.t), view.xOf(keys[i + 1]!.t)]
    return [{ key: key.id, x: x0, width: Math.max(0, x1 - x0) }]
  })
})

/** Zooms the axis about the pointer's height; both ways by Alt and the wheel. */
const onWheel = (event: WheelEvent): void => {
  if (!event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  const [, y] = pointerIn(event, event.currentTarget as SVGElement)
  const at = panes.value.findIndex(({ place: { top, bottom } }) => y >= top && y < bottom)
  const of = panes.value[at]?.of
  const pane = shownPanes.value?.find((one) => one?.of === of)
  if (!pane || of === undefined || of === 'colour') return
  const { scale } = pane.drawing
  const factor = Math.exp(event.deltaY * 0.003)
  const middle = scale.valueOf(y)
  const ends = [scale.low, scale.high].map((end) => middle + (end - middle) * factor)
  view.changeLane(props.row.id, { ranges: { ...props.lane.ranges, [of]: { low: ends[0]!, high: ends[1]! } } })
}

/** Enter goes in, to the first of what can be moved; Escape comes out again. */
const enter = (): void => {
  focusShown(svg.value?.querySelector<SVGElement>('[role=slider]'))
}
const leave = (event: KeyboardEvent): void => {
  if (event.target === svg.value) return
  event.stopPropagation()
  focusShown(svg.value)
}

watch(
  () => props.row.id,
  (id, before) => {
    if (before) view.beadsOf.delete(before)
    view.beadsOf.set(id, (top, bottom) => {
      const beads = shownPanes.value?.flatMap((pane) => pane?.drawing.beads ?? []) ?? []
      if (beads.length === 0) return null
      return new Set(beads.filter(({ y }) => y >= top && y <= bottom).flatMap(({ keys }) => keys))
    })
  },
  { immediate: true },
)
onUnmounted(() => view.beadsOf.delete(props.row.id))
</script>

<template>
  <svg
    ref="svg"
    class="open-lane"
    :width="view.laneWidth"
    :height="lane.height"
    role="group"
    tabindex="-1"
    data-place="0"
    :aria-label="`${row.layer.name} ${row.definition.label.toLowerCase()}, graph`"
    :style="{ '--hue': `var(--hue-${row.definition.hue})` }"
    @focusin="focused = true"
    @focusout="focused = false"
    @keydown.enter.self.stop.prevent="enter"
    @keydown.esc="leave"
    @wheel="onWheel"
  >
    <rect :width="view.laneWidth" :height="lane.height" class="ground" />
    <rect
      v-for="wash in washes"
      :key="wash.key"
      :x="wash.x"
      :width="wash.width"
      y="0.75"
      :height="lane.height - 1.5"
      class="wash"
    />
    <template v-for="pane in panes" :key="pane.of">
      <ColourPane v-if="pane.of === 'colour'" v-bind="pane.place" :row="row" />
      <GraphPane
        v-else
        ref="shownPanes"
        v-bind="pane.place"
        :of="pane.of"
        :row="row"
        :lane="lane"
        :shows="shows"
      />
    </template>
  </svg>
</template>

<style scoped>
.open-lane {
  display: block;
  overflow: hidden;
}

/* What is being worked at is painted apart from the rest of the deck, which so is not painted again. */
.open-lane:focus-within {
  will-change: transform;
}

.ground {
  fill: var(--sheet-2);
}

.wash {
  fill: var(--pencil);
  fill-opacity: 0.066;
}
</style>
