<script setup lang="ts">
import { defineAsyncComponent, computed, nextTick, ref, useId } from 'vue'
import { sentenceOf } from '@arrow-bend/core/refusal'
import {
  formatTime,
  parseTimeFrom,
  type FrameRate,
  type Ticks,
  type TimeDisplay,
} from '@arrow-bend/core/time'

// Seldom seen, so it comes when it is.
const FieldSentence = defineAsyncComponent(() => import('./FieldSentence.vue'))

/** A time that is typed as timecode, frames or seconds, with a sign as so much later or earlier, or stepped by frames. */
const props = defineProps<{
  label: string
  modelValue: Ticks
  rate: FrameRate
  display: TimeDisplay
  large?: boolean
}>()
const emit = defineEmits<{ take: [time: Ticks]; step: [frames: number] }>()

const typed = ref<string | null>(null)
const trouble = ref('')
const troubleId = useId()
const input = ref<HTMLInputElement | null>(null)
const shown = computed(() => typed.value ?? formatTime(props.modelValue, props.rate, props.display))

const forget = (): void => {
  typed.value = null
  trouble.value = ''
}
const take = (): void => {
  if (typed.value === null) return
  try {
    emit('take', parseTimeFrom(typed.value, props.modelValue, { rate: props.rate, bare: props.display }))
    forget()
  } catch (caught) {
    trouble.value = sentenceOf(caught)
  }
}
const onKeydown = (event: KeyboardEvent): void => {
  if (!event.ctrlKey && !event.metaKey) event.stopPropagation()
  if (event.key === 'Enter') {
    take()
    if (!trouble.value) void nextTick(() => input.value?.select())
  } else if (event.key === 'Escape') {
    forget()
    void nextTick(() => input.value?.blur())
  } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
    event.preventDefault()
    emit('step', (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1))
  }
}
</script>

<template>
  <span class="time-field">
    <input
      ref="input"
      class="mono"
      :class="{ large }"
      type="text"
      autocomplete="off"
      spellcheck="false"
      :aria-label="label"
      :aria-invalid="trouble !== ''"
      :aria-describedby="trouble ? troubleId : undefined"
      :value="shown"
      @input="typed = ($event.target as HTMLInputElement).value"
      @focus="($event.target as HTMLInputElement).select()"
      @keydown="onKeydown"
      @blur="take"
    />
    <FieldSentence v-if="trouble" :id="troubleId" :sentence="trouble" :anchor="input" />
  </span>
</template>

<style scoped>
.time-field {
  position: relative;
}

input {
  width: 6.25rem;
  height: 26px;
  padding: 0 4px;
  border: 1px solid transparent;
  border-radius: 4px;
  background: none;
  color: inherit;
}

input.large {
  width: 8.5rem;
  font-size: 1.0625rem;
  font-weight: 600;
}

input:hover,
input:focus {
  border-color: var(--rule);
  background: var(--sheet-2);
}

input[aria-invalid='true'] {
  border-color: var(--pencil);
}
</style>
