<script setup lang="ts">
import { computed } from 'vue'
import { formatTime } from '@arrow-bend/core/time'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useView } from '../../../session/view.ts'
import { trackPointer } from '../../../ui/trackPointer.ts'
import { rulerMarks } from './rulerMarks.ts'
import { snapTime, snapTimes } from './snapTime.ts'

/** The time ruler above the lanes, with markers and the play range; dragging along it scrubs. */
const HEIGHTS = { small: 3, middle: 5, large: 8 } as const
/** How near a key pulls the playhead, px. */
const PULL = 5

const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const view = useView()

const scene = computed(() => document.inDeck!.scenes[0]!)
const marks = computed(() =>
  rulerMarks(
    { rate: document.rate, duration: view.duration },
    { xOf: view.xOf, width: view.laneWidth },
    preferences.timeDisplay,
  ),
)
const list = computed(() => scene.value.markers)
const markers = computed(() => list.value.map((marker) => ({ ...marker, x: view.xOf(marker.t) })))
const range = computed(() => playback.range.map((edge) => view.xOf(edge)))
const playheadX = computed(() => view.xOf(playback.time))
const words = computed(() => formatTime(playback.time, document.rate, preferences.timeDisplay))

const scrub = (event: PointerEvent): void => {
  playback.pause()
  const box = (event.currentTarget as Element).getBoundingClientRect()
  const times = snapTimes(scene.value)
  const go = (at: PointerEvent): void => {
    const raw = Math.min(playback.lastFrame, Math.max(0, view.timeOf(at.clientX - box.left)))
    playback.seek(
      preferences.snap
        ? snapTime(raw, { rate: scene.value.rate, times, within: PULL / view.pixelsPerTick })
        : raw,
    )
  }
  go(event)
  trackPointer(event, { move: go, end: () => undefined })
}
</script>

<template>
  <svg
    class="ruler"
    :width="view.laneWidth"
    height="30"
    role="slider"
    tabindex="0"
    aria-label="Playhead"
    :aria-valuenow="playback.time"
    aria-valuemin="0"
    :aria-valuemax="playback.lastFrame"
    :aria-valuetext="words"
    @pointerdown.left="scrub"
  >
    <rect :x="range[0]" y="14" :width="Math.max(0, range[1]! - range[0]!)" height="3" class="range" />
    <rect v-for="(edge, i) in range" :key="i" :x="edge - 0.75" y="11" width="1.5" height="8" class="post" />
    <g v-for="mark in marks" :key="mark.frame">
      <line :x1="mark.x" :x2="mark.x" :y1="14 - HEIGHTS[mark.size]" y2="14" class="tick" />
      <text
        v-if="
          mark.label && mark.x < view.laneWidth - 30 && (mark.x - playheadX < -44 || mark.x - playheadX > 18)
        "
        :x="mark.x + 3"
        y="9"
        class="mono"
      >
        {{ mark.label }}
      </text>
    </g>
    <g v-for="marker in markers" :key="marker.id">
      <line :x1="marker.x" :x2="marker.x" y1="18" y2="30" class="post-line" />
      <rect :x="marker.x" y="18" width="6" height="6" class="post" />
      <text :x="marker.x + 9" y="27">{{ marker.name }}</text>
    </g>
  </svg>
</template>

<style scoped>
.ruler {
  display: block;
  overflow: hidden;
  cursor: ew-resize;
  touch-action: none;
}

.ruler:focus-visible {
  outline-offset: -2px;
}

.tick {
  stroke: var(--ink-2);
}

text {
  fill: var(--ink);
  font-size: 11px;
  pointer-events: none;
}

.range {
  fill: var(--ink-2);
  fill-opacity: 0.55;
}

.post {
  fill: var(--ink);
}

.post-line {
  stroke: var(--ink);
  stroke-width: 1.25;
}
</style>
