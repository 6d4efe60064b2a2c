<script setup lang="ts">
import { ArrowUpDown, Dices } from '@lucide/vue'
import { computed } from 'vue'
import { EASE_BOTH, isSameBend, LINEAR, withoutLift } from '@arrow-bend/core/bend'
import type { Pattern, PatternMode } from '@arrow-bend/core/property'
import { asTicks, secondsOfTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import IconButton from '../../../../ui/IconButton.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import ColourSwatch from '../../colour/ColourSwatch.vue'
import EditField from '../../../../gesture/EditField.vue'
import { useBendChoices } from '../../useBendChoices.ts'
import BendTiles from '../BendTiles.vue'
import PatternPace from './PatternPace.vue'
import { PATTERN_WORDS } from './patternWords.ts'
import { usePatternEdits, type PatternChange } from './usePatternEdits.ts'
import type { PatternedLane, Patterns } from './usePatterns.ts'

/** All that a pattern can be told. */
const props = defineProps<{ pattern: Pattern; lane: PatternedLane; patterns: Patterns }>()

const choices = useBendChoices()

const MODES: readonly { value: PatternMode; label: string; hint: string }[] = [
  { value: 'add', label: 'Adds', hint: 'The value, and the pattern on top of it' },
  { value: 'multiply', label: 'Multiplies', hint: 'The value, so many times as large' },
  { value: 'replace', label: 'Replaces', hint: 'The pattern in place of the value' },
]
type Which = 'both' | '0' | '1' | 'along' | 'across'
const name = computed(() => PATTERN_WORDS[props.pattern.kind].label)
const unit = computed(() => (props.pattern.mode === 'multiply' ? '×' : props.lane.definition.unit))
const isColour = computed(() => typeof props.pattern.low === 'string')
const digits = computed(() => (props.pattern.mode === 'multiply' ? 3 : 2))
const step = computed(() => (props.pattern.mode === 'multiply' ? 0.01 : props.lane.definition.step))
const whiches = computed(() => {
  const { kind } = props.lane.property
  const adds = (props.pattern.mode ?? 'add') === 'add'
  return [
    { value: 'both', label: 'both' },
    { value: '0', label: 'X' },
    { value: '1', label: 'Y' },
    ...(kind === 'place' && adds
      ? ([
          { value: 'along', label: 'along', hint: 'Along the motion path' },
          { value: 'across', label: 'across', hint: 'Across the motion path' },
        ] as const)
      : []),
  ] as readonly { value: Which; label: string; hint?: string }[]
})
const hasParts = computed(() => ['pair', 'place'].includes(props.lane.property.kind))
const which = computed<Which>(
  () =>
    props.pattern.direction ??
    (props.pattern.component === undefined ? 'both' : (`${props.pattern.component}` as Which)),
)
const { changed, set, byNumber } = usePatternEdits(props)
const choose = (value: Which): void => {
  const part = {
    both: {},
    0: { component: 0 },
    1: { component: 1 },
    along: { direction: 'along' },
    across: { direction: 'across' },
  } as const
  set('What the pattern moves set', { component: undefined, direction: undefined, ...part[value] })
}
/** Only what is added goes along a route. */
const setMode = (mode: PatternMode): void =>
  set('How the pattern is laid on set', {
    mode,
    direction: mode === 'add' ? props.pattern.direction : undefined,
  })
const isByChance = computed(
  () =>
    props.pattern.kind === 'wander' ||
    Boolean(props.pattern.unevenHeight) ||
    Boolean(props.pattern.unevenTime),
)
const fade = (side: 'fadeIn' | 'fadeOut', length: number): PatternChange => {
  const ticks = Math.round(length * TICKS_PER_SECOND)
  return {
    [side]: ticks > 0 ? { bend: props.pattern[side]?.bend ?? EASE_BOTH, length: asTicks(ticks) } : undefined,
  }
}
const lengthOf = (side: 'fadeIn' | 'fadeOut'): number => secondsOfTicks(props.pattern[side]?.length ?? 0)
const another = (): void => {
  set('Chance of the pattern set', { seed: ((props.pattern.seed ?? 0) + 1) % 100_000 })
}
</script>

<template>
  <div v-if="isColour" class="line">
    Between
    <ColourSwatch
      v-for="end in ['low', 'high'] as const"
      :key="end"
      :name="`${end === 'low' ? 'First' : 'Second'} colour of the pattern`"
      :model-value="String(pattern[end])"
      edit="Colour of the pattern set"
      :recipe="(colour: string) => patterns.change(changed({ [end]: colour }))"
    />
    <IconButton
      :icon="ArrowUpDown"
      label="Change the two over"
      @press="set('Pattern inverted', { low: pattern.high, high: pattern.low })"
    />
  </div>
  <template v-else>
    <div class="triple">
      <EditField
        v-for="end in ['low', 'high'] as const"
        :key="end"
        show-label
        :label="end === 'low' ? 'Low' : 'High'"
        :name="`${name}: ${end}`"
        :unit="unit"
        :digits="digits"
        :step="step"
        :model-value="Number(pattern[end])"
        edit="Height of the pattern set"
        :recipe="byNumber((value) => ({ [end]: value }))"
      />
      <IconButton
        :icon="ArrowUpDown"
        label="Upside down: change low and high over"
        @press="set('Pattern inverted', { low: pattern.high, high: pattern.low })"
      />
    </div>
    <SegmentedChoice
      label="How it is laid on"
      :options="MODES"
      :model-value="pattern.mode ?? 'add'"
      @update:model-value="setMode"
    />
  </template>
  <SegmentedChoice
    v-if="hasParts"
    label="What it moves"
    :options="whiches"
    :model-value="which"
    @update:model-value="choose"
  />
  <PatternPace :pattern="pattern" :patterns="patterns" />
  <EditField
    v-if="pattern.kind === 'square'"
    show-label
    label="Low for"
    :name="`${name}: share that is low`"
    unit="%"
    :min="0"
    :max="100"
    :model-value="(pattern.duty ?? 0.5) * 100"
    edit="Share that is low set"
    :recipe="byNumber((value) => ({ duty: value / 100 }))"
  />
  <EditField
    v-if="pattern.kind === 'fadingSine'"
    show-label
    label="Dies by"
    :name="`${name}: how fast it dies`"
    unit="/s"
    :digits="2"
    :step="0.05"
    :min="-1000"
    :max="1000"
    :model-value="pattern.fade ?? 0"
    edit="How fast it dies set"
    :recipe="byNumber((value) => ({ fade: value }))"
  />
  <BendTiles
    v-if="pattern.kind === 'own'"
    label="The bend that goes again and again"
    :choices="choices"
    :is-chosen="({ bend }) => isSameBend(withoutLift(bend), pattern.bend ?? LINEAR)"
    @choose="({ bend }) => set('Bend of the pattern set', { bend: withoutLift(bend) })"
  />
  <div class="pair">
    <EditField
      v-for="side in ['fadeIn', 'fadeOut'] as const"
      :key="side"
      show-label
      :label="side === 'fadeIn' ? 'Sets in' : 'Dies away'"
      :name="`${name}: ${side === 'fadeIn' ? 'sets in over' : 'dies away over'}`"
      unit="s"
      :digits="2"
      :step="0.05"
      :min="0"
      :max="86400"
      :model-value="lengthOf(side)"
      edit="Fade of the pattern set"
      :recipe="byNumber((value) => fade(side, value))"
    />
    <EditField
      v-for="part in ['unevenHeight', 'unevenTime'] as const"
      :key="part"
      show-label
      :label="part === 'unevenHeight' ? 'Uneven' : 'Irregular'"
      :name="`${name}: ${part === 'unevenHeight' ? 'unevenly high' : 'unevenly long'}`"
      unit="%"
      :digits="0"
      :min="0"
      :max="100"
      :model-value="(pattern[part] ?? 0) * 100"
      edit="Unevenness set"
      :recipe="byNumber((value) => ({ [part]: value / 100 }))"
    />
  </div>
  <div v-if="isByChance" class="line">
    <EditField
      class="grow"
      show-label
      label="Chance"
      :name="`${name}: seed`"
      :digits="0"
      :min="-2147483648"
      :max="2147483647"
      :model-value="pattern.seed ?? 0"
      edit="Chance of the pattern set"
      :recipe="byNumber((value) => ({ seed: Math.round(value) }))"
    />
    <IconButton :icon="Dices" label="Another chance" @press="another" />
  </div>
</template>

<style scoped>
.triple {
  display: grid;
  gap: 6px;
  grid-template-columns: 1fr 1fr 24px;
}
</style>
