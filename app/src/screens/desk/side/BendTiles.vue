<script setup lang="ts">
import BendGlyph from '../../../ui/BendGlyph.vue'
import type { BendChoice } from '../useBendChoices.ts'

/** Bends to choose one of, drawn small. */
defineProps<{
  label: string
  choices: readonly BendChoice[]
  isChosen: (choice: BendChoice, index: number) => boolean
}>()
defineEmits<{ choose: [choice: BendChoice, index: number] }>()
</script>

<template>
  <div class="tiles" role="group" :aria-label="label">
    <button
      v-for="(choice, i) in choices"
      :key="choice.label"
      type="button"
      :aria-pressed="isChosen(choice, i)"
      :aria-label="choice.label"
      :title="choice.label"
      @click="$emit('choose', choice, i)"
    >
      <BendGlyph :bend="choice.bend" :width="34" :height="28" />
    </button>
  </div>
</template>

<style scoped>
.tiles {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

button {
  width: 38px;
  height: 34px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet-2);
}

button[aria-pressed='true'] {
  border-color: var(--pencil);
  box-shadow: inset 0 0 0 1px var(--pencil);
}
</style>
