<script setup lang="ts">
import { computed } from 'vue'
import { vertexTrails } from '@arrow-bend/core/scene'
import { frameAt, frameTicks } from '@arrow-bend/core/time'
import { toScreen, type StageView } from '../../../../draw/index.ts'
import { text } from '../../../../chart/route/pathText.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import type { OutlineEditing } from './useOutline.ts'

/** The ways the chosen vertices go, a dot a frame: passed and to come. */
const props = defineProps<{ editing: OutlineEditing; view: StageView }>()

const document = useDocument()
const playback = usePlayback()

/** Trails reach ten seconds of frames each way; so they are worked out anew only when the playhead has come further than this, frames. */
const NEAR = 48
const about = computed(() => {
  const frame = Math.round(frameAt(playback.time, document.rate) / NEAR) * NEAR
  return frame * frameTicks(document.rate)
})
/** More of them would hide what they are of. */
const MOST = 24
type Trails = ReturnType<typeof vertexTrails>
const NONE: Trails = { first: 0, trails: [] }
/** While something is dragged they stay as they were: they are worked out for every frame. */
const trails = computed<Trails>((before) => {
  if (before && document.gesturing) return before
  const { layer, chosen } = props.editing
  if (!document.scene || !layer.value || chosen.value.size === 0) return NONE
  const vertices = [...chosen.value].slice(0, MOST)
  return vertexTrails(document.scene, layer.value, { vertices, time: about.value, library: document.bends })
})
const drawn = computed(() =>
  trails.value.trails.map(({ vertex, places }) => {
    const points = places.map(([x, y]) => toScreen(props.view, [x, y]))
    const here = Math.max(0, frameAt(playback.time, document.rate) - trails.value.first)
    const line = (part: typeof points): string => (part.length > 1 ? `M${part.map(text).join('L')}` : '')
    const dots = points.map(([x, y]) => `M${text([x - 1.25, y])}h2.5`).join('')
    return { vertex, passed: line(points.slice(0, here + 1)), coming: line(points.slice(here)), dots }
  }),
)
</script>

<template>
  <g class="trails" aria-hidden="true">
    <g v-for="{ vertex, passed, coming, dots } in drawn" :key="vertex" :data-trail="vertex + 1">
      <path :d="passed + coming" class="edge" />
      <path :d="coming" class="coming" />
      <path :d="passed" class="passed" />
      <path :d="dots" class="dots" />
    </g>
  </g>
</template>

<style scoped src="../route/route.css"></style>
<style scoped>
.trails {
  pointer-events: none;
}

.edge {
  stroke-width: 3;
}

.dots {
  stroke: #0e6b75;
  stroke-width: 2.5;
}
</style>
