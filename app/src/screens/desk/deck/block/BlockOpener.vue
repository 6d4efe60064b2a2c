<script setup lang="ts">
import { Combine } from '@lucide/vue'
import { defineAsyncComponent, ref } from 'vue'

/** Opens what is done with the selected keys as one move. */
const BlockPanel = defineAsyncComponent(() => import('./BlockPanel.vue'))

const open = ref(false)
const button = ref<HTMLElement | null>(null)
const WORDS = 'The selected keys as one move'
</script>

<template>
  <button
    ref="button"
    type="button"
    class="opener"
    aria-haspopup="dialog"
    :aria-expanded="open"
    :aria-label="WORDS"
    :title="WORDS"
    @click="open = !open"
  >
    <Combine :size="14" aria-hidden="true" />
  </button>
  <BlockPanel v-if="open && button" :anchor="button" @close="open = false" />
</template>

<style scoped>
.opener {
  display: grid;
  width: 24px;
  height: 24px;
  flex: none;
  place-items: center;
  border-radius: 4px;
}

.opener:hover,
.opener[aria-expanded='true'] {
  background: var(--rule-soft);
}
</style>
