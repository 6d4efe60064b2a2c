<script setup lang="ts">
import { ArrowUpDown, Dices } from '@lucide/vue'
import { computed } from 'vue'
import { EASE_BOTH } from '@arrow-bend/core/bend'
import { phaseOfStart, swingsOf, withWholeSwings, type PatternStart } from '@arrow-bend/core/edit'
import type { Pattern, PatternMode } from '@arrow-bend/core/property'
import { asTicks, frameTicks, secondsOfTicks, TICKS_PER_SECOND, type Ticks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import BendGlyph from '../../../../ui/BendGlyph.vue'
import { toast } from '../../../../ui/toast.ts'
import IconButton from '../../../../ui/IconButton.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import ColourSwatch from '../../colour/ColourSwatch.vue'
import EditField from '../../EditField.vue'
import { useBendChoices } from '../../useBendChoices.ts'
import TimeRow from '../retime/TimeRow.vue'
import { PATTERN_WORDS } from './patternWords.ts'
import type { PatternedLane, Patterns } from './usePatterns.ts'

/** All that a pattern can be told. */
const props = defineProps<{ pattern: Pattern; lane: PatternedLane; patterns: Patterns }>()

const document = useDocument()
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
const changed = (change: Partial<Pattern>): Pattern => ({ ...props.pattern, ...change })
/** The same with fields that are not there any more where they are undefined. */
const without = (change: Readonly<Partial<Record<keyof Pattern, unknown>>>): Pattern =>
  Object.fromEntries(
    Object.entries({ ...props.pattern, ...change }).filter(([, value]) => value !== undefined),
  ) as unknown as Pattern
const set = (label: string, change: Partial<Pattern>): void => props.patterns.set(label, changed(change))
/** The recipe of a field whose drags change one number. */
const byNumber =
  (changeOf: (value: number) => Partial<Pattern>) =>
  (value: number): Recipe<unknown> =>
    props.patterns.change(changed(changeOf(value)))

const choose = (value: Which): void => {
  const rest = without({ component: undefined, direction: undefined })
  const part = {
    both: {},
    0: { component: 0 },
    1: { component: 1 },
    along: { direction: 'along' },
    across: { direction: 'across' },
  } as const
  props.patterns.set('What the pattern moves set', { ...rest, ...part[value] })
}
const setMode = (mode: PatternMode): void => {
  const { direction, ...rest } = props.pattern
  // Only what is added goes along a route.
  const kept = mode === 'add' && direction ? { direction } : {}
  props.patterns.set('How the pattern is laid on set', { ...rest, ...kept, mode })
}
const seconds = computed(() => secondsOfTicks(props.pattern.to - props.pattern.from))
const isTooQuick = computed(() => {
  const { num, den } = document.rate
  return props.pattern.frequency > num / den / 2
})
const setEnd = (end: 'from' | 'to', time: Ticks): void => {
  const other = end === 'from' ? props.pattern.to : props.pattern.from
  if (end === 'from' ? time < other : time > other) set('Stretch of the pattern set', { [end]: time })
  else toast('A pattern has to end after it starts. Nothing was changed.')
}
const starts = computed(() =>
  (['low', 'middle', 'high'] as const).flatMap((at) =>
    phaseOfStart(props.pattern, at) === null ? [] : [at],
  ),
)
const start = (at: PatternStart): void =>
  set('Start of the pattern set', { phase: phaseOfStart(props.pattern, at)! })
const isByChance = computed(
  () =>
    props.pattern.kind === 'wander' ||
    Boolean(props.pattern.unevenHeight) ||
    Boolean(props.pattern.unevenTime),
)
const fade = (side: 'fadeIn' | 'fadeOut', length: number): Partial<Pattern> => {
  const ticks = Math.round(length * TICKS_PER_SECOND)
  return {
    [side]: ticks > 0 ? { bend: props.pattern[side]?.bend ?? EASE_BOTH, length: asTicks(ticks) } : undefined,
  }
}
const fadeRecipe =
  (side: 'fadeIn' | 'fadeOut') =>
  (value: number): Recipe<unknown> =>
    props.patterns.change(without(fade(side, value)))
const lengthOf = (side: 'fadeIn' | 'fadeOut'): number => secondsOfTicks(props.pattern[side]?.length ?? 0)
const another = (): void => {
  set('Chance of the pattern set', { seed: ((props.pattern.seed ?? 0) + 1) % 100_000 })
}
const setBackward = (backward: boolean): void =>
  props.patterns.set(
    backward ? 'Pattern turned backward' : 'Pattern turned forward',
    without({ backward: backward || undefined }),
  )
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
  <div class="thirds">
    <EditField
      show-label
      label="Hz"
      :name="`${name}: times a second`"
      :digits="3"
      :step="0.05"
      :min="0.0001"
      :max="10000"
      :model-value="pattern.frequency"
      edit="Frequency set"
      :recipe="byNumber((value) => ({ frequency: value }))"
    />
    <EditField
      show-label
      label="a min"
      :name="`${name}: times a minute`"
      :digits="1"
      :min="0.006"
      :max="600000"
      :model-value="pattern.frequency * 60"
      edit="Frequency set"
      :recipe="byNumber((value) => ({ frequency: value / 60 }))"
    />
    <EditField
      show-label
      label="in all"
      :name="`${name}: times in its stretch`"
      :digits="2"
      :min="0.01"
      :max="1000000"
      :model-value="swingsOf(pattern)"
      edit="Frequency set"
      :recipe="byNumber((value) => ({ frequency: Math.min(10000, value / seconds) }))"
    />
  </div>
  <p v-if="isTooQuick" class="note" role="status">
    Quicker than half the frame rate: what is seen frame by frame is another, slower motion.
  </p>
  <div class="line">
    <EditField
      class="grow"
      show-label
      label="Phase"
      :name="`${name}: phase`"
      unit="%"
      :digits="1"
      :min="0"
      :max="100"
      :model-value="pattern.phase * 100"
      edit="Phase set"
      :recipe="byNumber((value) => ({ phase: value / 100 }))"
    />
    <template v-if="starts.length > 0">
      from
      <button
        v-for="at in starts"
        :key="at"
        type="button"
        class="button small"
        :title="`Starts ${at}`"
        @click="start(at)"
      >
        {{ at }}
      </button>
    </template>
  </div>
  <div class="pair">
    <TimeRow
      label="From"
      :name="`${name}: starts at`"
      :time="pattern.from"
      @take="(time) => setEnd('from', time)"
      @step="(frames) => setEnd('from', asTicks(pattern.from + frames * frameTicks(document.rate)))"
    />
    <TimeRow
      label="to"
      :name="`${name}: ends at`"
      :time="pattern.to"
      @take="(time) => setEnd('to', time)"
      @step="(frames) => setEnd('to', asTicks(pattern.to + frames * frameTicks(document.rate)))"
    />
  </div>
  <div class="line">
    <button
      type="button"
      class="button small"
      title="With whole swings, so that it can go round or be gone without a jump"
      @click="patterns.set('Swings made whole', withWholeSwings(pattern))"
    >
      End as it starts
    </button>
    <label
      ><input type="checkbox" :checked="pattern.backward === true" @change="setBackward(!pattern.backward)" />
      backward</label
    >
  </div>
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
  <div
    v-if="pattern.kind === 'own'"
    class="bends"
    role="group"
    aria-label="The bend that goes again and again"
  >
    <button
      v-for="choice in choices"
      :key="choice.label"
      type="button"
      :aria-label="choice.label"
      :title="choice.label"
      :aria-pressed="JSON.stringify(choice.bend) === JSON.stringify(pattern.bend)"
      @click="set('Bend of the pattern set', { bend: choice.bend })"
    >
      <BendGlyph :bend="choice.bend" :width="34" :height="28" />
    </button>
  </div>
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
      :recipe="fadeRecipe(side)"
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

.thirds {
  display: grid;
  gap: 6px;
  grid-template-columns: repeat(3, 1fr);
}

.bends {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.bends button {
  width: 38px;
  height: 34px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet-2);
}

.bends button[aria-pressed='true'] {
  border-color: var(--pencil);
  box-shadow: inset 0 0 0 1px var(--pencil);
}
</style>
