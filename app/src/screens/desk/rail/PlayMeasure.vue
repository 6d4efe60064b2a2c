<script setup lang="ts">
import { computed } from 'vue'
import { formatRate, type FrameRate } from '@arrow-bend/core/time'
import { usePlayback } from '../../../session/playback/playback.ts'

/** How playback kept up: pictures shown a second, and those that were not. */
defineProps<{ rate: FrameRate }>()

const playback = usePlayback()
const fps = computed(() =>
  playback.playing && playback.framesPerSecond > 0 ? playback.framesPerSecond.toFixed(0) : '–',
)
</script>

<template>
  <span
    class="measure mono"
    :title="`Pictures shown a second while playing; the scene has ${formatRate(rate)}. Late: pictures of clips that were not decoded in time`"
  >
    <b>{{ fps }}</b> fps
    <span class="text-ink-2"
      >{{ playback.droppedFrames }} dropped<template v-if="playback.lateFrames > 0"
        >, {{ playback.lateFrames }} late</template
      ></span
    >
  </span>
</template>

<style scoped>
/* Room for all it ever says, so that what stands beside it does not move. */
.measure {
  width: 19ch;
  flex: none;
  text-align: right;
  white-space: nowrap;
}

@media (width < 520px) {
  .measure {
    display: none;
  }
}
</style>
