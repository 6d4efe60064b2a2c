<script setup lang="ts">
import { clamp } from '@arrow-bend/core/number'
import { defineAsyncComponent, computed, nextTick, ref, useId, watch } from 'vue'
import { readSum } from '@arrow-bend/core/entry'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { numberWords } from './numberWords.ts'
import { useTabStop } from './focus/tabStop.ts'
import { DRAG_AFTER, trackPointer } from '../gesture/trackPointer.ts'

// Seldom seen, so it comes when it is.
const FieldSentence = defineAsyncComponent(() => import('./FieldSentence.vue'))

/**
 * A number that is dragged, stepped or typed. Typing takes sums; what cannot be read stays, with a sentence.
 * A drag or a run of steps is one edit: `start`, then `input` any number of times, then `done` or `cancel`.
 */
const props = withDefaults(
  defineProps<{
    label: string
    /** What it is called where its label alone would not tell. */
    name?: string
    modelValue: number | null
    unit?: string
    step?: number
    min?: number
    max?: number
    /** Digits shown after the point. */
    digits?: number
    /** What % is a share of. */
    whole?: number | undefined
    showLabel?: boolean
    disabled?: boolean
    readonly?: boolean
    /** Shown when there is no one number: several differ, or it is endless. */
    placeholder?: string
    plain?: boolean
  }>(),
  { name: '', unit: '', step: 1, min: -1e9, max: 1e9, digits: 1, whole: undefined, placeholder: '' },
)
const emit = defineEmits<{
  start: []
  /** `change` does to another number what was done to this one: sets it to the same, or changes it by as much. */
  input: [value: number, change: (now: number) => number]
  done: []
  cancel: []
  focused: []
  blurred: []
}>()

const tabStop = useTabStop()
const field = ref<HTMLElement | null>(null)
const input = ref<HTMLInputElement | null>(null)
const typed = ref<string | null>(null)
const trouble = ref('')
const troubleId = useId()

const shown = computed(() => {
  if (typed.value !== null) return typed.value
  return props.modelValue === null ? '' : display(props.modelValue)
})
const display = (value: number): string => numberWords(value, props.digits)
const within = (value: number): number => clamp(value, props.min, props.max)

const once = (value: number, change: (now: number) => number): void => {
  emit('start')
  emit('input', within(value), change)
  emit('done')
}
const readTyped = (text: string, current: number): number =>
  readSum(text, {
    current,
    units: props.unit ? [props.unit] : [],
    ...(props.whole === undefined || props.unit === '%' ? {} : { whole: props.whole }),
  })
