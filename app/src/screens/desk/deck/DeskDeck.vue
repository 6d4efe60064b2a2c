<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { useElementSize, useWindowSize } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useDeferredViews } from '../../../session/document/deferredViews.ts'
import { useDocument } from '../../../session/document/document.ts'
import { usePlayback } from '../../../session/playback/playback.ts'
import { useChosenVertices } from '../../../session/selection/chosenVertices.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { heldUntilIdle } from '../../../session/document/idle.ts'
import { useView } from '../../../session/view/view.ts'
import { usePreferences } from '../../../session/preferences.ts'
import DeckEmpty from './DeckEmpty.vue'
import DeckFilters from './DeckFilters.vue'
import DeckOverview from './ruler/DeckOverview.vue'
import DeckRuler from './ruler/DeckRuler.vue'
import DeckStrip from './DeckStrip.vue'
import ResizeHandle from '../../../ui/ResizeHandle.vue'
import GridLines from './ruler/GridLines.vue'
import RangeVeils from './ruler/RangeVeils.vue'
import LaneView from './lanes/LaneView.vue'
import { LANE_HEIGHT } from '../../../chart/lane/laneDrawing.ts'
import LayerBar from './layers/LayerBar.vue'
import LayerCell from './layers/LayerCell.vue'
import { providePaper } from './paper/useRowPaper.ts'
import PlayheadLine from './ruler/PlayheadLine.vue'
import PropertyCell from './lanes/PropertyCell.vue'
import SnapLine from './ruler/SnapLine.vue'
import { buildRows, laneOf, topsOf, triedRows, type Row } from './rows.ts'
import { useDeckWalk } from './useDeckWalk.ts'
import { useDeckWheel } from './useDeckWheel.ts'
import { useShownRow } from './useShownRow.ts'
import { useListedLayers } from './useListedLayers.ts'
import { provideRowsMoving } from './rowsIdle.ts'
import { useLaneHeights } from './lanes/useLaneHeights.ts'
import { useRowChoice } from './useRowChoice.ts'
import { useLayerOrder } from './layers/useLayerOrder.ts'
import { useMarquee } from './lanes/useMarquee.ts'
import { useScrub } from './ruler/useScrub.ts'

/** Layers and lanes under one time ruler. */

// Graphs come when the first lane is opened, so that the Desk itself is there sooner.
const OpenLane = defineAsyncComponent(() => import('./graph/OpenLane.vue'))
const OpenLaneTools = defineAsyncComponent(() => import('./graph/OpenLaneTools.vue'))

const document = useDocument()
const deferred = useDeferredViews()
const playback = usePlayback()
const preferences = usePreferences()
const selection = useSelection()
const view = useView()
const chosenVertices = useChosenVertices()

const paper = ref<HTMLElement | null>(null)
providePaper(paper)

const timeArea = ref<HTMLElement | null>(null)
const scroller = ref<HTMLElement | null>(null)
const sheet = ref<HTMLElement | null>(null)
const { width } = useElementSize(timeArea)
const { width: windowWidth } = useWindowSize()
watch(width, (now) => now > 0 && (view.laneWidth = now), { immediate: true })

const scene = computed(() => deferred.deck.scene!)
const listedLayers = useListedLayers()
/** The scene without what is only being tried. */
const standing = computed(() => (document.preview ? document.sceneOf(document.preview.base)! : scene.value))
const listedRows = computed(() =>
  buildRows(standing.value, {
    filter: view.filter,
    folded: view.folded,
    search: view.search,
    keep: listedLayers.keep.value,
    full: view.full,
    sets: view.sets,
    order: view.order,
    vertices: chosenVertices.chosen,
    ...(view.filter === 'selected' ? { chosen: listedLayers.chosen.value } : {}),
  }),
)
const rows = computed(() => (document.preview ? triedRows(listedRows.value, scene.value) : listedRows.value))
const openOf = (row: Row) => {
  const lane = laneOf(row)
  return lane ? (view.open.get(lane.id) ?? null) : null
}
const heightOf = (row: Row): number => openOf(row)?.height ?? LANE_HEIGHT
const tops = computed(() => topsOf(rows.value, view.open.size === 0 ? () => LANE_HEIGHT : heightOf))

