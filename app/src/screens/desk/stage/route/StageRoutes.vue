<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, shallowRef, useTemplateRef, watch, watchEffect } from 'vue'
import { layerById, layerTimeAt, type Scene } from '@arrow-bend/core/scene'
import type { StageView } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useMatchRuns } from '../../../../session/view/matchRuns.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { routeGeometry } from '../../../../chart/route/routeGeometry.ts'
import { routeLine } from '../../../../chart/route/routeDrawing.ts'
import StageRoute from './StageRoute.vue'
import DrawingGround from '../../DrawingGround.vue'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { useRouteGestures, type RouteGestures } from './useRouteGestures.ts'
import type { Snapping } from '../useSnapping.ts'

// The bar comes with the first selected key; few positions are split.
const RouteBar = defineAsyncComponent(() => import('./RouteBar.vue'))
const StageTies = defineAsyncComponent(() => import('./StageTies.vue'))
const StageSplitRoutes = defineAsyncComponent(() => import('./StageSplitRoutes.vue'))
const isSplit = (scene: Scene | null, id: string): boolean =>
  Boolean(scene && layerById(scene, id)?.properties['position']?.split)

/** The routes of the selected layers over the picture, the bar by a selected key, and what is being changed. */
const props = defineProps<{
  view: StageView
  width: number
  height: number
  snapping: Snapping
  isOnLayer: RouteGestures['isOnLayer']
}>()

const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const stageView = useStageView()
const match = useMatchRuns()
const gestures = useRouteGestures(props.snapping, props.isOnLayer)

/**
 * Where routes lie while they are dragged at: a drawing of their own, so that the others are not painted again. Focus
 * goes with what is moved there.
 */
const upper = useTemplateRef('upper')
watch(gestures.holds, () => {
  const focused = window.document.activeElement as SVGElement | null
  if (focused?.closest('.routes')) void nextTick(() => focused.focus({ preventScroll: true }))
})

/** Routes rest while playing: only the picture moves then. */
const time = shallowRef(playback.time)
watchEffect(() => {
  if (!playback.playing) time.value = playback.time
})
/** More routes than this are shown as mere lines, and drawn anew only once a drag over the lanes is done. */
const MANY = 60
const many = computed(() => selection.layers.length > MANY)
const rests = computed(() => document.gestureIn === 'deck' && many.value)
const scene = shallowRef(stageView.shown)
watchEffect(() => {
  if (!rests.value) scene.value = stageView.shown
})
const geometries = computed(() => {
  if (!scene.value) return []
  const { view } = props
  return selection.layers.flatMap(
    (id) => routeGeometry(scene.value!, id, { view, library: document.bends, time: time.value }) ?? [],
  )
})
const splitLayers = computed(() =>
  many.value ? [] : selection.layers.filter((id) => isSplit(scene.value, id)),
)
const held = computed(() => gestures.tag.value !== null)
const lines = computed(() => (many.value ? geometries.value.map(routeLine).join('') : ''))
</script>

<template>
  <svg class="routes absolute inset-0 size-full overflow-hidden pointer-events-none will-change-transform">
    <DrawingGround />
    <g v-if="many" role="img" :aria-label="`${geometries.length} routes`">
      <path class="edge" :d="lines" />
      <path class="line" :d="lines" />
      <text x="16" :y="height - 40">
        {{ geometries.length }} routes; select {{ MANY }} layers or fewer for their keys
      </text>
    </g>
    <Teleport
      v-for="geometry in many ? [] : geometries"
      :key="geometry.layer"
      v-memo="[geometry, upper, gestures.holds.value.has(geometry.layer), time, stageView.before]"
      :to="upper"
      :disabled="!upper || !gestures.holds.value.has(geometry.layer)"
    >
      <StageRoute
        :geometry="geometry"
        :gestures="gestures"
        :time="layerTimeAt(scene!, geometry.layer, time, document.bends)"
        :still="stageView.before"
      />
    </Teleport>
    <StageTies
      v-if="match.onStage && scene && !playback.playing"
      :scene="scene"
      :layers="selection.layers"
      :view="view"
    />
    <StageSplitRoutes
      v-if="splitLayers.length > 0"
      :scene="scene!"
      :layers="splitLayers"
      :view="view"
      :time="time"
      :still="playback.playing || stageView.before"
      :snapping="snapping"
      :is-on-layer="isOnLayer"
    />
  </svg>
  <svg
    ref="upper"
    class="routes absolute inset-0 size-full overflow-hidden pointer-events-none will-change-transform"
  >
    <DrawingGround />
    <PointerTag :of="gestures" />
  </svg>
  <RouteBar
    v-if="selection.state.keys.length > 0 && !playback.playing && !stageView.before && !held"
    :geometries="many ? [] : geometries"
    :width="width"
    :height="height"
  />
</template>

<style scoped>
path {
  fill: none;
}

/* Colours here stay the light theme's: they lie on the picture. */
.edge {
  stroke: #fffdf8;
  stroke-opacity: 0.7;
  stroke-width: 2.5;
}

.line {
  stroke: #0e6b75;
  stroke-width: 1;
}

text {
  fill: #1f2b33;
  stroke: #fffdf8;
  stroke-width: 4;
  font-size: 0.75rem;
  paint-order: stroke;
}
</style>
