<script setup lang="ts">
import { computed, shallowRef, watchEffect } from 'vue'
import type { StageView } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { useSelection } from '../../../session/selection.ts'
import { useStageView } from '../../../session/stageView.ts'
import RouteBar from './RouteBar.vue'
import { routeGeometry } from './routeGeometry.ts'
import StageRoute from './StageRoute.vue'
import PointerTag from '../PointerTag.vue'
import { useRouteGestures } from './useRouteGestures.ts'
import type { Snapping } from './useSnapping.ts'

/** The routes of the selected layers over the picture, the bar by a selected key, and what is being changed. */
const props = defineProps<{ view: StageView; width: number; height: number; snapping: Snapping }>()

const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const stageView = useStageView()
const gestures = useRouteGestures(props.snapping)

/** Routes rest while playing: only the picture moves then. */
const time = shallowRef(playback.time)
watchEffect(() => {
  if (!playback.playing) time.value = playback.time
})
const geometries = computed(() => {
  const scene = stageView.shown!
  const { view } = props
  return selection.layers.flatMap(
    (id) => routeGeometry(scene, id, { view, library: document.bends, time: time.value }) ?? [],
  )
})
</script>

<template>
  <svg
    class="routes absolute inset-0 size-full overflow-hidden pointer-events-none will-change-transform"
    :class="{ held: document.gesturing }"
  >
    <StageRoute
      v-for="geometry in geometries"
      :key="geometry.layer"
      :geometry="geometry"
      :gestures="gestures"
      :time="time"
      :still="stageView.before"
    />
    <PointerTag :tag="gestures.tag.value" />
  </svg>
  <RouteBar
    v-if="!playback.playing && !stageView.before && !gestures.tag.value"
    :geometries="geometries"
    :width="width"
    :height="height"
  />
</template>

<style scoped>
/* While something is dragged nothing else is aimed at. */
.held :deep(*) {
  pointer-events: none;
}
</style>
