<script setup lang="ts">
import { Maximize, Minus, Plus } from '@lucide/vue'
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { compileScene, isOfGradient, sampleSceneInto, type SceneSampler } from '@arrow-bend/core/scene'
import { forgetTextSettings, groundBeneath, PictureBook, StagePainter } from '../../../draw/index.ts'
import { PictureLoader } from '../../../pictures/index.ts'
import { useDocument } from '../../../session/document/document.ts'
import { usePlayback } from '../../../session/playback/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { useSound } from '../../../sound/useSound.ts'
import { keysOf } from '../../../command/keys/keysOf.ts'
import { useContextMenu } from '../../../session/view/contextMenu.ts'
import { useStageView, type StageBox } from '../../../session/view/stageView.ts'
import { assetShelf } from '../../../storage/index.ts'
import IconButton from '../../../ui/IconButton.vue'
import { vOneStop } from '../../../ui/focus/oneStop.ts'
import { boxCorners, boxItems } from './box/boxItems.ts'
import TipHost from '../../../ui/TipHost.vue'
import SnapMarks from './view/SnapMarks.vue'
import StageBoxes from './box/StageBoxes.vue'
import StageFacts from './view/StageFacts.vue'
import StageGuides from './view/StageGuides.vue'
import StageOverlay from './view/StageOverlay.vue'
import DrawingGround from '../DrawingGround.vue'
import PointerTag from '../../../gesture/PointerTag.vue'
import StageHint from './shape/StageHint.vue'
import StageNotes from './view/StageNotes.vue'
import StageTools from './shape/StageTools.vue'
import StageViewBar from './view/StageViewBar.vue'
import { useOnion } from './view/useOnion.ts'
import { usePen } from './shape/usePen.ts'
import { useRouteDrawing } from './route/useRouteDrawing.ts'
import { useShapeDrawing } from './shape/useShapeDrawing.ts'
import { boxAround, useSnapping } from './useSnapping.ts'
import { useStageCamera } from './view/useStageCamera.ts'
import { useExpectedFrames } from './useExpectedFrames.ts'
import { useStageGestures } from './useStageGestures.ts'

// What is not there at first comes when it is.
const StageRoutes = defineAsyncComponent(() => import('./route/StageRoutes.vue'))
const StageDrafts = defineAsyncComponent(() => import('./shape/StageDrafts.vue'))
const StageGradient = defineAsyncComponent(() => import('./gradient/StageGradient.vue'))
const StageText = defineAsyncComponent(() => import('./text/StageText.vue'))
const StageOutline = defineAsyncComponent(() => import('./outline/StageOutline.vue'))
const StageCrop = defineAsyncComponent(() => import('./crop/StageCrop.vue'))
const StageFrameMove = defineAsyncComponent(() => import('./frame/StageFrameMove.vue'))
const StageRulers = defineAsyncComponent(() => import('./view/StageRulers.vue'))

/** The stage: the picture, the space around it, and what lies over it. */
defineEmits<{ key: [] }>()

const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const selection = useSelection()
const stageView = useStageView()
const contextMenu = useContextMenu()
const panel = ref<HTMLElement | null>(null)
/** Where the rail at the right has room for what is done with the selected layer. */
const rail = ref<HTMLElement | null>(null)
const canvas = ref<HTMLCanvasElement | null>(null)
const { width, height } = useElementSize(panel)
/** How often the picture was drawn: what follows it takes the count by itself, so that the panel is spared. */
const picture = { drawn: shallowRef(0) }
const painter = shallowRef<StagePainter | null>(null)
const pictures = new PictureBook()
const loader = new PictureLoader(pictures, assetShelf.read, () => playback.playing || redraw())
useExpectedFrames(pictures)
const onion = useOnion()
const sounds = useSound()
playback.countLateBy(() => pictures.late)

const camera = useStageCamera(panel, {
  width,
  height,
  frame: computed(() => document.size),
})
const { view } = camera
const snapping = useSnapping({
  items: () => painter.value?.items ?? [],
  pictures,
  scale: () => view.value.scale,
})
const gestures = useStageGestures({ camera, snapping, items: () => painter.value?.items ?? [], pictures })
const routes = useRouteDrawing(camera)
const shapes = useShapeDrawing(camera, snapping)
const pen = usePen(camera)

