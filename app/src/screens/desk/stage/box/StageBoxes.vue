<script setup lang="ts">
import { Crosshair } from '@lucide/vue'
import { computed, useTemplateRef, type Ref } from 'vue'
import { moveLayersBy, type PropertyRef } from '@arrow-bend/core/edit'
import { layerById } from '@arrow-bend/core/scene'
import { toScreen, type PictureBook, type StagePainter, type StageView } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useKeyable } from '../../../../command/useKeyable.ts'
import { isDragging } from '../../../../gesture/trackPointer.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import { boxGeometry, type BoxGeometry } from './boxGeometry.ts'
import { boxCorners, boxItems } from './boxItems.ts'
import { text } from '../../../../chart/route/pathText.ts'
import PivotPad from './PivotPad.vue'
import RailPopover from '../RailPopover.vue'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import DrawingGround from '../../DrawingGround.vue'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { useBoxGestures } from './useBoxGestures.ts'
import type { Snapping } from '../useSnapping.ts'

/** Boxes round the selected layers; the one selected last has grips for its size, its turn and its pivot. */
const props = defineProps<{
  view: StageView
  painter: StagePainter
  pictures: PictureBook
  /** Counts drawings of the picture, so that boxes follow it. */
  picture: { readonly drawn: Readonly<Ref<number>> }
  snapping: Snapping
  /** Where the rail beside the picture has room for what is done with the layer. */
  rail: HTMLElement | null
}>()

defineEmits<{ key: [] }>()

const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const selection = useSelection()
const gestures = useBoxGestures(props.snapping)
const keyable = useKeyable()

const chosen = computed(() => {
  void props.picture.drawn.value
  // What is drawn says it all: most edits while something is dragged change nothing at the playhead.
  const { scene, items, library, time } = props.painter
  if (!scene) return []
  return boxItems(scene, selection.layers, { items, pictures: props.pictures, library, time })
})
const outlines = computed(() => {
  return chosen.value
    .map((item) => boxCorners(item).map((corner) => text(toScreen(props.view, corner))))
    .map((corners) => `M${corners.join('L')}Z`)
    .join('')
})
/** The layer selected last, where it may be changed: its name, else null. These are not drawn, so a drawing does not tell. */
const heldName = computed(() => {
  const last = selection.layers[selection.layers.length - 1]
  const layer = last === undefined ? null : layerById(document.scene!, last)
  return layer && !layer.locked ? layer.name : null
})
const boxGroup = useTemplateRef('boxGroup')
/**
 * While something else is dragged, be it the playhead, the grips wait, unseen: what moves is looked at, and the outline tells
 * enough. Numbers being typed or dragged they follow; and they stay where the keyboard is theirs, which hidden they would lose.
 */
const waits = computed(() => {
  if (gestures.tag.value !== null) return false
  const isElsewhere = document.gesturing ? document.gestureIn !== null : isDragging.value
  return isElsewhere && !boxGroup.value?.contains(window.document.activeElement)
})
/** The one with grips. */
const gripped = computed<BoxGeometry | null>((before) => {
  if (waits.value && before) return before
  const last = selection.layers[selection.layers.length - 1]
  const item = heldName.value === null ? undefined : chosen.value.find(({ layer }) => layer.id === last)
  // A pivot may move without the picture being drawn anew.
  return item
    ? boxGeometry(
        { ...item, layer: layerById(document.scene!, last!) ?? item.layer },
        { view: props.view, library: props.painter.library, time: props.painter.time },
      )
    : null
})
/** px beside the grip that turns. */
const DOT_AWAY = 20
const centred = ([cx, cy]: Point): { cx: number; cy: number } => ({ cx, cy })
const squareAt = ([x, y]: Point, side: number): string =>
  `M${text([x - side / 2, y - side / 2])}h${side}v${side}h${-side}Z`
