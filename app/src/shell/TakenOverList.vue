<script setup lang="ts">
import { computed } from 'vue'
import { useTakenOver } from '../session/view/takenOver.ts'
import AppDialog from '../ui/AppDialog.vue'

/** What of a file that was taken over was not understood, with its place there. */
const taken = useTakenOver()
const rows = computed(() => taken.told?.leftOut ?? [])
</script>

<template>
  <AppDialog :open="taken.told !== null" title="What did not come over" @close="taken.close()">
    <p class="mb-3 text-ink-2">
      All else in “{{ taken.told?.file }}” is layers, keys and bends now. These are not understood here and
      were left out:
    </p>
    <ul class="list">
      <li v-for="(row, i) in rows" :key="i" class="border-b border-rule-soft py-1.5">
        <p>{{ row.what }}</p>
        <p class="mono text-[0.75rem] break-words text-ink-2">{{ row.where }}</p>
      </li>
    </ul>
    <div class="mt-4 flex justify-end">
      <button type="button" class="button button-primary" @click="taken.close()">Close</button>
    </div>
  </AppDialog>
</template>

<style scoped>
.list {
  max-height: 50vh;
  overflow: auto;
}
</style>
