<script setup lang="ts">
import { EllipsisVertical } from '@lucide/vue'
import { defineAsyncComponent, ref } from 'vue'
import type { Layer } from '@arrow-bend/core/scene'

/** Opens what can be done with a layer as a whole. */
defineProps<{ layer: Layer }>()
defineEmits<{ rename: [] }>()

// Seldom wanted, so it comes when it is.
const LayerMenuPanel = defineAsyncComponent(() => import('./LayerMenuPanel.vue'))
const opener = ref<HTMLElement | null>(null)
const open = ref(false)
</script>

<template>
  <span ref="opener" class="shrink-0">
    <button
      type="button"
      class="opener"
      :aria-label="`More of ${layer.name}`"
      :aria-expanded="open"
      title="More"
      @click="open = !open"
    >
      <EllipsisVertical :size="15" aria-hidden="true" />
    </button>
  </span>
  <LayerMenuPanel
    v-if="open && opener"
    :layer="layer"
    :opener="opener"
    @rename="$emit('rename')"
    @close="open = false"
  />
</template>

<style scoped>
.opener {
  display: grid;
  width: 24px;
  height: 24px;
  place-items: center;
  border-radius: 4px;
}

.opener:hover {
  background: var(--rule-soft);
}
</style>
