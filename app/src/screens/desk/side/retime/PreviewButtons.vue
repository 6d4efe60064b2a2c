<script setup lang="ts">
import type { Preview } from '../../../../session/document/usePreview.ts'

/** Shows what would be done, does it, or leaves it. */
defineProps<{
  look: Pick<Preview<unknown>, 'active' | 'trouble' | 'show' | 'take' | 'drop'>
  label: string
  disabled?: boolean
}>()
</script>

<template>
  <p v-if="look.active.value" class="preview" role="status"><b>Preview</b> not applied yet</p>
  <p v-if="look.trouble.value" class="trouble" role="alert">{{ look.trouble.value }}</p>
  <div class="buttons">
    <button
      type="button"
      class="button small"
      :aria-pressed="look.active.value"
      :disabled="disabled"
      @click="look.active.value ? look.drop() : look.show()"
    >
      {{ look.active.value ? 'Back' : 'Preview' }}
    </button>
    <button type="button" class="button button-primary small" :disabled="disabled" @click="look.take()">
      {{ label }}
    </button>
  </div>
</template>

<style scoped>
.buttons {
  display: flex;
  justify-content: flex-end;
  gap: 6px;
}

.small {
  min-height: 26px;
  font-size: 0.75rem;
}

.small[aria-pressed='true'] {
  box-shadow: inset 0 -2px 0 var(--pencil);
}

.preview {
  padding: 3px 8px;
  border-radius: 4px;
  background: repeating-linear-gradient(135deg, var(--rule-soft) 0 6px, var(--sheet-2) 6px 12px);
  font-size: 0.75rem;
}
</style>
