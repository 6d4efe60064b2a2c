<script setup lang="ts">
import { computed } from 'vue'
import { phaseOfStart, swingsOf, withWholeSwings, type PatternStart } from '@arrow-bend/core/edit'
import type { Pattern } from '@arrow-bend/core/property'
import { asTicks, frameTicks, secondsOfTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { toast } from '../../../../ui/toast.ts'
import EditField from '../../../../gesture/EditField.vue'
import TimeRow from '../retime/TimeRow.vue'
import { PATTERN_WORDS } from './patternWords.ts'
import { usePatternEdits } from './usePatternEdits.ts'
import type { Patterns } from './usePatterns.ts'

/** How often a pattern swings, where it starts in its swing, and from when to when it goes on. */
const props = defineProps<{ pattern: Pattern; patterns: Patterns }>()

const document = useDocument()
const { set, byNumber } = usePatternEdits(props)
const name = computed(() => PATTERN_WORDS[props.pattern.kind].label)
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
const setBackward = (backward: boolean): void =>
  set(backward ? 'Pattern turned backward' : 'Pattern turned forward', { backward: backward || undefined })
</script>

<template>
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
</template>

<style scoped>
.thirds {
  display: grid;
  gap: 6px;
  grid-template-columns: repeat(3, 1fr);
}
</style>
