<script setup lang="ts">
import type { Gesture, GestureView, Recipe } from '../session/document/document.ts'
import { useDocument } from '../session/document/document.ts'
import NumberField from '../ui/NumberField.vue'

/** A number field whose drags, steps and typed values are edits of the document, one undoable step each. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  label: string
  modelValue: number | null
  /** What the step is called in the history. */
  edit: string
  /** The edit that gives the field's number its new value. */
  recipe: (value: number, change: (now: number) => number) => Recipe<unknown>
  /** Where it stands, for what accompanies its drags elsewhere to wait where frames are short; all follows otherwise. */
  view?: GestureView
}>()
const emit = defineEmits<{ start: []; done: []; focused: []; blurred: [] }>()

const document = useDocument()
let gesture: Gesture | null = null

const start = (): void => {
  emit('start')
  gesture = document.begin(props.edit, props.view)
}
const commit = (): void => {
  gesture?.commit()
  gesture = null
  emit('done')
}
const cancel = (): void => {
  gesture?.cancel()
  gesture = null
}
</script>

<template>
  <NumberField
    v-bind="$attrs"
    :label="label"
    :model-value="modelValue"
    @start="start"
    @input="(value, change) => gesture?.preview(recipe(value, change))"
    @done="commit"
    @cancel="cancel"
    @focused="emit('focused')"
    @blurred="emit('blurred')"
  />
</template>
