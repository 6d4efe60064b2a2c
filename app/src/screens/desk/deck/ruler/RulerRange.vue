<script setup lang="ts">
import { clamp } from '@arrow-bend/core/number'
import { computed } from 'vue'
import { setPlayRange } from '@arrow-bend/core/edit'
import { asTicks, formatTime, frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'
import { useTimeDrag } from '../lanes/useTimeDrag.ts'

/** The play range on the ruler, set by its ends. */
const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const view = useView()
const { drag } = useTimeDrag()

const xs = computed(() => playback.range.map((edge) => view.xOf(edge)))
const NAMES = ['Play range starts', 'Play range ends'] as const

/** Writes a range with one end elsewhere, at least a frame long, within the scene. */
const withEnd = (range: readonly [Ticks, Ticks], end: number, time: number): readonly [Ticks, Ticks] => {
  const step = frameTicks(document.rate)
  const [from, to] = range
  if (end === 0) return [asTicks(Math.round(Math.max(0, Math.min(time, to - step)))), to]
  return [from, asTicks(Math.round(clamp(time, from + step, document.scene!.duration)))]
}
const press = (event: PointerEvent, end: number): void => {
  const { range } = playback
  drag(event, {
    label: 'Play range set',
    held: range[end]!,
    snap: () => ({ except: range }),
    at: (time) => ({
      recipe: (draft) => setPlayRange(draft, document.sceneId, withEnd(range, end, time)),
      words: '',
    }),
  })
}
const nudge = (event: KeyboardEvent, end: number): void => {
  const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!way) return
  event.preventDefault()
  event.stopPropagation()
  const by = way * (event.shiftKey ? 10 : 1) * frameTicks(document.rate)
  const { range } = playback
  document.apply('Play range set', (draft) =>
    setPlayRange(draft, document.sceneId, withEnd(range, end, range[end]! + by)),
  )
}
</script>

<template>
  <rect :x="xs[0]" y="14" :width="Math.max(0, xs[1]! - xs[0]!)" height="3" class="range" />
  <g
    v-for="(x, end) in xs"
    :key="end"
    class="post"
    role="slider"
    tabindex="0"
    aria-orientation="horizontal"
    :aria-label="NAMES[end]"
    :aria-valuenow="playback.range[end]"
    aria-valuemin="0"
    :aria-valuemax="view.duration"
    :aria-valuetext="formatTime(playback.range[end]!, document.rate, preferences.timeDisplay)"
    @pointerdown.left.stop="press($event, end)"
    @keydown="nudge($event, end)"
  >
    <title>{{ NAMES[end] }}: drag, or press {{ end === 0 ? 'I' : 'O' }} at the playhead</title>
    <rect :x="x - 6" y="9" width="12" height="9" fill="transparent" />
    <rect :x="end === 0 ? x - 0.75 : x - 2.25" y="11" width="3" height="8" class="mark" />
  </g>
</template>

<style scoped>
.range {
  fill: var(--ink-2);
  fill-opacity: 0.55;
}

.post {
  cursor: ew-resize;
}

.mark {
  fill: var(--ink);
}

.post:hover .mark,
.post:focus-visible .mark {
  fill: var(--pencil);
}
</style>
