<script setup lang="ts">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { computed } from 'vue'
import { FAMILIES, HOLD, LINEAR, type FamilyName, type PlainBend } from '@arrow-bend/core/bend'
import { asHandles } from '@arrow-bend/core/fit'
import { bendOfFamily } from '../../useBendChoices.ts'
import BendGlyph from '../../../../ui/BendGlyph.vue'

/** The kinds of bends by name, each with its curve; the mode stays when another family is chosen. */
const props = defineProps<{ bend: PlainBend | null }>()
const emit = defineEmits<{ choose: [bend: PlainBend] }>()

type Choice = 'own' | 'linear' | 'hold' | FamilyName

const mode = computed(() => (props.bend?.kind === 'family' ? (props.bend.mode ?? 'in') : 'inOut'))
const bendOf = (choice: Choice): PlainBend => {
  if (choice === 'linear') return LINEAR
  if (choice === 'hold') return HOLD
  if (choice === 'own') return { kind: 'handles', ...asHandles(props.bend ?? LINEAR) }
  return bendOfFamily(choice, mode.value)
}
const CHOICES: readonly { choice: Choice; label: string }[] = [
  { choice: 'own', label: 'Own' },
  { choice: 'linear', label: 'Linear' },
  { choice: 'hold', label: 'Hold' },
  ...Object.values(FAMILIES).map(({ name, label }) => ({ choice: name, label })),
]
const present = computed<Choice | null>(() => {
  if (!props.bend) return null
  if (props.bend.kind === 'family') return props.bend.family
  return props.bend.kind === 'handles' || props.bend.kind === 'points' ? 'own' : props.bend.kind
})
const label = computed(() => {
  if (props.bend?.kind !== 'points')
    return CHOICES.find(({ choice }) => choice === present.value)?.label ?? 'Mixed'
  const inner = props.bend.nodes.length - 2
  return inner > 0 ? `Own, ${inner} ${inner === 1 ? 'point' : 'points'}` : 'Own'
})
</script>

<template>
  <Listbox
    as="div"
    class="relative"
    :model-value="present"
    @update:model-value="(choice: Choice) => emit('choose', bendOf(choice))"
  >
    <ListboxButton class="field flex w-[140px] items-center gap-1.5 px-1.5" aria-label="Kind of bend">
      <BendGlyph v-if="bend" :bend="bend" :width="24" :height="18" :stroke="1.5" />
      <span class="grow truncate text-left">{{ label }}</span>
      <ChevronDown :size="14" aria-hidden="true" />
    </ListboxButton>
    <ListboxOptions class="float list">
      <ListboxOption
        v-for="{ choice, label: name } in CHOICES"
        :key="choice"
        v-slot="{ active, selected }"
        :value="choice"
      >
        <span class="option" :class="{ active, selected }">
          <BendGlyph :bend="bendOf(choice)" :width="30" :height="20" :stroke="1.5" />{{ name }}
        </span>
      </ListboxOption>
    </ListboxOptions>
  </Listbox>
</template>

<style scoped>
.list {
  position: absolute;
  z-index: 20;
  bottom: 28px;
  left: 0;
  width: 168px;
  padding: 4px;
}

.option {
  display: flex;
  height: 24px;
  align-items: center;
  gap: 8px;
  padding: 0 6px;
  border-radius: 4px;
  cursor: default;
}

.option.active {
  background: var(--rule-soft);
}

.option.selected {
  font-weight: 650;
}
</style>