/** Four short lines outwards from a ring. */
const crossAt = ([x, y]: Point): string => {
  const rows = [`M${text([x - 12, y])}h6`, `M${text([x + 6, y])}h6`]
  const columns = [`M${text([x, y - 12])}v6`, `M${text([x, y + 6])}v6`]
  return [...rows, ...columns].join('')
}
const keyRefs = computed(() => keyable.refs())
/** A key is set here by a dot beside the grip that turns: where it stands, and whether there is one already. */
const keyDot = computed(() => {
  if (!gripped.value) return null
  const [[x0, y0], [x1, y1]] = gripped.value.stalk
  const length = Math.hypot(x1 - x0, y1 - y0) || 1
  const refs = keyRefs.value
  const isOn = refs.length > 0 && refs.every(keyable.isOn)
  return {
    cx: x1 - ((y1 - y0) / length) * DOT_AWAY,
    cy: y1 + ((x1 - x0) / length) * DOT_AWAY,
    isOn,
    words: `${isOn ? 'Remove the key' : 'Key'} here: ${keyWords(refs)}`,
  }
})
const keyWords = (refs: readonly PropertyRef[]): string =>
  refs.length > 2 ? `${refs.length} properties` : refs.map(({ property }) => property).join(', ')
const sizeWords = computed(() => gripped.value?.scale.map((part) => `${part.toFixed(1)} %`).join(' × '))
const nudge = (event: KeyboardEvent): void => {
  const by = arrowWay(event)
  if (!by) return
  const move = { scene: document.sceneId, layers: selection.layers, time: playback.time, by }
  const options = { autoKey: preferences.autoKey, makeId: document.makeId }
  document.apply('Layer nudged', (draft) => moveLayersBy(draft, move, options))
}
const nudgeSize = (event: KeyboardEvent): void => {
  const by = arrowWay(event)
  if (by) gestures.scaleBy(1 + (by[0] - by[1]) / 100)
}
const nudgeTurn = (event: KeyboardEvent): void => {
  const by = arrowWay(event)
  if (by) gestures.turnBy(by[0] - by[1])
}
/** A layer is grabbed by its middle more often than its pivot is: without Alt the press is meant for the layer. */
const pressPivot = (event: PointerEvent): void => {
  if (!event.altKey || !gripped.value) return
  event.stopPropagation()
  gestures.pressPivot(event, gripped.value)
}
const nudgePivot = (event: KeyboardEvent): void => {
  const by = arrowWay(event)
  const box = gripped.value
  if (by && box) gestures.putPivot(box.layer, [box.pivot[0] + by[0], box.pivot[1] + by[1]])
}
</script>

