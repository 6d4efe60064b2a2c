<script setup lang="ts">
import { Volume2, VolumeX } from '@lucide/vue'
import { usePreferences } from '../../../session/preferences.ts'
import IconButton from '../../../ui/IconButton.vue'

/** Whether sounds and clips are heard while they play. */
const preferences = usePreferences()
</script>

<template>
  <IconButton
    :icon="preferences.muted ? VolumeX : Volume2"
    label="Sound"
    :pressed="!preferences.muted"
    @press="preferences.muted = !preferences.muted"
  />
</template>
