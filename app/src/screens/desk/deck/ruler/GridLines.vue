<script setup lang="ts">
import { computed } from 'vue'
import { rulerMarks } from '../../../../chart/rulerMarks.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'

/** The ruler's large marks, drawn on through all rows. */
const document = useDocument()
const preferences = usePreferences()
const view = useView()

const lines = computed(() =>
  rulerMarks(
    { rate: document.rate, duration: view.duration },
    { xOf: view.xOf, width: view.laneWidth },
    preferences.timeDisplay,
  ).filter(({ size }) => size === 'large'),
)
</script>

<template>
  <svg class="lines" :width="view.laneWidth" height="100%" aria-hidden="true">
    <line v-for="line in lines" :key="line.frame" :x1="line.x" :x2="line.x" y1="0" y2="100%" />
  </svg>
</template>

<style scoped>
.lines {
  position: absolute;
  top: 0;
  left: var(--list);
  pointer-events: none;
}

line {
  stroke: var(--rule-soft);
}
</style>
