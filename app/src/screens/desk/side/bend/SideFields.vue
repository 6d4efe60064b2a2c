<script setup lang="ts">
import { computed } from 'vue'
import { changeBends } from '@arrow-bend/core/edit'
import type { PlainBend } from '@arrow-bend/core/bend'
import type { Recipe } from '../../../../session/document/document.ts'
import EditField from '../../../../gesture/EditField.vue'
import { handleFields, riseForSpeed, withSide, type Side } from '../../../../chart/plot/spanNumbers.ts'
import SideDrawing from './SideDrawing.vue'
import type { TargetSpans } from './useTargetSpans.ts'

/** Reach, rise and speed with which the spans are left and arrived at. */
const props = defineProps<{
  target: TargetSpans
  speedUnit: string
  recipeOf: (change: (bend: PlainBend) => PlainBend) => Recipe<unknown>
}>()
defineEmits<{ done: []; focused: [side: Side]; blurred: [] }>()

const SIDES: readonly { side: Side; label: string }[] = [
  { side: 'leave', label: 'Leave' },
  { side: 'arrive', label: 'Arrive' },
]
const SIDE_TITLES: Readonly<Record<Side, string>> = {
  leave: 'How it sets out from the first key: reach along time, rise along the value',
  arrive: 'How it comes in to the next key: reach along time, rise along the value',
}
const { spans } = props.target
const fields = computed(() => handleFields(spans.value))
/** What stands where there is no one number. */
const absent = computed(() => (spans.value.length > 1 ? 'mixed' : '–'))
const percentOf = (share: number | null): number | null => (share === null ? null : share * 100)

const speedRecipe = (side: Side, value: number): Recipe<unknown> => {
  const chosen = spans.value
  return (draft) => {
    for (const span of chosen)
      changeBends(draft, [span.ref], (bend) => withSide(bend, side, riseForSpeed(span, side, value)))
  }
}
const sideFields = (side: Side) => {
  const { reach, rise, speed, endless } = fields.value[side]
  const share = (what: 'reach' | 'rise') => (value: number) =>
    props.recipeOf((bend) => withSide(bend, side, { [what]: value / 100 }))
  return [
    {
      label: 'Reach',
      unit: '%',
      min: 0,
      max: 100,
      modelValue: percentOf(reach),
      placeholder: absent.value,
      recipe: share('reach'),
    },
    {
      label: 'Rise',
      unit: '%',
      modelValue: percentOf(rise),
      placeholder: absent.value,
      recipe: share('rise'),
    },
    {
      label: 'Speed',
      unit: props.speedUnit,
      digits: 0,
      modelValue: speed,
      placeholder: endless ? 'endless' : absent.value,
      readonly: speed === null && !endless && spans.value.length < 2,
      recipe: (value: number) => speedRecipe(side, value),
    },
  ]
}
</script>

<template>
  <div class="fields">
    <template v-for="{ side, label } in SIDES" :key="side">
      <h3 :title="SIDE_TITLES[side]">{{ label }}<SideDrawing :side="side" /></h3>
      <EditField
        v-for="field in sideFields(side)"
        :key="field.label"
        v-bind="field"
        :name="`${label} ${field.label.toLowerCase()}`"
        show-label
        :edit="`${label} ${field.label.toLowerCase()} set`"
        @done="$emit('done')"
        @focused="$emit('focused', side)"
        @blurred="$emit('blurred')"
      />
    </template>
  </div>
</template>

<style scoped>
.fields {
  display: flex;
  min-width: 0;
  flex: 1;
  flex-direction: column;
  gap: 3px;
}

h3 {
  display: flex;
  height: 16px;
  align-items: end;
  justify-content: space-between;
  font-size: 0.75rem;
  font-weight: 650;
  line-height: 14px;
}

.fields :deep(.number-field) {
  padding: 0 3px;
}

.fields :deep(input),
.fields :deep(.unit) {
  font-size: 0.75rem;
}
</style>
