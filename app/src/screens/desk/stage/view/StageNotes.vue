<script setup lang="ts">
import { computed } from 'vue'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import NumberField from '../../../../ui/NumberField.vue'

/** Says over the picture that it is not just the picture: ghosts, how it was before, some layers alone. */
const document = useDocument()
const preferences = usePreferences()
const stageView = useStageView()

const GHOSTS = [
  { name: 'onionBefore', label: 'Before', unit: '', min: 0, max: 12 },
  { name: 'onionAfter', label: 'After', unit: '', min: 0, max: 12 },
  { name: 'onionEvery', label: 'Every', unit: 'f', min: 1, max: 48 },
] as const

const soloWords = computed(() => {
  const names = document.scene!.layers.filter(({ id }) => stageView.solo.includes(id)).map(({ name }) => name)
  return names.length > 2 ? `${names.length} layers` : names.join(', ')
})
</script>

<template>
  <div v-if="document.preview" class="float note preview" @pointerdown.stop>
    <span><b>Preview</b> nothing is changed yet; Escape leaves it</span>
  </div>
  <div v-else-if="stageView.onion && !stageView.before" class="float note" @pointerdown.stop>
    <b>Onion skin</b>
    <NumberField
      v-for="{ name, label, unit, min, max } in GHOSTS"
      :key="name"
      class="ghosts"
      show-label
      :label="label"
      :unit="unit"
      :digits="0"
      :min="min"
      :max="max"
      :model-value="preferences[name]"
      @input="(value: number) => (preferences[name] = Math.round(value))"
    />
  </div>
  <div v-else-if="soloWords && !stageView.before" class="float note" @pointerdown.stop>
    <span>Shown alone: {{ soloWords }}</span>
    <button type="button" class="button" @click="stageView.solo = []">Show all</button>
  </div>
  <div v-else-if="stageView.before" class="float note" role="status" @pointerdown.stop>
    <span
      ><b>Before:</b>
      {{ stageView.referenceSet ? 'as it was at the set point' : 'as it was when opened' }}</span
    >
    <button type="button" class="button" @click="(stageView.setReference(), (stageView.before = false))">
      Compare with now from here on
    </button>
  </div>
</template>

<style scoped>
.note {
  position: absolute;
  z-index: 5;
  top: calc(8px + var(--ruler));
  left: 50%;
  display: flex;
  min-height: 34px;
  align-items: center;
  gap: 8px;
  padding: 4px 10px;
  transform: translateX(-50%);
  white-space: nowrap;
}

/* A preview is told from what is so by its stripes. */
.preview {
  background: repeating-linear-gradient(135deg, var(--rule-soft) 0 6px, var(--sheet-2) 6px 12px);
}

.note .button {
  min-height: 24px;
}

.ghosts {
  width: 84px;
}
</style>