const giveScene = (): boolean => {
  if (!painter.value || !stageView.shown) return false
  painter.value.setScene(stageView.shown, document.bends, document.scenes)
  painter.value.setOnion(onion.value)
  return true
}
/** Whether a still lies over all of the picture, which so need not be drawn. */
const covered = computed(() => stageView.tool === 'frame' && !playback.playing)
const redraw = (time: number = playback.inPicture()): void => {
  if (!giveScene()) return
  if (!covered.value) painter.value!.draw(time)
  picture.drawn.value += 1
}
/** After an edit: most edits of a bend change nothing at the playhead. */
const redrawIfChanged = (): void => {
  const { gesturing } = document
  if (!covered.value && giveScene() && painter.value!.drawIfChanged(playback.inPicture(), gesturing))
    picture.drawn.value += 1
}
// What is done is seen as it will be ever after.
watch(
  () => document.gesturing,
  (gesturing) => gesturing || painter.value?.makeWhole(),
  { flush: 'sync' },
)
watch(covered, () => redraw(), { flush: 'sync' })
const press = (event: PointerEvent): void => {
  if (gestures.pressPan(event)) return
  const { tool } = stageView
  if (event.button !== 0 || stageView.before || tool === 'pointer') gestures.press(event)
  else if (tool === 'route') routes.press(event)
  else if (tool === 'pen') pen.press(event)
  else if (tool !== 'frame' && tool !== 'outline' && tool !== 'crop') shapes.press(event, tool)
}
const openMenu = (event: MouseEvent): void => {
  // Tools and switches over the picture are not the picture.
  if ((event.target as Element).closest('.float, .rail, .ground')) return
  // Asked for by key it is for what is selected.
  if (event.isTrusted && !stageView.before) gestures.selectAt(event)
  contextMenu.show(event, selection.layers.length > 0 ? 'layer' : 'stage')
}
/** The line of a gradient is shown while one of its rows is selected. */
const isGradientChosen = computed(() => selection.properties.some(({ property }) => isOfGradient(property)))
/** Enter bends the outline of the path that is selected, unless it is for something on the stage. */
const bendOutline = (event: KeyboardEvent): void => {
  const last = selection.layers.at(-1)
  const layer = document.scene?.layers.find(({ id }) => id === last)
  if (
    !editable.value ||
    layer?.kind !== 'path' ||
    (event.target as Element).closest('button, input, select, [role=button]')
  )
    return
  event.stopPropagation()
  stageView.tool = 'outline'
}
/** Two clicks write in the text that is seen there; a selected key beneath them is meant before it. */
const writeAt = (event: MouseEvent): void => {
  if (editable.value && !(event.target as Element).closest('.float, [aria-pressed=true]'))
    gestures.writeAt(event)
}
const setSurround = (): void =>
  painter.value?.setSurround(getComputedStyle(panel.value!).backgroundColor, preferences.outside)

let stop = (): void => undefined
onMounted(() => {
  painter.value = new StagePainter(canvas.value!, pictures)
  setSurround()
  stop = playback.onFrame((time) => {
    if (playback.playing) painter.value?.draw(time)
    else redraw(time)
    if (!painter.value?.sampled) return
    if (playback.playing) sounds.follow(painter.value.sampled)
    else if (!playback.isQuiet()) sounds.scrub(painter.value.sampled)
  })
})
onBeforeUnmount(() => {
  stop()
  stageView.boxOf = () => null
  stageView.groundOf = () => null
})
watch(
  [view, width, height],
  () => {
    const size = {
      width: Math.max(1, width.value),
      height: Math.max(1, height.value),
      ratio: devicePixelRatio,
    }
    painter.value?.setView(view.value, size)
    redraw()
  },
  { flush: 'post' },
)
watch([() => stageView.shown, () => document.bends, () => document.scenes], () => redrawIfChanged(), {
  flush: 'sync',
})
// An edit has drawn them already.
watch(onion, (now) => painter.value?.setOnion(now) && redraw())
watch(
  () => document.project?.assets,
  async (assets) => {
    if (await loader.load(assets ?? [])) redraw()
  },
  { immediate: true },
)
watch(
  [() => preferences.theme, () => preferences.outside],
  () => {
    setSurround()
    redraw()
  },
  { flush: 'post' },
)
// Letters of a font that comes late stand elsewhere than those drawn before it was there.
useEventListener(window.document.fonts, 'loadingdone', () => {
  forgetTextSettings()
  redraw()
})

/** The scene made ready once for all moments that are asked for beside the one in the picture. */
let aside: SceneSampler | null = null
const boxOf = (layers: readonly string[], time?: number): StageBox | null => {
  const library = document.bends
  const scene = time === undefined ? document.scene! : document.sceneOf(document.committed)!
  if (time !== undefined && (aside?.scene !== scene || aside.library !== library))
    aside = compileScene(scene, library, { scenes: document.scenes })
  const items = time === undefined ? (painter.value?.items ?? []) : sampleSceneInto(aside!, time)
  const boxes = boxItems(scene, layers, { items, pictures, library, time: time ?? playback.time })
  return boxAround(boxes.flatMap(boxCorners))
}
stageView.boxOf = boxOf
stageView.groundOf = (layer, time) => {
  const { scene, bends: library, scenes } = document
  return scene && groundBeneath({ scene, scenes, library, layer, time }, pictures)
}
/** Fits the selected layers in the panel; with none, or with `everything`, the frame. */
const fit = (everything: boolean): void => {
  const box = boxOf(everything ? [] : selection.layers)
  if (box) camera.fitBox(box)
  else camera.fitFrame()
}
const editable = computed(() => stageView.tool === 'pointer' && !stageView.before)
/** Rulers, or lines pulled out of them. */
const hasLines = computed(() => preferences.rulers || document.scene?.guides !== undefined)
const cursor = computed(() => (stageView.tool === 'pointer' ? gestures.cursor.value : 'crosshair'))

