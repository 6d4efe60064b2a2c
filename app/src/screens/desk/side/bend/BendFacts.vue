<script setup lang="ts">
import { computed } from 'vue'
import { peakNode, withOvershoot, type PlainBend } from '@arrow-bend/core/bend'
import { slideSpeedPeaks } from '@arrow-bend/core/edit'
import { asHandles } from '@arrow-bend/core/fit'
import type { Recipe } from '../../../../session/document/document.ts'
import NumberField from '../../../../ui/NumberField.vue'
import EditField from '../../../../gesture/EditField.vue'
import { bendFacts, peakOf } from '../../../../chart/plot/spanNumbers.ts'
import type { TargetSpans } from './useTargetSpans.ts'

/** How fast the spans get and when; how far they overshoot and when. */
const props = defineProps<{
  target: TargetSpans
  speedUnit: string
  recipeOf: (change: (bend: PlainBend) => PlainBend) => Recipe<unknown>
}>()
defineEmits<{ done: [] }>()

const { spans, refs } = props.target
const peak = computed(() => peakOf(spans.value))
const facts = computed(() => bendFacts(spans.value))
const percentOf = (share: number | null): number | null => (share === null ? null : share * 100)
const several = computed(() => spans.value.length > 1)

const peakRecipe = (percent: number): Recipe<unknown> => {
  const chosen = refs.value
  return (draft) => slideSpeedPeaks(draft, chosen, percent / 100)
}
/** A bend without a number for it is given handles first. */
const overshootRecipe = (percent: number): Recipe<unknown> =>
  props.recipeOf((bend) => {
    const isBack = bend.kind === 'family' && bend.family === 'back'
    const known = bend.kind === 'handles' || isBack || peakNode(bend) !== null
    return withOvershoot(known ? bend : { kind: 'handles', ...asHandles(bend) }, percent / 100)
  })
</script>

<template>
  <div class="facts">
    <NumberField
      class="grow"
      show-label
      readonly
      label="Peak"
      :unit="speedUnit"
      :digits="0"
      :model-value="peak"
      placeholder="endless"
    />
    <EditField
      show-label
      label="at"
      name="Peak at"
      title="When it is fastest, as a share of its time"
      unit="%"
      :digits="0"
      :min="1"
      :max="99"
      :model-value="percentOf(facts.peakAt)"
      :placeholder="several ? 'mixed' : 'even'"
      edit="Peak moved"
      :recipe="peakRecipe"
      @done="$emit('done')"
    />
    <EditField
      show-label
      label="Over"
      name="Overshoot"
      title="How far it overshoots, as a share of its change"
      unit="%"
      :min="0"
      :max="400"
      :model-value="percentOf(facts.overshoot)"
      placeholder="mixed"
      edit="Overshoot set"
      :recipe="overshootRecipe"
      @done="$emit('done')"
    />
    <NumberField
      show-label
      readonly
      label="at"
      name="Overshoot at"
      unit="%"
      :digits="0"
      :model-value="percentOf(facts.overshootAt)"
      placeholder="–"
    />
  </div>
</template>

<style scoped>
.facts {
  display: flex;
  gap: 3px;
}

.facts > :deep(*) {
  min-width: 0;
  padding: 0 3px;
}

.facts :deep(input),
.facts :deep(.unit) {
  font-size: 0.75rem;
}
</style>
