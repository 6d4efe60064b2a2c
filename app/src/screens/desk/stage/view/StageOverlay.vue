<script setup lang="ts">
import { computed } from 'vue'
import { rectOnScreen, type StageView } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'

/** What lies over the picture and only shows: the frame's edge. */
const props = defineProps<{ view: StageView }>()

const document = useDocument()

const frame = computed(() => {
  const [width, height] = document.size
  return rectOnScreen(props.view, { x: 0, y: 0, width, height })
})
</script>

<template>
  <svg class="overlay absolute inset-0 size-full overflow-hidden pointer-events-none" aria-hidden="true">
    <rect v-bind="frame" fill="none" stroke="#1f2b33" stroke-opacity="0.45" />
  </svg>
</template>
