<script setup lang="ts">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { computed } from 'vue'
import { setRules, type PropertyRef } from '@arrow-bend/core/edit'
import { compileProperty, hexOf, valueAt, type Mix } from '@arrow-bend/core/property'
import type { SpanTarget } from '@arrow-bend/core/choose'
import { useDocument } from '../../../session/document/document.ts'

/** The space that colours are mixed in between their keys, each with what lies between drawn over the span's time. */
const props = defineProps<{ spans: readonly SpanTarget[] }>()

const document = useDocument()
const first = computed(() => props.spans[0])

const MIXES: readonly { mix: Mix; label: string }[] = [
  { mix: 'oklab', label: 'OKLab: even to the eye' },
  { mix: 'oklch', label: 'OKLCH: round the hues, the shorter way' },
  { mix: 'oklch-longer', label: 'OKLCH: the longer way round' },
  { mix: 'srgb-linear', label: 'Linear RGB: as lights mix' },
  { mix: 'srgb', label: 'sRGB: as stored' },
]
/** Colours drawn between two keys. */
const LOOKS = 24

const propertyOf = (): NonNullable<typeof first.value>['compiled']['property'] =>
  first.value!.compiled.property
const present = computed<Mix>(() => propertyOf().mix ?? 'oklab')
const rampOf = (mix: Mix): string => {
  const { from, to, compiled: shown } = first.value!
  const compiled = mix === present.value ? shown : compileProperty({ ...propertyOf(), mix }, document.bends)
  const colours = Array.from({ length: LOOKS + 1 }, (_, i) => {
    const time = from.t + (i / LOOKS) * (to.t - from.t)
    return hexOf([...valueAt(compiled, time)] as [number, number, number, number])
  })
  return `linear-gradient(to right, ${colours.join(', ')})`
}
const labelOf = (mix: Mix): string => MIXES.find((one) => one.mix === mix)!.label
const choose = (mix: Mix): void => {
  const refs = new Map<string, PropertyRef>()
  for (const { ref } of props.spans) refs.set(`${ref.layer}/${ref.property}`, ref)
  document.apply(`Colours mixed in ${labelOf(mix).split(':')[0]}`, (draft) =>
    setRules(draft, [...refs.values()], { mix }),
  )
}
</script>

<template>
  <div class="row">
    <span class="text-[0.75rem] text-ink-2">Mixed in</span>
    <Listbox as="div" class="relative grow" :model-value="present" @update:model-value="choose">
      <ListboxButton
        class="field opener"
        :aria-label="`Mixed in ${labelOf(present)}`"
        :title="labelOf(present)"
      >
        <span class="ramp grow" :style="{ background: rampOf(present) }" />
        <span class="shrink-0">{{ labelOf(present).split(':')[0] }}</span>
        <ChevronDown :size="14" aria-hidden="true" />
      </ListboxButton>
      <ListboxOptions class="float list">
        <ListboxOption v-for="{ mix, label } in MIXES" :key="mix" v-slot="{ active, selected }" :value="mix">
          <span class="option" :class="{ active, selected }">
            <span class="ramp" :style="{ background: rampOf(mix) }" />{{ label }}
          </span>
        </ListboxOption>
      </ListboxOptions>
    </Listbox>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  align-items: center;
  gap: 8px;
}

.opener {
  display: flex;
  width: 100%;
  align-items: center;
  gap: 6px;
  padding: 0 6px;
  font-size: 0.75rem;
}

.ramp {
  height: 12px;
  min-width: 56px;
  border: 1px solid var(--rule);
  border-radius: 2px;
}

.list {
  position: absolute;
  z-index: 20;
  right: 0;
  bottom: 28px;
  width: 292px;
  padding: 4px;
  font-size: 0.75rem;
}

.option {
  display: flex;
  height: 26px;
  align-items: center;
  gap: 8px;
  padding: 0 6px;
  border-radius: 4px;
  cursor: pointer;
  white-space: nowrap;
}

.option.active {
  background: var(--rule-soft);
}

.option.selected {
  font-weight: 650;
}
</style>
