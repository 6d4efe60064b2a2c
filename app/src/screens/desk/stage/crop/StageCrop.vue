<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, type Ref } from 'vue'
import { CROP_SIDES } from '@arrow-bend/core/scene'
import type { PictureBook, StagePainter, StageView } from '../../../../draw/index.ts'
import { text } from '../../../../chart/route/pathText.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { focusShown } from '../../../../ui/focus/focusShown.ts'
import EditField from '../../../../gesture/EditField.vue'
import { useCrop, type CropGrip } from './useCrop.ts'
import { vTopBar } from '../../../../ui/topBar.ts'

/** The crop of the selected layer over the picture: its sides and corners, to be taken hold of. */
const props = defineProps<{
  view: StageView
  painter: StagePainter
  pictures: PictureBook
  /** Counts drawings of the picture, so that the crop follows it. */
  picture: { readonly drawn: Readonly<Ref<number>> }
  /** Starts panning if that is what a press means, and tells whether it did. */
  pressPan: (event: PointerEvent) => boolean
}>()

const document = useDocument()
const playback = usePlayback()
const stageView = useStageView()
const cropping = useCrop({
  view: () => props.view,
  painter: () => props.painter,
  pictures: () => props.pictures,
  drawn: () => props.picture.drawn.value,
})
const { layer, trouble, seen, grips } = cropping

const outline = (corners: readonly Point[] | null): string =>
  corners ? `M${corners.map(text).join('L')}Z` : ''
const whole = computed(() => outline(cropping.whole.value))
const left = computed(() => outline(cropping.left.value))
const isWhole = computed(() => seen.value && CROP_SIDES.every((side) => seen.value!.crop[side] === 0))
const leave = (): void => {
  stageView.tool = 'pointer'
  focusShown(window.document.querySelector<HTMLElement>('[data-region=stage]'))
}
/** One arrow press moves a side by a percent, the way the arrow points; Delete takes the crop off that side. */
const onGripKey = (event: KeyboardEvent, { sides }: CropGrip): void => {
  const side = sides[0]!
  if (event.key === 'Delete' || event.key === 'Backspace') {
    // What Delete would do elsewhere is not meant on a side.
    event.preventDefault()
    event.stopPropagation()
    cropping.nudge(side, -seen.value!.crop[side])
    return
  }
  const by = arrowWay(event)
  if (!by || sides.length > 1) return
  const along = side === 'left' || side === 'right' ? by[0] : by[1]
  if (along !== 0) cropping.nudge(side, side === 'left' || side === 'top' ? along : -along)
}
useEventListener(
  window,
  'keydown',
  (event) => {
    const target = event.target as HTMLElement
    if (document.gesturing || target.matches('input, select, textarea')) return
    if (event.key !== 'Escape' && event.key !== 'Enter') return
    const isForStage = target === window.document.body || target.closest('[data-region=stage]') !== null
    if (!isForStage || (event.key === 'Enter' && target.matches('button'))) return
    event.preventDefault()
    event.stopPropagation()
    leave()
  },
  { capture: true },
)
</script>

<template>
  <svg
    class="absolute inset-0 size-full overflow-hidden"
    role="group"
    :aria-label="layer ? `Crop of ${layer.name}` : 'No crop'"
  >
    <rect
      width="100%"
      height="100%"
      fill="transparent"
      @pointerdown.stop="pressPan($event)"
      @dblclick.stop="leave"
    />
    <g v-if="seen && !playback.playing">
      <path :d="whole + left" class="off" />
      <path :d="whole" class="whole" />
      <path :d="left" class="edge" />
      <path :d="left" class="line" />
      <g
        v-for="grip in grips"
        :key="grip.name"
        class="handle-group"
        :role="grip.sides.length === 1 ? 'slider' : undefined"
        :tabindex="grip.sides.length === 1 ? 0 : undefined"
        :aria-label="grip.sides.length === 1 ? `Crop ${grip.name}` : undefined"
        :aria-valuenow="grip.sides.length === 1 ? Math.round(seen.crop[grip.sides[0]!]) : undefined"
        :aria-valuetext="grip.sides.length === 1 ? `${seen.crop[grip.sides[0]!].toFixed(1)} %` : undefined"
        :data-crop-grip="grip.name"
        @pointerdown.left.stop="cropping.press($event, grip)"
        @dblclick.stop
        @keydown="onGripKey($event, grip)"
      >
        <rect :x="grip.at[0] - 10" :y="grip.at[1] - 10" width="20" height="20" fill="transparent" />
        <rect class="handle" :x="grip.at[0] - 4" :y="grip.at[1] - 4" width="8" height="8" rx="1" />
      </g>
    </g>
    <PointerTag :of="cropping" />
  </svg>
  <div v-top-bar class="float bar" role="group" aria-label="Crop" @pointerdown.stop @dblclick.stop>
    <div class="row">
      <b class="name" :title="layer?.name">{{ layer?.name ?? 'Crop' }}</b>
      <span v-if="trouble" class="words">{{ trouble }}</span>
      <template v-else-if="seen">
        <EditField
          v-for="side in CROP_SIDES"
          :key="side"
          class="side"
          show-label
          :label="side"
          :name="`Crop ${side}`"
          unit="%"
          :digits="1"
          :min="0"
          :max="100"
          :model-value="seen.crop[side]"
          edit="Cropped"
          :recipe="(percent: number) => cropping.cropped({ [side]: percent })"
        />
        <button type="button" class="button small" :disabled="isWhole === true" @click="cropping.clear">
          Whole
        </button>
      </template>
      <button type="button" class="button small" @click="leave">Done</button>
    </div>
  </div>
</template>

<style scoped src="../stageBar.css"></style>
<style scoped src="../route/route.css"></style>
<style scoped>
.off {
  fill: rgb(31 43 51 / 35%);
  fill-rule: evenodd;
  pointer-events: none;
}

.whole {
  pointer-events: none;
  stroke: #fffdf8;
  stroke-dasharray: 4 4;
  stroke-width: 1.5;
}

.edge,
.line {
  pointer-events: none;
}

.line {
  stroke: #c8401a;
  stroke-width: 1.5;
}

.name {
  overflow: hidden;
  max-width: 140px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.words {
  color: var(--ink-2);
}

.side {
  width: 104px;
}
</style>