/** Takes what was typed; keeps it, with a sentence, when it cannot be read. */
const take = (): boolean => {
  if (typed.value === null) return true
  if (typed.value === (props.modelValue === null ? '' : display(props.modelValue))) {
    forget()
    return true
  }
  try {
    const text = typed.value
    const value = readTyped(text, props.modelValue ?? 0)
    if (value < props.min || value > props.max) trouble.value = limitsSentence()
    else {
      once(value, (now) => readTyped(text, now))
      forget()
    }
  } catch (caught) {
    trouble.value = sentenceOf(caught)
  }
  return trouble.value === ''
}
const limitsSentence = (): string => {
  const [low, high] = [display(props.min), display(props.max)]
  if (props.max >= 1e8) return `It has to be ${low}${props.unit} or more.`
  return `It has to lie from ${low} to ${high}${props.unit}.`
}
const forget = (): void => {
  typed.value = null
  trouble.value = ''
}
const stepBy = (direction: number, event: KeyboardEvent): void => {
  if (props.readonly) return
  event.preventDefault()
  if (!take()) return
  forget()
  const by = direction * props.step * (event.shiftKey ? 10 : 1)
  once((props.modelValue ?? 0) + by, (now) => now + by)
}
const onKeydown = (event: KeyboardEvent): void => {
  if (!event.ctrlKey && !event.metaKey) event.stopPropagation()
  if (event.key === 'Enter') {
    if (take()) void nextTick(() => input.value?.select())
  } else if (event.key === 'Escape') {
    forget()
    void nextTick(() => input.value?.blur())
  } else if (event.key === 'ArrowUp') stepBy(1, event)
  else if (event.key === 'ArrowDown') stepBy(-1, event)
}
const onBlur = (): void => {
  take()
  emit('blurred')
}
/** Whether a drag has just ended: the click that follows it would have the label put the caret into the field. */
let isDragEnd = false
const onClick = (event: MouseEvent): void => {
  if (isDragEnd) event.preventDefault()
}
const onPointerdown = (event: PointerEvent): void => {
  if (event.button !== 0 || props.disabled || props.readonly || document.activeElement === input.value) return
  event.preventDefault()
  const from = props.modelValue ?? 0
  trackPointer(event, {
    after: DRAG_AFTER,
    start: () => emit('start'),
    move(moved, [travel]) {
      const value = from + travel * props.step * (moved.shiftKey ? 10 : moved.altKey ? 0.1 : 1)
      const to = within(Number(value.toFixed(props.digits + 1)))
      emit('input', to, (now) => now + to - from)
    },
    end({ cancelled, dragged }) {
      isDragEnd = dragged
      setTimeout(() => (isDragEnd = false))
      if (dragged && cancelled) emit('cancel')
      else if (dragged) emit('done')
      else if (!cancelled) {
        input.value?.focus()
        input.value?.select()
      }
    },
  })
}
watch(
  () => props.modelValue,
  () => {
    if (document.activeElement !== input.value) forget()
  },
)
</script>

<template>
  <label
    ref="field"
    class="number-field"
    :class="{ field: !plain, plain, trouble: trouble !== '', readonly }"
    @pointerdown="onPointerdown"
    @click="onClick"
  >
    <span v-if="showLabel" class="label">{{ label }}</span>
    <input
      ref="input"
      class="mono"
      type="text"
      inputmode="decimal"
      :tabindex="tabStop"
      autocomplete="off"
      spellcheck="false"
      :aria-label="(name || label) + (unit ? `, ${unit}` : '')"
      :aria-invalid="trouble !== ''"
      :aria-describedby="trouble ? troubleId : undefined"
      :value="shown"
      :style="{ '--chars': Math.min(12, shown.length || placeholder.length) }"
      :placeholder="shown ? undefined : placeholder"
      :disabled="disabled"
      :readonly="readonly"
      @input="typed = ($event.target as HTMLInputElement).value"
      @keydown="onKeydown"
      @focus="emit('focused')"
      @blur="onBlur"
    />
    <span v-if="unit" class="unit" aria-hidden="true">{{ unit }}</span>
    <FieldSentence v-if="trouble" :id="troubleId" :sentence="trouble" :anchor="field" />
  </label>
</template>

<style scoped>
.number-field {
  position: relative;
  display: flex;
  min-width: 0;
  height: 22px;
  align-items: center;
  padding: 0 6px;
  cursor: ew-resize;
}

.plain {
  padding: 0;
  border: 1px solid transparent;
  border-radius: 4px;
}

.plain:hover,
.plain:focus-within {
  border-color: var(--rule);
  background: var(--sheet-2);
}

.number-field:focus-within {
  border-color: var(--pencil);
  outline: 1px solid var(--pencil);
  cursor: text;
}

.readonly {
  border-color: transparent;
  background: none;
  cursor: default;
}

.label {
  overflow: hidden;
  flex: 0 1 auto;
  color: var(--ink-2);
  font-size: 0.75rem;
  margin-right: 2px;
  text-overflow: clip;
  white-space: nowrap;
}

input {
  flex: 1 1 0;
  width: 0;
  min-width: calc(var(--chars) * 1ch);
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  cursor: inherit;
  font-size: 0.8125rem;
  outline: none;
  text-align: right;
}

.unit {
  flex: none;
  margin-left: 3px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.trouble {
  border-color: var(--pencil);
}
</style>
