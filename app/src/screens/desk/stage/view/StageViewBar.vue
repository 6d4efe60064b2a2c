<script setup lang="ts">
import { Ghost, Grid3x3, History, Spline } from '@lucide/vue'
import { defineAsyncComponent } from 'vue'
import { usePreferences } from '../../../../session/preferences.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import IconButton from '../../../../ui/IconButton.vue'
import { vOneStop } from '../../../../ui/focus/oneStop.ts'
import RailPopover from '../RailPopover.vue'

/** What the stage shows beside the picture: routes, ghosts, how it was before, lines to place things by. */
// Seldom wanted, so it comes when it is; whole, as where the keyboard goes from it is found by what is in it.
const LinesPanel = defineAsyncComponent(() => import('./LinesPanel.vue'))
const preferences = usePreferences()
const stageView = useStageView()
</script>

<template>
  <div v-one-stop class="bar" role="toolbar" aria-orientation="vertical" aria-label="Stage view">
    <IconButton
      :icon="Spline"
      label="Motion paths (routes) and spacing marks"
      :pressed="preferences.showRoutes"
      @press="preferences.showRoutes = !preferences.showRoutes"
    />
    <IconButton
      :icon="Ghost"
      label="Onion skin"
      :pressed="stageView.onion"
      @press="stageView.onion = !stageView.onion"
    />
    <IconButton
      :icon="History"
      label="Before: as it was"
      :pressed="stageView.before"
      @press="stageView.before = !stageView.before"
    />
    <RailPopover :icon="Grid3x3" label="Lines and space" :panel="LinesPanel" />
    <slot />
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-direction: column;
}
</style>
