<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { readName } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { LIMITS } from '@arrow-bend/core/scene'
import { FRAME_RATES, formatRate, parseRate } from '@arrow-bend/core/time'
import type { NewProject } from '../../session/document/projectFiles.ts'
import AppDialog from '../../ui/AppDialog.vue'
import NumberField from '../../ui/NumberField.vue'

/** Asks for what a new project needs. */
const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; make: [project: NewProject] }>()

const SIZES = [
  { name: 'Full HD', size: [1920, 1080] },
  { name: 'HD', size: [1280, 720] },
  { name: 'Ultra HD', size: [3840, 2160] },
  { name: 'Square', size: [1080, 1080] },
  { name: 'Portrait', size: [1080, 1920] },
] as const

const nameInput = ref<HTMLInputElement | null>(null)
const name = ref('Untitled')
const width = ref(1920)
const height = ref(1080)
const rate = ref('24')
const seconds = ref(6)
const trouble = ref('')
const preset = computed(
  () => SIZES.find(({ size }) => size[0] === width.value && size[1] === height.value)?.name ?? 'Own',
)
const rates = FRAME_RATES.map(formatRate)

watch(
  () => props.open,
  () => (trouble.value = ''),
)
const choose = (chosen: string): void => {
  const found = SIZES.find((size) => size.name === chosen)
  if (found) [width.value, height.value] = found.size
}
const make = (): void => {
  try {
    emit('make', {
      name: readName(name.value),
      size: [Math.round(width.value), Math.round(height.value)],
      rate: parseRate(rate.value),
      seconds: seconds.value,
    })
  } catch (caught) {
    trouble.value = sentenceOf(caught)
  }
}
</script>

<template>
  <AppDialog :open="open" :first="nameInput" title="New project" @close="emit('close')">
    <form class="space-y-4" @submit.prevent="make">
      <label class="block">
        <span class="mb-1 block text-ink-2">Name</span>
        <input
          ref="nameInput"
          v-model="name"
          class="field h-8 w-full px-2"
          autocomplete="off"
          @focus="nameInput?.select()"
        />
      </label>
      <fieldset>
        <legend class="mb-1 text-ink-2">Frame</legend>
        <div class="mb-2 flex flex-wrap gap-1.5">
          <button
            v-for="size in SIZES"
            :key="size.name"
            type="button"
            class="button px-2"
            :class="{ 'border-pencil font-semibold': preset === size.name }"
            :aria-pressed="preset === size.name"
            @click="choose(size.name)"
          >
            {{ size.name }}
          </button>
        </div>
        <div class="grid grid-cols-2 gap-2">
          <NumberField
            label="Width"
            show-label
            unit="px"
            :digits="0"
            :min="1"
            :max="LIMITS.frameSide"
            :model-value="width"
            @input="(value) => (width = Math.round(value))"
          />
          <NumberField
            label="Height"
            show-label
            unit="px"
            :digits="0"
            :min="1"
            :max="LIMITS.frameSide"
            :model-value="height"
            @input="(value) => (height = Math.round(value))"
          />
        </div>
      </fieldset>
      <div class="grid grid-cols-2 gap-2">
        <label class="block">
          <span class="mb-1 block text-ink-2">Frames per second</span>
          <select v-model="rate" class="field h-8 w-full px-2">
            <option v-for="option in rates" :key="option" :value="option">{{ option }}</option>
          </select>
        </label>
        <div>
          <span class="mb-1 block text-ink-2">Length</span>
          <NumberField
            class="h-8!"
            label="Length"
            unit="s"
            :digits="2"
            :min="0.1"
            :max="3600"
            :model-value="seconds"
            @input="(value) => (seconds = value)"
          />
        </div>
      </div>
      <p v-if="trouble" class="text-pencil" role="alert">{{ trouble }}</p>
      <div class="flex justify-end gap-2">
        <button type="button" class="button" @click="emit('close')">Cancel</button>
        <button type="submit" class="button button-primary">Make project</button>
      </div>
    </form>
  </AppDialog>
</template>
