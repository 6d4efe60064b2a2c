<script setup lang="ts">
import { computed } from 'vue'
import { layerTimeAt, type Scene } from '@arrow-bend/core/scene'
import { splitRoute } from '../../../../chart/route/splitRoute.ts'
import type { StageView } from '../../../../draw/index.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { useDocument } from '../../../../session/document/document.ts'
import StageSplitRoute from './StageSplitRoute.vue'
import type { Snapping } from '../useSnapping.ts'
import { useSplitGestures } from './useSplitGestures.ts'

/** The routes of layers whose position is split, and what is being dragged at them. */
const props = defineProps<{
  scene: Scene
  layers: readonly string[]
  view: StageView
  /** Of the scene, ticks. */
  time: number
  still: boolean
  snapping: Snapping
  isOnLayer: (event: PointerEvent, layer: string) => boolean
}>()

const document = useDocument()
const gestures = useSplitGestures(props.snapping)

const routes = computed(() => {
  const { scene, view, time } = props
  return props.layers.flatMap((id) => splitRoute(scene, id, { view, library: document.bends, time }) ?? [])
})
</script>

<template>
  <StageSplitRoute
    v-for="route in routes"
    :key="route.layer"
    :route="route"
    :gestures="gestures"
    :time="layerTimeAt(scene, route.layer, time, document.bends)"
    :still="still"
    :is-on-layer="isOnLayer"
  />
  <PointerTag :of="gestures" />
</template>
