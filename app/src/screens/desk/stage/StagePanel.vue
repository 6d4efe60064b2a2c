<script setup lang="ts">
import { Grid2x2, Grid3x3, Maximize, Minus, PencilLine, Plus, Spline, SquareDashed, Timer } from '@lucide/vue'
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { PictureBook, StagePainter, type StageView } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import IconButton from '../../../ui/IconButton.vue'
import StageBoxes from './StageBoxes.vue'
import StageOverlay from './StageOverlay.vue'
import StageRoutes from './StageRoutes.vue'
import StageGuides from './StageGuides.vue'
import { useRouteDrawing } from './useRouteDrawing.ts'
import { useStageGestures } from './useStageGestures.ts'

/** The stage: the picture, the space around it, and what lies over it. */
const LEAST_ZOOM = 0.05
const MOST_ZOOM = 8
/** px kept free around the frame when it is fitted. */
const MARGIN = 16
const NO_SIZE = [1, 1] as const

const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const panel = ref<HTMLElement | null>(null)
const canvasHost = ref<HTMLDivElement | null>(null)
const { width, height } = useElementSize(panel)
const own = shallowRef<StageView | null>(null)
const pointer = shallowRef<readonly [number, number] | null>(null)
const showRoutes = ref(true)
const thirds = ref(false)
const safe = ref(false)
const grid = ref(false)
const drawn = shallowRef(0)
let painter: StagePainter | null = null
const pictures = new PictureBook(() => redraw())

const frameSize = computed(() => document.scene?.size ?? NO_SIZE)
const fitted = computed<StageView>(() => {
  const [w, h] = frameSize.value
  const scale = Math.max(
    LEAST_ZOOM,
    Math.min((width.value - 2 * MARGIN) / w, (height.value - 2 * MARGIN) / h),
  )
  return { scale, x: (width.value - w * scale) / 2, y: (height.value - h * scale) / 2 }
})
const view = computed(() => own.value ?? fitted.value)

const redraw = (time: number = playback.time): void => {
  if (!painter || !document.scene) return
  painter.setScene(document.scene, document.project!.bends)
  painter.draw(time)
  drawn.value += 1
}
/** After an edit: most edits of a bend change nothing at the playhead. */
const redrawIfChanged = (): void => {
  if (!painter || !document.scene) return
  painter.setScene(document.scene, document.project!.bends)
  if (painter.drawIfChanged(playback.time)) drawn.value += 1
}
const zoomAt = (x: number, y: number, factor: number): void => {
  const { scale, x: left, y: top } = view.value
  const next = Math.min(MOST_ZOOM, Math.max(LEAST_ZOOM, scale * factor))
  own.value = { scale: next, x: x - ((x - left) * next) / scale, y: y - ((y - top) * next) / scale }
}
const zoomMiddle = (factor: number): void => zoomAt(width.value / 2, height.value / 2, factor)
const onWheel = (event: WheelEvent): void => {
  const box = panel.value!.getBoundingClientRect()
  if (event.ctrlKey || event.metaKey)
    zoomAt(event.clientX - box.left, event.clientY - box.top, Math.exp(-event.deltaY * 0.002))
  else {
    const { scale, x, y } = view.value
    const [dx, dy] = event.shiftKey ? [event.deltaY, 0] : [event.deltaX, event.deltaY]
    own.value = { scale, x: x - dx, y: y - dy }
  }
}
const stagePoint = (event: MouseEvent): readonly [number, number] => {
  const box = panel.value!.getBoundingClientRect()
  const { scale, x, y } = view.value
  return [(event.clientX - box.left - x) / scale, (event.clientY - box.top - y) / scale]
}
const panelPoint = (event: MouseEvent): readonly [number, number] => {
  const box = panel.value!.getBoundingClientRect()
  return [event.clientX - box.left, event.clientY - box.top]
}
const drawing = useRouteDrawing({ stagePoint, panelPoint, scale: () => view.value.scale })
const press = (event: PointerEvent): void => {
  if (drawing.active.value && event.button === 0) drawing.press(event)
  else gestures.press(event)
}
const gestures = useStageGestures({
  stagePoint,
  items: () => painter?.items ?? [],
  pictures,
  pan: (dx, dy) => (own.value = { ...view.value, x: view.value.x + dx, y: view.value.y + dy }),
  scale: () => view.value.scale,
})

