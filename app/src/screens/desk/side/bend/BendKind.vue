<script setup lang="ts">
import { computed } from 'vue'
import {
  FAMILIES,
  type BendNode,
  type Mode,
  type NumberOfFamily,
  type PlainBend,
} from '@arrow-bend/core/bend'
import type { Recipe } from '../../../../session/document/document.ts'
import EditField from '../../../../gesture/EditField.vue'
import FamilyChooser from './FamilyChooser.vue'
import type { PlotEdit } from './plotEdit.ts'

/** Which kind of bend it is, with the choice and the numbers that kind has. */
const props = defineProps<{
  /** As stored; null where the spans differ. */
  bend: PlainBend | null
  /** As shown; of the first span. */
  shown: PlainBend
  /** The point chosen, by its place among the bend's points. */
  point: number | null
  recipeOf: (change: (bend: PlainBend) => PlainBend) => Recipe<unknown>
}>()
const emit = defineEmits<{
  choose: [bend: PlainBend]
  mode: [mode: Mode]
  edit: [edit: PlotEdit]
  done: []
}>()

const MODES: readonly { mode: Mode; label: string }[] = [
  { mode: 'in', label: 'In' },
  { mode: 'out', label: 'Out' },
  { mode: 'inOut', label: 'In-out' },
]
const THROUGH: readonly { through: BendNode['through']; label: string }[] = [
  { through: 'corner', label: 'Corner' },
  { through: 'joined', label: 'Joined' },
  { through: 'smooth', label: 'Smooth' },
]
const own = computed(() => (props.bend?.kind === 'family' ? props.bend : null))
const family = computed(() => own.value && FAMILIES[own.value.family])
const node = computed(() => {
  if (props.shown.kind !== 'points' || props.point === null) return null
  return props.shown.nodes[props.point] ?? null
})
const scaleOf = (number: NumberOfFamily): number => (number.percent ? 100 : 1)
const withNumber = (bend: PlainBend, number: NumberOfFamily, value: number): PlainBend => {
  if (bend.kind !== 'family' || bend.family !== family.value?.name) return bend
  return { ...bend, [number.name]: number.whole ? Math.round(value) : value / scaleOf(number) }
}
</script>

<template>
  <div class="flex h-6 items-center gap-2">
    <FamilyChooser :bend="bend" @choose="(chosen) => emit('choose', chosen)" />
    <div v-if="node" class="segments" role="group" aria-label="How the point passes motion through">
      <button
        v-for="{ through, label } in THROUGH"
        :key="through"
        type="button"
        :aria-pressed="node.through === through"
        @click="emit('edit', { kind: 'through', index: point!, through })"
      >
        {{ label }}
      </button>
    </div>
    <div v-else-if="own && family?.natural" class="segments" role="group" aria-label="Mode">
      <button
        v-for="{ mode, label } in MODES"
        :key="mode"
        type="button"
        :aria-pressed="(own.mode ?? 'in') === mode"
        @click="emit('mode', mode)"
      >
        {{ label }}
      </button>
    </div>
    <span v-else-if="shown.kind === 'points'" class="hint">Click a point to choose it.</span>
    <span v-else-if="shown.kind === 'handles'" class="hint">Two clicks add a point.</span>
  </div>
  <div v-if="own && family && family.numbers.length > 0" class="flex gap-2">
    <EditField
      v-for="number in family.numbers"
      :key="number.name"
      class="flex-1"
      show-label
      :label="number.label"
      :unit="number.percent ? '%' : ''"
      :digits="number.whole ? 0 : 2"
      :min="number.least * scaleOf(number)"
      :max="number.most * scaleOf(number)"
      :step="number.step * scaleOf(number)"
      :model-value="(own[number.name] ?? number.usual) * scaleOf(number)"
      :edit="`${number.label} set`"
      :recipe="(value: number) => recipeOf((given) => withNumber(given, number, value))"
      @done="emit('done')"
    />
  </div>
</template>

<style scoped>
.segments {
  display: flex;
  height: 24px;
  flex: 1;
  overflow: hidden;
  border: 1px solid var(--rule);
  border-radius: 5px;
}

.segments button {
  flex: 1;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.segments button[aria-pressed='true'] {
  background: var(--sheet-2);
  box-shadow: inset 0 -2px 0 var(--pencil);
  color: var(--ink);
  font-weight: 650;
}

.hint {
  color: var(--ink-2);
  font-size: 0.75rem;
}
</style>
