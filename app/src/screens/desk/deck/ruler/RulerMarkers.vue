<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { changeMarker, removeMarkers } from '@arrow-bend/core/edit'
import type { Marker } from '@arrow-bend/core/scene'
import { formatTime, frameTicks } from '@arrow-bend/core/time'
import { useDeferredViews } from '../../../../session/document/deferredViews.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'
import { focusShown } from '../../../../ui/focus/focusShown.ts'
import { useTimeDrag } from '../lanes/useTimeDrag.ts'

/** Markers on the ruler: dragged, jumped to, asked to be edited, asked for their menu. */
const emit = defineEmits<{ edit: [marker: string, at: Element]; ask: [marker: Marker, event: MouseEvent] }>()

const document = useDocument()

const deferred = useDeferredViews()
const playback = usePlayback()
const preferences = usePreferences()
const view = useView()
const { drag } = useTimeDrag()

const list = computed(() => deferred.deck.scene?.markers ?? [])
/** Names end where the next marker stands. */
const markers = computed(() =>
  list.value
    .map((marker, i) => {
      const x = view.xOf(marker.t)
      const next = list.value[i + 1]
      const room = next ? view.xOf(next.t) - x - 14 : 200
      // Beats are many, and all called alike.
      return { marker, x, name: marker.beat ? '' : fitting(marker.name, room) }
    })
    .filter(({ x }) => x > -200 && x < view.laneWidth + 8),
)
/** px a letter of a name takes, about. */
const LETTER = 6
function fitting(name: string, room: number): string {
  const letters = Math.floor(room / LETTER)
  if (name.length <= letters) return name
  return letters < 3 ? '' : `${name.slice(0, letters - 1)}…`
}
const refOf = ({ id }: Marker): { scene: string; marker: string } => ({ scene: document.sceneId, marker: id })
const timeWords = ({ t }: Marker): string => formatTime(t, document.rate, preferences.timeDisplay)

const press = (event: PointerEvent, marker: Marker): void =>
  drag(event, {
    label: 'Marker moved',
    held: marker.t,
    snap: () => ({ except: [marker.t] }),
    at: (t) => ({ recipe: (draft) => changeMarker(draft, refOf(marker), { t }), words: '' }),
    click: () => playback.seek(marker.t),
  })
const remove = (marker: Marker): void => {
  document.apply('Marker removed', (draft) => removeMarkers(draft, document.sceneId, [marker.id]))
}
/** Markers are one stop of the Tab key: the one the keyboard was at last, and ↑ ↓ go from one to the next. */
const last = ref('')
const stop = computed(() => {
  const shown = markers.value.map(({ marker }) => marker.id)
  return shown.includes(last.value) ? last.value : shown[0]
})
const goTo = (index: number, from: Element): void => {
  const marker = list.value[index]
  if (!marker) return
  view.reveal(marker.t)
  const group = from.parentElement
  void nextTick(() =>
    focusShown(group?.querySelector<SVGElement>(`[data-marker="${CSS.escape(marker.id)}"]`)),
  )
}
const onKeydown = (event: KeyboardEvent, marker: Marker): void => {
  const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (way) {
    const by = way * (event.shiftKey ? 10 : 1) * frameTicks(document.rate)
    document.apply('Marker moved', (draft) => changeMarker(draft, refOf(marker), { t: marker.t + by }))
  } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown')
    goTo(list.value.indexOf(marker) + (event.key === 'ArrowUp' ? -1 : 1), event.currentTarget as Element)
  else if (event.key === 'Enter') playback.seek(marker.t)
  else if (event.key === 'F2') emit('edit', marker.id, event.currentTarget as Element)
  else if (event.key === 'Delete' || event.key === 'Backspace') remove(marker)
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <g
    v-for="{ marker, x, name } in markers"
    :key="marker.id"
    class="marker"
    role="button"
    :tabindex="marker.id === stop ? 0 : -1"
    :data-marker="marker.id"
    :style="marker.hue ? { '--flag': `var(--label-${marker.hue})` } : undefined"
    :aria-label="`Marker ${marker.name}, ${timeWords(marker)}`"
    @pointerdown.left.stop="press($event, marker)"
    @dblclick.stop="$emit('edit', marker.id, $event.currentTarget as Element)"
    @focus="last = marker.id"
    @contextmenu.stop.prevent="$emit('ask', marker, $event)"
    @keydown="onKeydown($event, marker)"
  >
    <title>{{ marker.name }}: click to go there, drag to move, click twice to name</title>
    <rect :x="x - 4" y="17" :width="Math.max(14, name.length * LETTER + 14)" height="13" class="hit" />
    <line :x1="x" :x2="x" y1="18" y2="30" class="post-line" />
    <polygon v-if="marker.beat" :points="`${x - 3},18 ${x + 3},18 ${x},23`" class="flag" />
    <rect v-else :x="x" y="18" width="6" height="6" class="flag" />
    <text :x="x + 9" y="27">{{ name }}</text>
  </g>
</template>

<style scoped>
.marker {
  --flag: var(--ink);
  cursor: ew-resize;
}

.hit {
  fill: transparent;
}

.post-line {
  stroke: var(--ink);
  stroke-width: 1.25;
}

.flag {
  fill: var(--flag);
  stroke: var(--ink);
  stroke-width: 1;
}

.marker:hover .hit {
  fill: var(--rule-soft);
}

text {
  fill: var(--ink);
  font-size: 0.6875rem;
  pointer-events: none;
}
</style>