defineExpose({ fit, zoom: camera.zoomMiddle })
</script>

<template>
  <section
    class="stage"
    data-region="stage"
    tabindex="-1"
    aria-label="Stage"
    @contextmenu="openMenu"
    @keydown.enter="bendOutline"
  >
    <div class="rail">
      <StageTools />
    </div>
    <div
      ref="panel"
      class="picture"
      :style="{ cursor, '--ruler': preferences.rulers ? '18px' : '0px' }"
      @wheel.prevent="camera.onWheel"
      @pointerdown="press"
      @dblclick="writeAt"
      @pointermove="stageView.tool === 'pen' && pen.hover($event)"
    >
      <canvas ref="canvas" class="absolute inset-0 size-full" aria-hidden="true" />
      <StageFacts v-if="panel" :panel="panel" :camera="camera" />
      <template v-if="document.sceneId">
        <StageOverlay :view="view" />
        <StageGuides :view="view" />
        <StageBoxes
          v-if="painter && editable"
          :view="view"
          :painter="painter"
          :pictures="pictures"
          :picture="picture"
          :snapping="snapping"
          :rail="rail"
          @key="$emit('key')"
        />
        <StageRoutes
          v-if="preferences.showRoutes && (editable || stageView.before)"
          :view="view"
          :width="width"
          :height="height"
          :snapping="snapping"
          :is-on-layer="gestures.isOnLayer"
        />
        <StageDrafts
          v-if="!['pointer', 'outline', 'crop', 'frame'].includes(stageView.tool)"
          :view="view"
          :route="routes.line.value"
          :shape="shapes.draft.value"
          :pen="stageView.tool === 'pen' ? pen : null"
        />
        <StageText
          v-if="painter && editable && stageView.writing"
          :view="view"
          :painter="painter"
          :picture="picture"
        />
        <StageOutline
          v-if="painter && stageView.tool === 'outline'"
          :view="view"
          :painter="painter"
          :picture="picture"
          :press-pan="gestures.pressPan"
        />
        <StageCrop
          v-if="painter && stageView.tool === 'crop'"
          :view="view"
          :painter="painter"
          :pictures="pictures"
          :picture="picture"
          :press-pan="gestures.pressPan"
        />
        <StageGradient
          v-if="painter && editable && stageView.tool === 'pointer' && isGradientChosen"
          :view="view"
          :painter="painter"
          :picture="picture"
        />
        <StageFrameMove
          v-if="covered && width > 0"
          :width="width"
          :height="height"
          :pictures="pictures"
          :drawn="picture.drawn.value"
        />
        <SnapMarks :snapping="snapping" :view="view" />
        <StageRulers v-if="hasLines" :view="view" :width="width" :height="height" />
      </template>
      <svg class="absolute inset-0 size-full overflow-hidden pointer-events-none" aria-hidden="true">
        <DrawingGround />
        <PointerTag :of="gestures" />
      </svg>
      <StageHint v-model:keep-timing="routes.keepTiming.value" />
      <StageNotes />
    </div>
    <div class="rail">
      <StageViewBar><div ref="rail" class="contents" /></StageViewBar>
      <div v-one-stop class="zoom" role="toolbar" aria-orientation="vertical" aria-label="Zoom">
        <IconButton :icon="Plus" label="Zoom in" :keys="keysOf('zoomIn')" @press="camera.zoomMiddle(1.25)" />
        <TipHost tip="Actual size: 100 %">
          <button type="button" class="percent mono" aria-label="Actual size" @click="camera.actualSize()">
            <output>{{ Math.round(view.scale * 100) }} %</output>
          </button>
        </TipHost>
        <IconButton
          :icon="Minus"
          label="Zoom out"
          :keys="keysOf('zoomOut')"
          @press="camera.zoomMiddle(1 / 1.25)"
        />
        <IconButton :icon="Maximize" label="Fit the frame" @press="camera.fitFrame()" />
      </div>
    </div>
  </section>
</template>

<style scoped>
/* The rails lie beside the picture, so that nothing covers what waits outside the frame. */
.stage {
  display: grid;
  overflow: hidden;
  min-width: 0;
  grid-template-columns: auto minmax(0, 1fr) auto;
  outline: none;
}

.rail {
  display: flex;
  overflow: hidden auto;
  min-height: 0;
  flex-direction: column;
  align-items: center;
  justify-content: space-between;
  padding: 4px;
  background: var(--bench);
  gap: 8px;
  scrollbar-width: none;
}

.picture {
  position: relative;
  overflow: hidden;
  min-width: 0;
  background: var(--surround);
  touch-action: none;
}

.zoom {
  display: flex;
  flex-direction: column;
  align-items: center;
}

.percent {
  width: 34px;
  height: 28px;
  border-radius: 5px;
  font-size: 0.6875rem;
  text-align: center;
}

.percent:hover {
  background: var(--rule-soft);
}
</style>
