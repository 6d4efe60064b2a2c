<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useView } from '../../../../session/view/view.ts'

/** The playhead over ruler and lanes. It is moved directly, so that playback does not wait for Vue. */
const playback = usePlayback()
const view = useView()
const line = ref<HTMLElement | null>(null)
let now: number = playback.time

const place = (time: number = now): void => {
  now = time
  const x = view.xOf(time)
  if (!line.value) return
  line.value.style.transform = `translateX(${x.toFixed(2)}px)`
  line.value.style.visibility = x < 0 || x > view.laneWidth ? 'hidden' : 'visible'
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
  <div ref="line" class="playhead" aria-hidden="true">
    <svg width="24" height="22" viewBox="-3 -18 24 22">
      <path d="M0 4V-6Q0 -11 5 -11H9" fill="none" stroke="var(--pencil)" stroke-width="2.75" />
      <path d="M8 -16.3L14.6 -11L8 -5.7Z" fill="var(--pencil)" />
    </svg>
  </div>
</template>

<style scoped>
.playhead {
  position: absolute;
  z-index: 4;
  top: 0;
  bottom: 0;
  left: -0.5px;
  width: 1px;
  background: linear-gradient(to bottom, transparent 14px, var(--ink) 14px);
  forced-color-adjust: none;
  pointer-events: none;
}

.playhead svg {
  position: absolute;
  top: -6px;
  left: -2.5px;
}
</style>
