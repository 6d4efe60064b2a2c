<script setup lang="ts">
import { computed } from 'vue'
import { changeBends } from '@arrow-bend/core/edit'
import type { PlainBend } from '@arrow-bend/core/bend'
import type { Recipe } from '../../../../session/document/document.ts'
import { steady } from '../../../../ui/steady.ts'
import EditField from '../../../../gesture/EditField.vue'
import { riseForSpeed, sideNumbers, withSide, type Side } from '../../../../chart/plot/spanNumbers.ts'
import SideDrawing from './SideDrawing.vue'
import type { TargetSpans } from './useTargetSpans.ts'

/** Reach, rise and speed with which the spans are left, or arrived at. */
const props = defineProps<{
  side: Side
  target: TargetSpans
  speedUnit: string
  recipeOf: (change: (bend: PlainBend) => PlainBend) => Recipe<unknown>
}>()
defineEmits<{ done: []; focused: []; blurred: [] }>()

const WORDS: Readonly<Record<Side, { readonly label: string; readonly title: string }>> = {
  leave: {
    label: 'Leave',
    title: 'How it sets out from the first key: reach along time, rise along the value',
  },
  arrive: {
    label: 'Arrive',
    title: 'How it comes in to the next key: reach along time, rise along the value',
  },
}
const { spans } = props.target
const words = computed(() => WORDS[props.side])
const numbers = steady(() => sideNumbers(spans.value, props.side))
/** What stands where there is no one number. */
const absent = computed(() => (spans.value.length > 1 ? 'mixed' : '–'))
const percentOf = (share: number | null): number | null => (share === null ? null : share * 100)
const share = (what: 'reach' | 'rise') => (value: number) =>
  props.recipeOf((bend) => withSide(bend, props.side, { [what]: value / 100 }))
const speedRecipe = (value: number): Recipe<unknown> => {
  const chosen = spans.value
  return (draft) => {
    for (const span of chosen)
      changeBends(draft, [span.ref], (bend) =>
        withSide(bend, props.side, riseForSpeed(span, props.side, value)),
      )
  }
}
const fields = computed(() => {
  const { reach, rise, speed, endless } = numbers.value
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
      readonly: speed === null && !endless && absent.value === '–',
      recipe: speedRecipe,
    },
  ]
})
</script>

<template>
  <h3 :title="words.title">{{ words.label }}<SideDrawing :side="side" /></h3>
  <EditField
    v-for="field in fields"
    :key="field.label"
    v-bind="field"
    :name="`${words.label} ${field.label.toLowerCase()}`"
    show-label
    :edit="`${words.label} ${field.label.toLowerCase()} set`"
    @done="$emit('done')"
    @focused="$emit('focused')"
    @blurred="$emit('blurred')"
  />
</template>

<style scoped>
h3 {
  display: flex;
  height: 16px;
  align-items: end;
  justify-content: space-between;
  font-size: 0.75rem;
  font-weight: 650;
  line-height: 14px;
}
</style>