/** After a step of scrolling the next may follow for so long, ms. */
const ROWS_REST_MS = 80
// Only a change of their number may reach the virtualiser: it measures the page when its options change.
const rowCount = computed(() => rows.value.length)
const virtual = useVirtualizer(
  computed(() => ({
    count: rowCount.value,
    getScrollElement: () => scroller.value,
    estimateSize: (index: number) => heightOf(rows.value[index]!),
    overscan: 6,
    isScrollingResetDelay: ROWS_REST_MS,
    getItemKey: (index: number) => rows.value[index]!.id,
  })),
)
provideRowsMoving(() => virtual.value.isScrolling)
useLaneHeights(virtual, { rows: () => rows.value, tops: () => tops.value })
/** The rows as they were when things last stood still. */
const restRows = heldUntilIdle(
  () => rows.value,
  (before) => before.length === rows.value.length,
)
/** A row as it is; one out of view, and where very much moves the names and numbers of any, once things stand still. */
const shownRows = computed(() => {
  const seen = virtual.value.range
  return virtual.value.getVirtualItems().map(({ index, start }) => {
    const [now, then] = [rows.value[index]!, restRows.value[index]!]
    const rests = then.id === now.id
    const away = rests && seen !== null && (index < seen.startIndex || index > seen.endIndex)
    return { top: start, index, row: away ? then : now, cell: rests && deferred.isMuchSelected ? then : now }
  })
})

watch(
  () => shownRows.value.map(({ row }) => row.layer.id).join(' '),
  (ids) => (view.rowsInView = new Set(ids.split(' '))),
  { immediate: true },
)

const { height: deckHeight } = useElementSize(scroller)
watch(deckHeight, (now) => now > 0 && (view.deckHeight = now), { immediate: true })
/** In a narrow window the list leaves the lanes some room. */
const listWidth = computed(() => Math.min(preferences.listWidth, Math.max(150, windowWidth.value * 0.45)))

const listed = (): readonly Row[] => rows.value
const edges = (): readonly number[] => tops.value
const marquee = useMarquee(listed, edges)
const order = useLayerOrder(listed, edges)
const choose = useRowChoice(listed)
const { scrub } = useScrub()
/** With Alt a drag over the lanes moves the playhead along. */
const startMarquee = (event: PointerEvent): void => {
  if (event.altKey) scrub(event, timeArea.value!)
  else
    marquee.start(event, () => {
      const box = sheet.value!.getBoundingClientRect()
      return new DOMRect(box.left + listWidth.value, box.top, box.width, box.height)
    })
}
const onWheel = useDeckWheel(timeArea)
watch(
  () => playback.time,
  (time) => !playback.playing && view.reveal(time),
)
const foldAll = (fold: boolean): void =>
  view.turnFolds(
    rows.value.flatMap((row) => (row.kind === 'layer' && row.folded !== fold ? [row.layer.id] : [])),
  )
const scrollTo = (index: number, align: 'auto' | 'start' = 'auto'): void =>
  virtual.value.scrollToIndex(index, { align })
useShownRow(listed, scrollTo)
const isChosen = (row: Row): boolean =>
  row.kind === 'layer'
    ? selection.hasLayer(row.layer.id)
    : selection.hasProperty({ scene: scene.value.id, layer: row.layer.id, property: row.definition.name })
const walk = useDeckWalk({
  scroller,
  rows: listed,
  isChosen,
  scrollTo,
  turnFold: (layer) => view.turnFolds([layer]),
})
</script>