<template>
  <svg v-if="!playback.playing" class="boxes absolute inset-0 size-full overflow-hidden pointer-events-none">
    <DrawingGround />
    <path :d="outlines" class="edge" />
    <path :d="outlines" class="line outlines" />
    <g
      v-if="gripped"
      ref="boxGroup"
      role="group"
      tabindex="0"
      data-entry
      class="gripped"
      :class="{ waits }"
      :aria-label="`Box of ${heldName}: arrow keys move it`"
      @keydown="nudge"
    >
      <path :d="`M${text(gripped.stalk[0])}L${text(gripped.stalk[1])}`" class="edge" />
      <path :d="`M${text(gripped.stalk[0])}L${text(gripped.stalk[1])}`" class="line" />
      <g
        v-for="grip in gripped.grips"
        :key="grip.name"
        class="grip"
        :role="grip.name === 'lower right' ? 'slider' : undefined"
        :tabindex="grip.name === 'lower right' ? 0 : undefined"
        :aria-label="grip.name === 'lower right' ? `Size of ${heldName}` : undefined"
        :aria-valuenow="grip.name === 'lower right' ? Math.round(gripped.scale[0]) : undefined"
        :aria-valuetext="grip.name === 'lower right' ? sizeWords : undefined"
        :data-grip="grip.name"
        @pointerdown.left.stop="gestures.pressGrip($event, gripped, grip)"
        @keydown="nudgeSize"
      >
        <path :d="squareAt(grip.screen, 18)" fill="none" />
        <path :d="squareAt(grip.screen, 7)" class="square" />
      </g>
      <g
        class="grip turn"
        role="slider"
        tabindex="0"
        :aria-label="`Turn of ${heldName}`"
        :aria-valuenow="Math.round(gripped.turn)"
        :aria-valuetext="`${gripped.turn.toFixed(1)}°`"
        data-grip="turn"
        @pointerdown.left.stop="gestures.pressTurn($event, gripped)"
        @keydown="nudgeTurn"
      >
        <circle v-bind="centred(gripped.stalk[1])" r="10" fill="none" />
        <circle v-bind="centred(gripped.stalk[1])" r="5" class="square" />
      </g>
      <g
        v-if="keyDot"
        class="grip key"
        role="button"
        tabindex="0"
        :aria-label="keyDot.words"
        :aria-pressed="keyDot.isOn"
        data-grip="key"
        @pointerdown.left.stop
        @click="$emit('key')"
        @keydown.enter.stop.prevent="$emit('key')"
        @keydown.space.stop.prevent="$emit('key')"
      >
        <title>{{ keyDot.words }} (A)</title>
        <circle :cx="keyDot.cx" :cy="keyDot.cy" r="10" fill="none" />
        <circle :cx="keyDot.cx" :cy="keyDot.cy" r="4.5" class="dot" :class="{ on: keyDot.isOn }" />
      </g>
      <g
        class="grip"
        role="slider"
        tabindex="0"
        :aria-label="`Pivot of ${heldName}`"
        :aria-valuenow="Math.round(gripped.pivot[0])"
        :aria-valuetext="`${Math.round(gripped.pivot[0])}, ${Math.round(gripped.pivot[1])} px`"
        data-grip="pivot"
        @pointerdown.left="pressPivot"
        @keydown="nudgePivot"
      >
        <title>Pivot: Alt and drag moves it, the picture staying where it is</title>
        <circle v-bind="centred(gripped.pivotScreen)" r="12" fill="none" />
        <circle v-bind="centred(gripped.pivotScreen)" r="6" class="ring-edge" />
        <path :d="crossAt(gripped.pivotScreen)" class="ring-edge" />
        <circle v-bind="centred(gripped.pivotScreen)" r="6" class="ring" />
        <path :d="crossAt(gripped.pivotScreen)" class="ring" />
        <circle v-bind="centred(gripped.pivotScreen)" r="2" class="centre" />
      </g>
    </g>
    <PointerTag :of="gestures" />
  </svg>
  <Teleport v-if="rail" :to="rail">
    <RailPopover v-if="gripped" :icon="Crosshair" label="Pivot of the layer">
      <PivotPad
        :nine="gripped.nine"
        :pivot="gripped.pivot"
        :name="heldName!"
        :recipe="(to: Point) => gestures.pivotRecipe(gripped!.layer, to)"
        @choose="(to) => gestures.putPivot(gripped!.layer, to)"
      />
    </RailPopover>
  </Teleport>
</template>

<style scoped>
/* Colours here stay the light theme's: they lie on the picture. */
.edge {
  fill: none;
  stroke: #fffdf8;
  stroke-width: 3.5;
}

.line {
  fill: none;
  stroke: #c8401a;
  stroke-width: 1.5;
}

.gripped:focus-visible {
  outline: none;
}

.waits {
  visibility: hidden;
}

.gripped:focus-visible > .line {
  stroke-width: 3;
}

.grip {
  cursor: move;
  pointer-events: all;
}

.square {
  fill: #fffdf8;
  stroke: #c8401a;
  stroke-linejoin: round;
  stroke-width: 1.5;
}

.turn {
  cursor: grab;
}

.grip:hover .square,
.grip:focus-visible .square {
  fill: #c8401a;
}

.key {
  cursor: pointer;
}

.dot {
  fill: #fffdf8;
  stroke: #1f2b33;
  stroke-width: 1.5;
}

.dot.on {
  fill: #1f2b33;
}

.key:hover .dot,
.key:focus-visible .dot {
  stroke: #c8401a;
  stroke-width: 2.5;
}

.ring-edge {
  fill: none;
  stroke: #fffdf8;
  stroke-width: 3.5;
}

.ring {
  fill: none;
  stroke: #1f2b33;
  stroke-width: 1.25;
}

.grip:hover .ring,
.grip:focus-visible .ring {
  stroke: #c8401a;
  stroke-width: 2;
}

.centre {
  fill: #c8401a;
}
</style>
