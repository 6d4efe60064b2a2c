<script setup lang="ts">
import { useDevicePixelRatio } from '@vueuse/core'
import { onMounted, onUnmounted, ref, watch } from 'vue'
import { useInks } from '../../../../session/inks.ts'
import { LANE_HEIGHT } from '../laneDrawing.ts'
import type { LanePaper, PaintRow } from './lanePaper.ts'
import type { PaperStrip } from './paperStrips.ts'

/** A strip of paper with what is seen of its rows; a row is painted anew only when it looks otherwise. */
const props = defineProps<{
  strip: PaperStrip
  paper: LanePaper
  /** px */
  width: number
}>()

const inks = useInks()
const { pixelRatio } = useDevicePixelRatio()
const canvas = ref<HTMLCanvasElement | null>(null)
/** What stands on the canvas now. */
let painted = new Map<string, PaintRow>()

const paint = (): void => {
  const on = canvas.value?.getContext('2d')
  if (!on) return
  const ratio = pixelRatio.value
  for (const { id, top } of props.strip.rows) {
    const picture = props.paper.of(id)
    if (!picture || painted.get(id) === picture) continue
    painted.set(id, picture)
    on.save()
    on.setTransform(ratio, 0, 0, ratio, 0, top * ratio)
    on.clearRect(0, 0, props.width, LANE_HEIGHT)
    picture({ on, ink: inks.of })
    on.restore()
  }
}
const paintAll = (): void => {
  painted = new Map()
  const element = canvas.value!
  // Setting its size empties a canvas.
  element.width = Math.round(props.width * pixelRatio.value)
  element.height = Math.round(props.strip.height * pixelRatio.value)
  paint()
}
onMounted(paintAll)
watch([() => props.strip.layout, () => props.width, pixelRatio, () => inks.of], paintAll, {
  flush: 'post',
})
onUnmounted(props.paper.follow(paint))
</script>

<template>
  <canvas
    ref="canvas"
    class="strip"
    aria-hidden="true"
    :style="{ top: `${strip.top}px`, width: `${width}px`, height: `${strip.height}px` }"
  />
</template>

<style scoped>
.strip {
  position: absolute;
  left: 300px;
  pointer-events: none;
}
</style>
