<script setup lang="ts">
import { computed } from 'vue'
import { formatTime } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'

/** Where the ruler is pressed and told from: by itself, as it changes with each frame of a scrub, which marks do not. */
defineProps<{ width: number }>()

const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const words = computed(() => formatTime(playback.time, document.rate, preferences.timeDisplay))
</script>

<template>
  <rect
    class="ground"
    :width="width"
    height="30"
    role="slider"
    tabindex="0"
    aria-label="Playhead"
    :aria-valuenow="playback.time"
    aria-valuemin="0"
    :aria-valuemax="playback.lastFrame"
    :aria-valuetext="words"
  />
</template>

<style scoped>
.ground {
  fill: transparent;
}

.ground:focus-visible {
  outline: none;
  stroke: var(--pencil);
  stroke-width: 4;
}
</style>
