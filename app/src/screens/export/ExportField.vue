<script setup lang="ts">
/** One thing to choose of what is saved, under its name. */
defineProps<{ label: string }>()
</script>

<template>
  <div class="export-field">
    <span aria-hidden="true">{{ label }}</span>
    <slot />
  </div>
</template>

<style scoped>
span {
  display: block;
  margin-bottom: 3px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.export-field :deep(:is(.number-field, .segments)) {
  height: 28px;
}

.export-field :deep(.time-field input) {
  height: 28px;
  border-color: var(--rule);
  background: var(--sheet-2);
}

.export-field :deep(select) {
  height: 28px;
  padding: 0 6px;
}
</style>
