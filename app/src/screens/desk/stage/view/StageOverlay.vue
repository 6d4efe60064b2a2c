<script setup lang="ts">
import { computed } from 'vue'
import type { StageView } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'

/** What lies over the picture and only shows: the frame's edge. */
const props = defineProps<{ view: StageView }>()

const document = useDocument()

const frame = computed(() => {
  const [width, height] = document.size
  return {
    x: props.view.x,
    y: props.view.y,
    width: width * props.view.scale,
    height: height * props.view.scale,
  }
})
</script>

<template>
  <svg class="overlay absolute inset-0 size-full overflow-hidden pointer-events-none" aria-hidden="true">
    <rect v-bind="frame" fill="none" stroke="#1f2b33" stroke-opacity="0.45" />
  </svg>
</template>