let stop = (): void => undefined
onMounted(() => {
  painter = new StagePainter(canvasHost.value!, pictures)
  painter.setSurround(getComputedStyle(panel.value!).backgroundColor)
  stop = playback.onFrame((time) => {
    if (playback.playing) painter?.draw(time)
    else redraw(time)
  })
})
onBeforeUnmount(() => {
  stop()
  painter?.destroy()
})
watch(
  [view, width, height],
  () => {
    painter?.setView(view.value, Math.max(1, width.value), Math.max(1, height.value))
    redraw()
  },
  { flush: 'post' },
)
watch([() => document.scene, () => document.project?.bends], () => redrawIfChanged(), { flush: 'sync' })
watch(
  [() => document.project?.assets, () => document.assets],
  ([assets, bytes]) => void pictures.load(assets ?? [], bytes),
  { immediate: true },
)
watch(
  () => preferences.theme,
  () => {
    painter?.setSurround(getComputedStyle(panel.value!).backgroundColor)
    redraw()
  },
  { flush: 'post' },
)
window.document.fonts.ready.then(() => redraw()).catch(() => undefined)

defineExpose({ fit: () => (own.value = null) })
</script>

<template>
  <section
    ref="panel"
    class="stage"
    aria-label="Stage"
    :style="{ cursor: drawing.active.value ? 'crosshair' : gestures.cursor.value }"
    @wheel.prevent="onWheel"
    @pointerdown="press"
    @pointermove="pointer = stagePoint($event)"
    @pointerleave="pointer = null"
  >
    <div ref="canvasHost" class="absolute inset-0" aria-hidden="true" />
    <StageOverlay v-if="document.scene" :view="view" />
    <svg
      v-if="drawing.line.value"
      class="drawn absolute inset-0 size-full overflow-hidden pointer-events-none"
      aria-hidden="true"
    >
      <polyline :points="drawing.line.value" class="drawn-edge" />
      <polyline :points="drawing.line.value" class="drawn-line" />
    </svg>
    <StageBoxes
      v-if="document.scene && painter && !drawing.active.value"
      :view="view"
      :items="painter.items"
      :pictures="pictures"
      :drawn="drawn"
    />
    <StageGuides v-if="document.scene" :view="view" :thirds="thirds" :safe="safe" :grid="grid" />
    <StageRoutes
      v-if="document.scene && showRoutes && !drawing.active.value"
      :view="view"
      :width="width"
      :height="height"
    />
    <div
      class="float absolute top-2 right-2 flex flex-col p-1"
      role="toolbar"
      aria-label="Stage view"
      @pointerdown.stop
    >
      <IconButton
        :icon="Spline"
        label="Routes and spacing marks"
        :pressed="showRoutes"
        @press="showRoutes = !showRoutes"
      />
      <IconButton
        :icon="PencilLine"
        label="Draw the route of the selected layer"
        :pressed="drawing.active.value"
        @press="drawing.active.value = !drawing.active.value"
      />
      <IconButton
        v-if="drawing.active.value"
        :icon="Timer"
        label="Keep the hand’s own timing"
        :pressed="drawing.keepTiming.value"
        @press="drawing.keepTiming.value = !drawing.keepTiming.value"
      />
      <IconButton :icon="Grid3x3" label="Thirds" :pressed="thirds" @press="thirds = !thirds" />
      <IconButton :icon="SquareDashed" label="Safe areas" :pressed="safe" @press="safe = !safe" />
      <IconButton :icon="Grid2x2" label="Grid of 120 px" :pressed="grid" @press="grid = !grid" />
    </div>
    <p class="facts mono" aria-hidden="true">
      <template v-if="document.scene">{{ document.scene.size.join(' × ') }} px</template>
      <template v-if="pointer"
        ><br />x {{ Math.round(pointer[0]) }}<br />y {{ Math.round(pointer[1]) }}</template
      >
    </p>
    <div
      class="float absolute right-2 bottom-2 flex items-center p-1"
      role="toolbar"
      aria-label="Zoom"
      @pointerdown.stop
    >
      <IconButton :icon="Minus" label="Zoom out" @press="zoomMiddle(1 / 1.25)" />
      <output class="mono w-14 text-center">{{ Math.round(view.scale * 100) }} %</output>
      <IconButton :icon="Plus" label="Zoom in" @press="zoomMiddle(1.25)" />
      <IconButton :icon="Maximize" label="Fit the frame" @press="own = null" />
    </div>
  </section>
</template>

<style scoped>
.stage {
  position: relative;
  overflow: hidden;
  min-width: 0;
  background: var(--surround);
  touch-action: none;
}

.drawn polyline {
  fill: none;
  stroke-linejoin: round;
}

.drawn-edge {
  stroke: #fffdf8;
  stroke-width: 4;
}

.drawn-line {
  stroke: #0e6b75;
  stroke-width: 2;
}

.facts {
  position: absolute;
  bottom: 8px;
  left: 10px;
  padding: 1px 4px;
  border-radius: 4px;
  background: color-mix(in srgb, var(--surround) 75%, transparent);
  color: var(--ink);
  font-size: 12px;
  pointer-events: none;
}
</style>