<template>
  <section
    class="deck"
    data-region="deck"
    aria-label="Deck"
    :style="{ '--list': `${listWidth}px` }"
    @wheel="onWheel"
  >
    <div class="head">
      <DeckFilters :rows="rows" :scene="scene" />
      <div ref="timeArea" class="min-w-0 flex-1"><DeckRuler /></div>
    </div>
    <DeckStrip />
    <div
      ref="scroller"
      class="scroller"
      role="group"
      aria-label="Layers and lanes"
      data-entry
      :tabindex="walk.inside.value ? -1 : 0"
      @focusin="walk.onFocus"
      @focusout="walk.onBlur"
      @keydown.tab.capture="walk.onTab"
      @keydown="walk.onKeydown"
    >
      <div
        ref="sheet"
        class="sheet"
        :style="{ height: `${virtual.getTotalSize()}px` }"
        @pointerdown.left.self="startMarquee"
      >
        <GridLines />
        <div ref="paper" class="paper" aria-hidden="true" />
        <div
          v-for="{ row, cell, top, index } in shownRows"
          :key="row.id"
          v-memo="[
            row,
            cell,
            top,
            index,
            heightOf(row),
            openOf(row),
            isChosen(row),
            order.over.value === index,
          ]"
          :data-row="row.id"
          class="row"
          :class="[row.kind, { chosen: isChosen(row), over: order.over.value === index }]"
          :style="{ top: `${top}px`, height: `${heightOf(row)}px` }"
        >
          <div
            class="left"
            @pointerdown.left="row.kind === 'layer' && order.press($event, row.layer.id, top)"
          >
            <LayerCell
              v-if="cell.kind === 'layer'"
              :row="cell"
              @choose="(how) => choose.layer(row.layer.id, how)"
              @choose-lane="(how) => choose.property(laneOf(row)!, how)"
              @step="(way) => order.step(row.layer.id, way)"
            />
            <PropertyCell
              v-else
              :row="cell"
              class="h-[26px]! flex-none!"
              @choose="(how) => choose.property(laneOf(row)!, how)"
            />
            <OpenLaneTools v-if="openOf(row)" :row="laneOf(row)!" :lane="openOf(row)!" />
          </div>
          <div class="right" @pointerdown.left="startMarquee">
            <OpenLane v-if="openOf(row)" :row="laneOf(row)!" :lane="openOf(row)!" />
            <LaneView v-else-if="row.kind === 'property'" :row="row" :top="top" />
            <LaneView v-else-if="row.lane" :row="row.lane" :top="top" />
            <LayerBar v-else :layer="row.layer" :top="top" />
          </div>
        </div>
        <div
          v-if="marquee.shown.value"
          class="marquee"
          :style="{
            left: `${marquee.shown.value.x + listWidth}px`,
            top: `${marquee.shown.value.y}px`,
            width: `${marquee.shown.value.width}px`,
            height: `${marquee.shown.value.height}px`,
          }"
        />
      </div>
      <DeckEmpty v-if="rows.length === 0" :has-layers="scene.layers.length > 0" />
    </div>
    <ResizeHandle
      :model-value="listWidth"
      class="list-border"
      label="Width of the list"
      title="Drag for a wider list; two clicks make it as it was at first"
      grows="right"
      :least="200"
      :most="560"
      :usual="300"
      @update:model-value="(to) => (preferences.listWidth = to)"
    />
    <DeckOverview @fold="foldAll" />
    <div class="over-time" aria-hidden="true">
      <RangeVeils />
      <SnapLine />
      <PlayheadLine />
    </div>
  </section>
</template>

<style scoped>
.deck {
  position: relative;
  display: flex;
  min-height: 0;
  flex: 1;
  flex-direction: column;
  background: var(--sheet);
}

.head {
  display: flex;
  height: 30px;
  flex: none;
  border-bottom: 1px solid var(--rule);
  background: var(--bench);
}

.scroller {
  position: relative;
  min-height: 0;
  flex: 1;
  overflow: hidden auto;
  scrollbar-width: thin;
}

.sheet {
  position: relative;
  min-height: 100%;
}

.paper {
  position: absolute;
  top: 0;
  left: var(--list);
  pointer-events: none;
}

.paper :deep(canvas) {
  position: absolute;
  left: 0;
}

.row {
  position: absolute;
  top: 0;
  left: 0;
  display: flex;
  width: 100%;
  border-bottom: 1px solid var(--rule-soft);
}

.row.layer .left {
  background: color-mix(in srgb, var(--bench) 55%, var(--sheet));
}

.row.over {
  box-shadow: 0 -2px 0 var(--pencil);
}

.left {
  display: flex;
  flex-direction: column;
  width: var(--list);
  flex: none;
  border-right: 1px solid var(--rule);
  background: var(--sheet);
  container-type: inline-size;
}

/* Where the list is narrow, names come first: values are in the panel, too. */
@container (width < 230px) {
  .left :deep(.value),
  .left :deep(.count),
  .left :deep(.quiet) {
    display: none;
  }
}

.row.chosen .left {
  box-shadow: inset 3px 0 0 var(--pencil);
  background: var(--sheet-2);
}

.right {
  min-width: 0;
  flex: 1;
  overflow: hidden;
}

.row:hover .left {
  background: var(--sheet-2);
}

.marquee {
  position: absolute;
  z-index: 3;
  border: 1px solid var(--pencil);
  background: color-mix(in srgb, var(--pencil) 10%, transparent);
  pointer-events: none;
}

.list-border {
  position: absolute;
  top: 0;
  bottom: 21px;
  left: calc(var(--list) - 3px);
}

.over-time {
  position: absolute;
  z-index: 2;
  top: 0;
  right: 0;
  bottom: 21px;
  left: var(--list);
  overflow: clip;
  overflow-clip-margin: 8px;
  pointer-events: none;
}
</style>
