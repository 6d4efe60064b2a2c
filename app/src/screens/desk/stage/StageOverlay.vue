<script setup lang="ts">
import { computed } from 'vue'
import type { DrawItem } from '@arrow-bend/core/scene'
import { itemCorners, type PictureBook, type StageView } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { useSelection } from '../../../session/selection.ts'

/** What lies over the picture and only shows: the frame's edge, boxes round selected layers. */
const props = defineProps<{
  view: StageView
  items: readonly DrawItem[]
  pictures: PictureBook
  /** Counts drawings, so that boxes follow the picture. */
  drawn: number
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
</script>

<template>
  <svg class="overlay" aria-hidden="true">
    <rect v-bind="frame" fill="none" stroke="#1f2b33" stroke-opacity="0.45" />
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

.box-edge {
  stroke: #fffdf8;
  stroke-width: 3.5;
}

.box {
  stroke: #c8401a;
  stroke-width: 1.5;
}
</style>
