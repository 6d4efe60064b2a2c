<script setup lang="ts">
import RailPanel from '../RailPanel.vue'
import LinesAndSpace from './LinesAndSpace.vue'

/** Lines to place things by, opened over the picture. */
defineProps<{ label: string; opener: HTMLElement | null }>()
</script>

<template>
  <RailPanel :label="label" :opener="opener"><LinesAndSpace /></RailPanel>
</template>
