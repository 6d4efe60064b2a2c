<script setup lang="ts">
import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { clamp } from '@arrow-bend/core/number'
import { ChevronsDownUp, ChevronsUpDown } from '@lucide/vue'
import { computed } from 'vue'
import { useDeferredViews } from '../../../../session/document/deferredViews.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { heldUntilIdle, useIdle } from '../../../../session/document/idle.ts'
import { useView } from '../../../../session/view/view.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import { densityOf } from '../../../../chart/lane/density.ts'

/** The whole scene in a strip: how many keys stand where, and which part the lanes show. */
const HEIGHT = 20
/** px a window is at least, so that it can be taken hold of. */
const LEAST = 12
const GRIP = 6

defineEmits<{ fold: [fold: boolean] }>()

const deferred = useDeferredViews()
const playback = usePlayback()
const idle = useIdle()
const view = useView()

const scene = computed(() => deferred.deck.scene!)
const width = computed(() => view.laneWidth)
const x = (time: number): number => (time / view.duration) * width.value
// How dense keys stand is told anew once things stand still.
const counted = heldUntilIdle(() => scene.value)
const density = computed(() => densityOf(counted.value, Math.max(20, Math.floor(width.value / 4))))
const bars = computed(() => {
  const cells = density.value
  const most = Math.max(1, ...cells)
  const cell = width.value / cells.length
  let path = ''
  cells.forEach((count, i) => {
    if (count === 0) return
    const height = 2 + 8 * Math.sqrt(count / most)
    path += `M${(i * cell + 0.5).toFixed(1)} ${HEIGHT - 3}V${(HEIGHT - 3 - height).toFixed(1)}h${(cell - 1).toFixed(1)}V${HEIGHT - 3}z`
  })
  return path
})
const frame = computed(() => {
  const [from, to] = view.shown
  const left = x(from)
  return { left, width: Math.max(LEAST, x(to) - left) }
})
const range = computed(() => playback.range.map(x))

const press = (event: PointerEvent, part: 'middle' | 'start' | 'end' | 'outside'): void => {
  const box = (event.currentTarget as SVGElement).closest('svg')!.getBoundingClientRect()
  const timeAt = (at: PointerEvent): number => (pointerIn(at, box)[0] / width.value) * view.duration
  const [from, to] = view.shown
  const length = to - from
  // Pressed beside the window, that comes there at once and goes along.
  const held = part === 'outside' ? length / 2 : timeAt(event) - from
  const go = (at: PointerEvent): void => {
    const time = clamp(timeAt(at), 0, view.duration)
    if (part === 'start') view.fitTimes(Math.min(time, to - 1), to, 1)
    else if (part === 'end') view.fitTimes(from, Math.max(time, from + 1), 1)
    else view.showFrom(time - held)
  }
  const slide = (at: PointerEvent): void => {
    idle.slide()
    go(at)
  }
  if (part === 'outside') go(event)
  trackPointer(event, { move: slide })
}
const onKeydown = (event: KeyboardEvent): void => {
  const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (way) view.slide(way * view.laneWidth * (event.shiftKey ? 0.5 : 0.1))
  else if (event.key === '+' || event.key === '=') view.zoomAt(view.laneWidth / 2, 1.25)
  else if (event.key === '-') view.zoomAt(view.laneWidth / 2, 0.8)
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <div class="overview">
    <div class="folds">
      <button type="button" title="Fold all layers" aria-label="Fold all layers" @click="$emit('fold', true)">
        <ChevronsDownUp :size="13" aria-hidden="true" />
      </button>
      <button
        type="button"
        title="Unfold all layers"
        aria-label="Unfold all layers"
        @click="$emit('fold', false)"
      >
        <ChevronsUpDown :size="13" aria-hidden="true" />
      </button>
    </div>
    <svg :width="width" :height="HEIGHT" role="group" aria-label="The whole scene">
      <rect :width="width" :height="HEIGHT" class="ground" @pointerdown.left="press($event, 'outside')" />
      <rect :x="range[0]" y="0" :width="Math.max(0, range[1]! - range[0]!)" height="2" class="range" />
      <path :d="bars" class="bars" />
      <line
        v-for="marker in scene.markers"
        :key="marker.id"
        :x1="x(marker.t)"
        :x2="x(marker.t)"
        y1="2"
        :y2="HEIGHT"
        class="marker"
      />
      <line :x1="x(playback.time)" :x2="x(playback.time)" y1="0" :y2="HEIGHT" class="playhead" />
      <rect
        :x="frame.left + 0.5"
        y="0.5"
        :width="frame.width - 1"
        :height="HEIGHT - 1"
        rx="3"
        class="window"
        role="slider"
        tabindex="0"
        aria-label="Part of the scene in view"
        :aria-valuenow="Math.round(view.shown[0])"
        aria-valuemin="0"
        :aria-valuemax="view.duration"
        :aria-valuetext="`${Math.round(((view.shown[1] - view.shown[0]) / view.duration) * 100)} % of the scene`"
        @pointerdown.left="press($event, 'middle')"
        @dblclick="view.fitAll()"
        @keydown="onKeydown"
      />
      <rect
        :x="frame.left - GRIP / 2"
        y="0"
        :width="GRIP"
        :height="HEIGHT"
        class="grip"
        @pointerdown.left="press($event, 'start')"
      />
      <rect
        :x="frame.left + frame.width - GRIP / 2"
        y="0"
        :width="GRIP"
        :height="HEIGHT"
        class="grip"
        @pointerdown.left="press($event, 'end')"
      />
    </svg>
  </div>
</template>

<style scoped>
.overview {
  position: relative;
  z-index: 3;
  display: flex;
  height: 21px;
  flex: none;
  border-top: 1px solid var(--rule);
  background: var(--bench);
}

.folds {
  display: flex;
  width: var(--list);
  flex: none;
  align-items: center;
  padding-left: 4px;
  border-right: 1px solid var(--rule);
}

.folds button {
  display: grid;
  width: 24px;
  height: 24px;
  margin: -3px 0;
  border-radius: 4px;
  place-items: center;
}

.folds button:hover {
  background: var(--rule-soft);
}

svg {
  display: block;
}

.ground {
  fill: transparent;
}

.range {
  fill: var(--ink-2);
  fill-opacity: 0.55;
}

.bars {
  fill: var(--ink-2);
  fill-opacity: 0.6;
  pointer-events: none;
}

.marker {
  stroke: var(--ink);
  stroke-opacity: 0.6;
  pointer-events: none;
}

.playhead {
  stroke: var(--pencil);
  stroke-width: 1.5;
  pointer-events: none;
}

.window {
  fill: var(--pencil);
  fill-opacity: 0.07;
  stroke: var(--ink-2);
  cursor: grab;
}

.window:focus-visible {
  outline: none;
  stroke: var(--pencil);
  stroke-width: 2;
}

.grip {
  fill: transparent;
  cursor: ew-resize;
}

.grip:hover {
  fill: var(--pencil);
}
</style>
