<script setup lang="ts">
import { shallowRef } from 'vue'
import { useEventListener } from '@vueuse/core'
import { useDocument } from '../../../../session/document/document.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import type { StageCamera } from './useStageCamera.ts'

/** The frame's size and where the pointer is, in px of the stage; in a drag that is said beside the pointer. */
const props = defineProps<{ panel: HTMLElement; camera: StageCamera }>()

const document = useDocument()
const pointer = shallowRef<Point | null>(null)

useEventListener(props.panel, 'pointermove', (event) => {
  if (document.gesturing) return
  const [x, y] = props.camera.stagePoint(event)
  pointer.value = [Math.round(x), Math.round(y)]
})
useEventListener(props.panel, 'pointerleave', () => (pointer.value = null))
</script>

<template>
  <p class="facts mono" aria-hidden="true">
    {{ document.size.join(' × ') }} px
    <template v-if="pointer && !document.gesturing"
      ><br />x {{ pointer[0] }}<br />y {{ pointer[1] }}</template
    >
  </p>
</template>

<style scoped>
.facts {
  position: absolute;
  bottom: 8px;
  left: calc(8px + var(--ruler));
  padding: 1px 4px;
  border-radius: 4px;
  background: color-mix(in srgb, var(--surround) 75%, transparent);
  color: var(--ink);
  font-size: 0.75rem;
  pointer-events: none;
  will-change: transform;
}
</style>
