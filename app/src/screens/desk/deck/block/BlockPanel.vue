<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { FAMILIES, HOLD } from '@arrow-bend/core/bend'
import { useDocument } from '../../../../session/document/document.ts'
import AnchoredPanel from '../../../../ui/AnchoredPanel.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import EditField from '../../../../gesture/EditField.vue'
import { bendOfFamily, useBendChoices } from '../../useBendChoices.ts'
import { useBlock } from './useBlock.ts'

/** What moves together, as one: its length, its strength, its bend, and what else moves with it. */
defineProps<{ anchor: HTMLElement }>()
defineEmits<{ close: [] }>()

const document = useDocument()
const { block, layer, labels, rest, frames, stretched, strengthened, bend, addable, add } = useBlock()
/** % of what it was when the hand took it; 100 again once it is let go. */
const strength = ref(100)
watch(
  () => document.gesturing,
  (is) => is || (strength.value = 100),
)
const setStrength = (percent: number) => {
  strength.value = percent
  return strengthened(percent / 100)
}

const RESTS = [
  { value: 'end', label: 'about its end', hint: 'What it comes to stays as it is' },
  { value: 'start', label: 'about its start', hint: 'What it starts from stays as it is' },
] as const
const quick = useBendChoices()
const families = computed(() => {
  const mode = rest.value === 'end' ? 'out' : 'in'
  return Object.values(FAMILIES).map(({ name, label }) => ({ label, bend: bendOfFamily(name, mode) }))
})
const bends = computed(() => [...quick.value, { label: 'Hold', bend: HOLD }, ...families.value])
const choose = (event: Event): void => {
  const field = event.target as HTMLSelectElement
  const chosen = bends.value[Number(field.value)]
  if (chosen) bend(chosen.bend)
  field.value = ''
}
const join = (event: Event): void => {
  const field = event.target as HTMLSelectElement
  add(field.value)
  field.value = ''
}
</script>

<template>
  <AnchoredPanel
    :anchor="anchor"
    label="The selected keys as one move"
    placement="top-start"
    :busy="document.gesturing"
    @close="$emit('close')"
  >
    <div class="block">
      <template v-if="block && layer">
        <p class="what" :title="labels.join(', ')">
          <b>{{ layer.name }}</b>: {{ labels.join(', ') }}
        </p>
        <div class="pair">
          <EditField
            show-label
            label="Length"
            name="Length of the move"
            unit="f"
            :digits="2"
            :min="1"
            :max="1000000"
            :model-value="frames"
            edit="Move stretched"
            :recipe="stretched"
          />
          <EditField
            show-label
            label="Strength"
            name="Strength of the move"
            unit="%"
            :digits="0"
            :min="-1000"
            :max="1000"
            :model-value="strength"
            edit="Move strengthened"
            :recipe="setStrength"
          />
        </div>
        <SegmentedChoice v-model="rest" label="What stays" :options="RESTS" />
        <select class="field" aria-label="Bend of all of it" @change="choose">
          <option value="" selected>Bend all of it…</option>
          <option v-for="(one, i) in bends" :key="one.label" :value="i">{{ one.label }}</option>
        </select>
        <select class="field" aria-label="Another property that moves with it" @change="join">
          <option value="" selected>Move with it…</option>
          <option v-for="one in addable" :key="one.name" :value="one.name">{{ one.label }}</option>
        </select>
      </template>
      <p v-else>Select a layer that moves, or keys of one layer.</p>
    </div>
  </AnchoredPanel>
</template>

<style scoped>
.block {
  display: grid;
  width: 250px;
  font-size: 0.75rem;
  gap: 7px;
  grid-template-columns: minmax(0, 1fr);
}

.what {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.pair {
  display: grid;
  gap: 6px;
  grid-template-columns: 1fr 1fr;
}
</style>
