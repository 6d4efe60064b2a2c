<script setup lang="ts">
import { computed, ref } from 'vue'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import { directionWords } from './moveWords.ts'

/** Which way a move goes: dragged round, held at eight directions unless Shift is down, or by the arrow keys. */
const props = defineProps<{
  /** Degrees clockwise from the x axis. */
  modelValue: number
  disabled?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [degrees: number] }>()

const SIZE = 52
const RADIUS = 20
/** How near to one of eight directions it is held there, degrees. */
const HOLD = 14
const EIGHTH = 45

const dial = ref<SVGSVGElement | null>(null)
/** Within half a turn either way. */
const within = (degrees: number): number => {
  const turned = ((((degrees + 180) % 360) + 360) % 360) - 180
  return turned === -180 ? 180 : turned
}
const set = (degrees: number): void => emit('update:modelValue', within(degrees))
const pointAt = (event: PointerEvent): void => {
  const { left, top, width, height } = dial.value!.getBoundingClientRect()
  const [x, y] = [event.clientX - left - width / 2, event.clientY - top - height / 2]
  if (Math.hypot(x, y) < 2) return
  const degrees = (Math.atan2(y, x) * 180) / Math.PI
  const eighth = Math.round(degrees / EIGHTH) * EIGHTH
  set(!event.shiftKey && Math.abs(degrees - eighth) <= HOLD ? eighth : Math.round(degrees))
}
const press = (event: PointerEvent): void => {
  if (event.button !== 0 || props.disabled) return
  const before = props.modelValue
  pointAt(event)
  trackPointer(event, {
    move: pointAt,
    end: ({ cancelled }) => cancelled && set(before),
  })
}
const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1 }
const step = (event: KeyboardEvent): void => {
  const way = STEPS[event.key]
  if (way === undefined || props.disabled || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  set(event.shiftKey ? (Math.round(props.modelValue / EIGHTH) + way) * EIGHTH : props.modelValue + way * 5)
}
const words = computed(() => directionWords(props.modelValue))
const ticks = Array.from({ length: 8 }, (_, i) => i * EIGHTH)
const middle = SIZE / 2
</script>

<template>
  <svg
    ref="dial"
    :width="SIZE"
    :height="SIZE"
    class="dial"
    :class="{ off: disabled }"
    role="slider"
    :tabindex="disabled ? -1 : 0"
    aria-label="Direction"
    aria-valuemin="-180"
    aria-valuemax="180"
    :aria-valuenow="Math.round(modelValue)"
    :aria-valuetext="words"
    :aria-disabled="disabled"
    @pointerdown="press"
    @keydown="step"
  >
    <title>{{ disabled ? 'This move goes nowhere' : `Goes ${words}. Drag; Shift for any angle` }}</title>
    <circle class="rim" :cx="middle" :cy="middle" :r="RADIUS" />
    <circle
      v-for="tick in ticks"
      :key="tick"
      class="tick"
      :cx="middle + RADIUS * Math.cos((tick * Math.PI) / 180)"
      :cy="middle + RADIUS * Math.sin((tick * Math.PI) / 180)"
      r="1.6"
    />
    <g v-if="!disabled" :transform="`rotate(${modelValue} ${middle} ${middle})`">
      <path class="way" :d="`M${middle - 12} ${middle}H${middle + 15}`" />
      <path class="head" :d="`M${middle + 18} ${middle}l-8 -4.5v9z`" />
    </g>
  </svg>
</template>

<style scoped>
.dial {
  flex: none;
  border-radius: 50%;
  cursor: grab;
  touch-action: none;
}

.dial.off {
  cursor: default;
  opacity: 0.4;
}

.rim {
  fill: var(--sheet-2);
  stroke: var(--rule);
}

.tick {
  fill: var(--ink-2);
}

.way {
  stroke: var(--pencil);
  stroke-width: 2;
}

.head {
  fill: var(--pencil);
}
</style>
