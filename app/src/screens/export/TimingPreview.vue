<script setup lang="ts">
import { onScopeDispose, shallowRef, watch } from 'vue'

/** A timing sheet as it will be printed. */
const props = defineProps<{ pages: readonly string[] }>()

/** Pages beyond these are printed all the same. */
const MOST_SHOWN = 24
const urls = shallowRef<readonly string[]>([])

function show(pages: readonly string[]): void {
  urls.value.forEach((url) => URL.revokeObjectURL(url))
  urls.value = pages
    .slice(0, MOST_SHOWN)
    .map((page) => URL.createObjectURL(new Blob([page], { type: 'image/svg+xml' })))
}
watch(() => props.pages, show, { immediate: true })
onScopeDispose(() => show([]))
</script>

<template>
  <div v-if="urls.length > 0" class="pages" tabindex="0" role="group" aria-label="Pages">
    <img v-for="(url, i) in urls" :key="url" :src="url" :alt="`Page ${i + 1} of ${pages.length}`" />
  </div>
</template>

<style scoped>
.pages {
  display: grid;
  overflow: auto;
  max-height: max(300px, calc(100vh - 300px));
  padding: 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
  gap: 12px;
  scrollbar-width: thin;
}

img {
  width: 100%;
  border: 1px solid var(--rule);
}
</style>
