<script setup lang="ts">
import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { clamp } from '@arrow-bend/core/number'
import { computed, ref } from 'vue'
import { numberWords } from '../../../../ui/numberWords.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'

/**
 * How strongly one side is eased, from −100 (out of the first key) to 100 (into the next one) about a middle of nought.
 * A bend that one such number does not describe has none: a press gives it the nearest.
 */
const props = defineProps<{ strength: number; exact: boolean }>()
const emit = defineEmits<{
  start: []
  drag: [strength: number]
  done: []
  cancel: []
  set: [strength: number]
}>()

const WIDTH = 150
const INSET = 8
const svg = ref<SVGSVGElement | null>(null)
const x = computed(() => INSET + ((props.strength + 100) / 200) * (WIDTH - 2 * INSET))
const words = computed(() => `${props.strength > 0 ? '+' : ''}${numberWords(props.strength, 0)}`)
const whole = (strength: number): number => Math.round(clamp(strength, -100, 100))

const press = (event: PointerEvent): void => {
  const box = svg.value!.getBoundingClientRect()
  const at = (moved: PointerEvent): number => {
    const raw = ((pointerIn(moved, box)[0] - INSET) / (WIDTH - 2 * INSET)) * 200 - 100
    return Math.abs(raw) < 3 ? 0 : whole(raw)
  }
  emit('start')
  emit('drag', at(event))
  trackPointer(event, {
    move: (moved) => emit('drag', at(moved)),
    end: ({ cancelled }) => (cancelled ? emit('cancel') : emit('done')),
  })
}
const onKey = (event: KeyboardEvent): void => {
  const step = event.shiftKey ? 10 : 1
  const direction = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key]
  const to =
    event.key === 'Home'
      ? -100
      : event.key === 'End'
        ? 100
        : direction
          ? whole(props.strength + direction * step)
          : null
  if (to === null) return
  event.preventDefault()
  event.stopPropagation()
  emit('set', to)
}
</script>

<template>
  <div class="flex items-center gap-2">
    <span
      class="text-[0.75rem] text-ink-2"
      title="How strongly it eases: left out of its first key, right into the next"
    >
      Strength
    </span>
    <button
      v-if="!exact"
      type="button"
      class="instead"
      title="This bend is more than one number says"
      @click="$emit('set', strength)"
    >
      none: ease by one number instead
    </button>
    <svg
      v-else
      ref="svg"
      class="slider"
      :width="WIDTH"
      height="24"
      role="slider"
      tabindex="0"
      aria-label="Strength"
      aria-valuemin="-100"
      aria-valuemax="100"
      :aria-valuenow="Math.round(strength)"
      :aria-valuetext="words"
      @pointerdown.left.prevent="press"
      @keydown="onKey"
    >
      <line :x1="INSET" :x2="WIDTH - INSET" y1="12" y2="12" class="track" />
      <line :x1="WIDTH / 2" :x2="WIDTH / 2" y1="7" y2="17" class="track" />
      <line :x1="WIDTH / 2" :x2="x" y1="12" y2="12" class="bar" />
      <circle :cx="x" cy="12" r="6" class="thumb" />
    </svg>
    <output v-if="exact" class="mono w-14 text-right">{{ words }}</output>
  </div>
</template>

<style scoped>
.instead {
  height: 24px;
  padding: 0 4px;
  border-radius: 4px;
  color: var(--ink-2);
  font-size: 0.75rem;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}

.instead:hover {
  background: var(--rule-soft);
}

.slider {
  border-radius: 4px;
  cursor: pointer;
  touch-action: none;
}

.track {
  stroke: var(--ink-2);
}

.bar {
  stroke: var(--ink);
  stroke-width: 3;
}

.thumb {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
