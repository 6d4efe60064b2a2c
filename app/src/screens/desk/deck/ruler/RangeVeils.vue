<script setup lang="ts">
import { computed } from 'vue'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useView } from '../../../../session/view/view.ts'

/** A veil over the lanes before and after what plays. */
const playback = usePlayback()
const view = useView()

const veils = computed(() => {
  const [from, to] = playback.range
  // Before the first frame stand the numbers of graphs, which must stay easy to read.
  const start = Math.max(0, view.xOf(0))
  const [x0, x1] = [Math.max(start, view.xOf(from)), view.xOf(to)]
  return [
    { x: start, width: x0 - start },
    { x: x1, width: Math.max(0, view.laneWidth - x1) },
  ]
})
</script>

<template>
  <div
    v-for="(veil, i) in veils"
    :key="i"
    class="veil"
    :style="{ left: `${veil.x}px`, width: `${veil.width}px` }"
  />
</template>

<style scoped>
.veil {
  position: absolute;
  top: 55px;
  bottom: 0;
  background: var(--veil);
}
</style>
