<script setup lang="ts">
import { Library, Link } from '@lucide/vue'
import { defineAsyncComponent, ref } from 'vue'
import type { TargetSpans } from './useTargetSpans.ts'

/** Opens the bends there are, beside the bend that is edited. */
defineProps<{ target: TargetSpans; linkedTo: string | null }>()

const LibraryPanel = defineAsyncComponent(() => import('./LibraryPanel.vue'))
const open = ref(false)
const button = ref<HTMLElement | null>(null)
</script>

<template>
  <button
    ref="button"
    type="button"
    class="opener"
    aria-haspopup="dialog"
    :aria-expanded="open"
    :aria-label="linkedTo === null ? 'Bend library' : `Bend library; linked to ${linkedTo}`"
    :title="linkedTo === null ? 'Bend library: choose, keep and link bends' : `Linked to “${linkedTo}”`"
    @click="open = !open"
  >
    <Link v-if="linkedTo !== null" :size="13" class="flex-none" aria-hidden="true" />
    <Library v-else :size="13" class="flex-none" aria-hidden="true" />
    <span class="truncate">{{ linkedTo ?? 'Library' }}</span>
  </button>
  <LibraryPanel
    v-if="open && button && target.shown.value"
    :anchor="button"
    :bend="target.shown.value"
    @close="open = false"
  />
</template>

<style scoped>
.opener {
  display: flex;
  max-width: 112px;
  height: 22px;
  flex: none;
  align-items: center;
  gap: 4px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet-2);
  font-size: 0.75rem;
}

.opener:hover,
.opener[aria-expanded='true'] {
  border-color: var(--ink-2);
}
</style>
