<script setup lang="ts">
import { computed } from 'vue'
import { formatTime, type FrameRate } from '@arrow-bend/core/time'
import { usePlayback } from '../../../session/playback/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import TimeField from '../../../ui/TimeField.vue'

/** Where the playhead stands: by itself, as it changes with each frame of a scrub, which the rest of the rail does not. */
const props = defineProps<{ rate: FrameRate }>()

const playback = usePlayback()
const preferences = usePreferences()
// As the clock beside it: what stands between two frames is said to.
const frame = computed(() => formatTime(playback.time, props.rate, 'frames'))
</script>

<template>
  <TimeField
    large
    label="Current time"
    :model-value="playback.time"
    :rate="rate"
    :display="preferences.timeDisplay"
    @take="playback.seek"
    @step="playback.seekFrames"
  />
  <span class="mono min-w-10 shrink-0 whitespace-nowrap text-ink-2">f {{ frame }}</span>
</template>
