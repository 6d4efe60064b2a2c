<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useView } from '../../../../session/view/view.ts'
import DrawingGround from '../../DrawingGround.vue'

/** The playhead over ruler and lanes. It is moved directly, so that playback does not wait for Vue. */
const playback = usePlayback()
const view = useView()
/** Its flag reaches beyond the lanes by this, px. */
const ROOM = 8
const stem = ref<SVGPathElement | null>(null)
const arm = ref<SVGPathElement | null>(null)
const tip = ref<SVGPathElement | null>(null)
let now: number = playback.time

/** By coordinates: moved by its matrix it would make the browser order all layers of the page anew. */
const place = (time: number = now): void => {
  now = time
  const at = view.xOf(time)
  const isSeen = at >= 0 && at <= view.laneWidth
  const x = (at + ROOM).toFixed(2)
  stem.value?.setAttribute('d', isSeen ? `M${x} ${ROOM + 14}V9999` : '')
  arm.value?.setAttribute('d', isSeen ? `M${x} ${ROOM + 16}v-10q0 -5 5 -5h4` : '')
  tip.value?.setAttribute('d', isSeen ? `M${x} ${ROOM + 16}m8 -20.3l6.6 5.3l-6.6 5.3z` : '')
}
const stop = playback.onFrame(place)
onMounted(() => place(playback.time))
onBeforeUnmount(stop)
watch(
  () => [view.zoom, view.origin, view.laneWidth],
  () => place(),
  { flush: 'post' },
)
watch(
  () => playback.time,
  (time) => !playback.playing && place(time),
  { flush: 'post' },
)
</script>

<template>
  <svg class="playhead" aria-hidden="true">
    <DrawingGround />
    <path ref="stem" class="stem" />
    <path ref="arm" class="arm" />
    <path ref="tip" class="tip" />
  </svg>
</template>

<style scoped>
.playhead {
  position: absolute;
  z-index: 4;
  top: -8px;
  left: -8px;
  width: calc(100% + 16px);
  height: calc(100% + 8px);
  forced-color-adjust: none;
  pointer-events: none;
}

.stem,
.arm {
  fill: none;
  stroke: var(--ink);
}

.arm {
  stroke: var(--pencil);
  stroke-width: 2.75;
}

.tip {
  fill: var(--pencil);
}
</style>
