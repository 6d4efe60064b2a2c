<script setup lang="ts">
import { clamp } from '@arrow-bend/core/number'
import { trackPointer } from '../gesture/trackPointer.ts'

/** The border between two parts of a screen, to be dragged and stepped by arrow keys; where it lies its place decides. */
const props = defineProps<{
  label: string
  /** How wide or high the part is that it sizes, px. */
  modelValue: number
  least: number
  most: number
  /** The way that makes the part larger. */
  grows: 'right' | 'left' | 'down'
  /** What two clicks make it; left out, they do nothing. */
  usual?: number
}>()
const emit = defineEmits<{ 'update:modelValue': [size: number] }>()

const STEP = 16
const ARROWS = {
  right: { ArrowRight: STEP, ArrowLeft: -STEP },
  left: { ArrowLeft: STEP, ArrowRight: -STEP },
  down: { ArrowDown: STEP, ArrowUp: -STEP },
}

const size = (to: number): void => emit('update:modelValue', clamp(Math.round(to), props.least, props.most))
const press = (event: PointerEvent): void => {
  const from = props.modelValue
  trackPointer(event, {
    move: (_, [right, down]) => size(from + { right, left: -right, down }[props.grows]),
    end: ({ cancelled }) => cancelled && size(from),
  })
}
const step = (event: KeyboardEvent): void => {
  const by = (ARROWS[props.grows] as Readonly<Record<string, number>>)[event.key]
  if (!by) return
  event.preventDefault()
  event.stopPropagation()
  size(props.modelValue + by)
}
</script>

<template>
  <div
    class="handle"
    :class="{ level: grows === 'down' }"
    role="separator"
    tabindex="0"
    :aria-orientation="grows === 'down' ? 'horizontal' : 'vertical'"
    :aria-label="label"
    :aria-valuenow="Math.round(modelValue)"
    :aria-valuemin="least"
    :aria-valuemax="most"
    @pointerdown.left="press"
    @keydown="step"
    @dblclick="usual !== undefined && size(usual)"
  />
</template>

<style scoped>
.handle {
  z-index: 5;
  width: 6px;
  flex: none;
  cursor: ew-resize;
}

.handle.level {
  width: auto;
  height: 6px;
  cursor: ns-resize;
}

.handle:hover {
  background: color-mix(in srgb, var(--pencil) 35%, transparent);
}
</style>
