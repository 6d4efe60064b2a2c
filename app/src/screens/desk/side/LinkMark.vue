<script setup lang="ts">
import { Link } from '@lucide/vue'

/** The mark of a span that follows a bend of the library. */
defineProps<{ name: string }>()
</script>

<template>
  <span class="mark" role="img" :aria-label="`Linked to ${name}`" :title="`Linked to “${name}”`">
    <Link :size="12" aria-hidden="true" />
  </span>
</template>

<style scoped>
.mark {
  display: inline-grid;
  flex: none;
  place-items: center;
  color: var(--ink-2);
}
</style>
