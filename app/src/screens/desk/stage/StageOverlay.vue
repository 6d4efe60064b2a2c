<script setup lang="ts">
import { computed } from 'vue'
import type { DrawItem } from '@arrow-bend/core/scene'
import { itemCorners, type PictureBook, type StageView } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { useSelection } from '../../../session/selection.ts'
import { drawRoute, type RouteDrawing } from './drawRoute.ts'

/** What lies over the picture: the frame's edge, boxes round selected layers, their routes with spacing marks. */
const props = defineProps<{
  view: StageView
  items: readonly DrawItem[]
  pictures: PictureBook
  /** Counts drawings, so that boxes follow the picture. */
  drawn: number
  showRoutes: boolean
}>()

const document = useDocument()
const playback = usePlayback()
const selection = useSelection()

const onScreen = ([x, y]: readonly [number, number]): [number, number] => [
  props.view.x + x * props.view.scale,
  props.view.y + y * props.view.scale,
]
const frame = computed(() => {
  const [width, height] = document.scene!.size
  return {
    x: props.view.x,
    y: props.view.y,
    width: width * props.view.scale,
    height: height * props.view.scale,
  }
})
const boxes = computed(() => {
  void props.drawn
  return props.items
    .filter((item) => item.shown && selection.hasLayer(item.layer.id))
    .map((item) => ({
      id: item.layer.id,
      points: itemCorners(item, props.pictures)
        .map((corner) =>
          onScreen(corner)
            .map((part) => part.toFixed(1))
            .join(','),
        )
        .join(' '),
    }))
})
const routes = computed<RouteDrawing[]>(() => {
  if (!props.showRoutes) return []
  return selection.layers.flatMap(
    (id) => drawRoute(document.scene!, id, { onScreen, library: document.project!.bends }) ?? [],
  )
})
</script>

<template>
  <svg class="overlay" aria-hidden="true">
    <rect v-bind="frame" fill="none" stroke="#1f2b33" stroke-opacity="0.45" />
    <g v-for="route in routes" :key="route.layer" :opacity="playback.playing ? 0.4 : 1">
      <path :d="route.path" class="edge" />
      <path :d="route.path" class="line" />
      <path :d="route.marks" class="marks-edge" />
      <path :d="route.marks" class="marks" />
      <g v-for="bead in route.beads" :key="bead.key">
        <circle
          :cx="bead.x"
          :cy="bead.y"
          r="4.25"
          class="bead"
          :class="{
            chosen: selection.hasKey({
              scene: document.sceneId,
              layer: route.layer,
              property: 'position',
              key: bead.key,
            }),
          }"
        />
        <text v-if="bead.label" :x="bead.x" :y="bead.y + 17" class="number">{{ bead.label }}</text>
      </g>
    </g>
    <g v-if="!playback.playing">
      <g v-for="box in boxes" :key="box.id">
        <polygon :points="box.points" class="box-edge" />
        <polygon :points="box.points" class="box" />
      </g>
    </g>
  </svg>
</template>

<style scoped>
/* Colours here stay the light theme's: they lie on the picture. */
.overlay {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}

.overlay * {
  fill: none;
}

.edge {
  stroke: #fffdf8;
  stroke-width: 4;
}

.line {
  stroke: #0e6b75;
  stroke-width: 2;
}

.marks-edge {
  stroke: #fffdf8;
  stroke-width: 2.25;
}

.marks {
  stroke: #0e6b75;
  stroke-width: 1;
}

.overlay .bead {
  fill: #fffdf8;
  stroke: #1f2b33;
  stroke-width: 1.5;
}

.overlay .bead.chosen {
  fill: #c8401a;
}

.overlay .number {
  fill: #1f2b33;
  stroke: #fffdf8;
  stroke-width: 3;
  font-size: 12px;
  font-weight: 650;
  paint-order: stroke;
  text-anchor: middle;
}

.box-edge {
  stroke: #fffdf8;
  stroke-width: 3.5;
}

.box {
  stroke: #c8401a;
  stroke-width: 1.5;
}
</style>
