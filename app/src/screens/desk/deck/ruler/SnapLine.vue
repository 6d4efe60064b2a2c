<script setup lang="ts">
import { computed } from 'vue'
import { useView } from '../../../../session/view/view.ts'

/** The moment a drag in time has come into line with, through all lanes. */
const view = useView()
const x = computed(() => (view.snapLine ? view.xOf(view.snapLine.time) : 0))
</script>

<template>
  <div v-if="view.snapLine" class="snap-line" :style="{ left: `${x}px` }">
    <!-- What is dragged is told of right of the pointer. -->
    <span :class="{ after: x < 120 }">{{ view.snapLine.words }}</span>
  </div>
</template>

<style scoped>
.snap-line {
  position: absolute;
  z-index: 3;
  top: 30px;
  bottom: 0;
  width: 0;
  border-left: 1px dashed var(--pencil);
  pointer-events: none;
}

span {
  position: absolute;
  top: 24px;
  right: 6px;
  padding: 0 4px;
  border-radius: 3px;
  background: var(--sheet-2);
  font-size: 0.6875rem;
  white-space: nowrap;
}

span.after {
  right: auto;
  left: 5px;
}
</style>
