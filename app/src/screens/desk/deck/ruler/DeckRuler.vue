<script setup lang="ts">
import { defineAsyncComponent, computed, shallowRef } from 'vue'
import { clamp } from '@arrow-bend/core/number'
import type { Marker } from '@arrow-bend/core/scene'
import { snapToFrame } from '@arrow-bend/core/time'
import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { useContextMenu } from '../../../../session/view/contextMenu.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'
import { rulerMarks } from '../../../../chart/rulerMarks.ts'
import { steady } from '../../../../ui/steady.ts'
import RulerMarkers from './RulerMarkers.vue'
import RulerPlayhead from './RulerPlayhead.vue'
import RulerRange from './RulerRange.vue'
import { useScrub } from './useScrub.ts'

// Seldom seen, so it comes when it is.
const MarkerEditor = defineAsyncComponent(() => import('./MarkerEditor.vue'))
const MarkerMenu = defineAsyncComponent(() => import('./MarkerMenu.vue'))

/** The time ruler above the lanes, with markers and the play range; dragging along it scrubs. */
const HEIGHTS = { small: 3, middle: 5, large: 8 } as const

const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const view = useView()
const contextMenu = useContextMenu()
const { scrub: scrubFrom, hover: hoverOver } = useScrub()

const marks = computed(() =>
  rulerMarks(
    { rate: document.rate, duration: view.duration },
    { xOf: view.xOf, width: view.laneWidth },
    preferences.timeDisplay,
  ),
)
const ticks = computed(() => marks.value.map(({ x, size }) => `M${x} ${14 - HEIGHTS[size]}V14`).join(''))
/** The playhead's head has room among them. */
const labels = steady(() => {
  const playheadX = view.xOf(playback.time)
  return marks.value.filter(
    ({ label, x }) => label && x < view.laneWidth - 30 && (x - playheadX < -44 || x - playheadX > 18),
  )
})

const editing = shallowRef<{ readonly marker: string; readonly at: Element } | null>(null)
const edited = computed(() => document.scene?.markers.find(({ id }) => id === editing.value?.marker) ?? null)
/** The marker whose menu is open, and where it was asked for. */
const asked = shallowRef<{
  readonly marker: Marker
  readonly from: SVGElement
  readonly at: readonly [number, number]
} | null>(null)
const askOf = (marker: Marker, { currentTarget, clientX, clientY }: MouseEvent): void => {
  asked.value = { marker, from: currentTarget as SVGElement, at: [clientX, clientY] }
}
const edit = (marker: string, at: Element): void => {
  editing.value = { marker, at }
}
/** What is done “here” is done where the pointer is. */
const openMenu = (event: MouseEvent): void => {
  // Asked for by key it is where the playhead stands.
  if (event.isTrusted) {
    const [x] = pointerIn(event, event.currentTarget as Element)
    playback.pause()
    playback.seek(snapToFrame(clamp(view.timeOf(x), 0, playback.lastFrame), document.rate))
  }
  contextMenu.show(event, 'ruler')
}
const scrub = (event: PointerEvent): void => scrubFrom(event, event.currentTarget as Element)
const hover = (event: PointerEvent): void => hoverOver(event, event.currentTarget as Element)
</script>

<template>
  <div>
    <svg
      class="ruler"
      :width="view.laneWidth"
      height="30"
      role="group"
      aria-label="Time ruler"
      @pointerdown.left="scrub"
      @pointermove="hover"
      @contextmenu="openMenu"
    >
      <RulerPlayhead :width="view.laneWidth" />
      <path class="ticks" :d="ticks" />
      <text v-for="mark in labels" :key="mark.frame" :x="mark.x + 3" y="9" class="mono">
        {{ mark.label }}
      </text>
      <RulerRange />
      <RulerMarkers @edit="edit" @ask="askOf" />
    </svg>
    <MarkerEditor
      v-if="edited"
      :key="edited.id"
      :marker="edited"
      :anchor="editing!.at"
      @close="editing = null"
    />
    <MarkerMenu v-if="asked" v-bind="asked" @edit="edit(asked.marker.id, asked.from)" @close="asked = null" />
  </div>
</template>

<style scoped>
.ruler {
  display: block;
  overflow: hidden;
  cursor: ew-resize;
  touch-action: none;
}

.ticks {
  stroke: var(--ink-2);
}

text {
  fill: var(--ink);
  font-size: 0.6875rem;
  pointer-events: none;
}
</style>
