<script setup lang="ts">
import { computed } from 'vue'
import type { MoveVariation, ReadyMove } from '@arrow-bend/core/moves'
import { PARTS, type Parts } from '@arrow-bend/core/scene'
import { useOrdering } from '../../../../session/view/ordering.ts'
import { useReadyMoves } from '../../../../session/view/readyMoves.ts'
import NumberField from '../../../../ui/NumberField.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import { ORDERS } from '../orderWords.ts'
import DirectionDial from './DirectionDial.vue'
import { DISTANCES, kindOf, type DistanceKind } from './moveWords.ts'
import type { MoveAsWanted } from './useMoves.ts'

/** How a move is wanted: what it does not go by is left out or off. */
const props = defineProps<{
  move: ReadyMove
  asWanted: MoveAsWanted
  /** How many layers it is for, and whether all of them are texts. */
  layers: number
  texts: boolean
}>()

const store = useReadyMoves()
const ordering = useOrdering()

const varies = (what: MoveVariation): boolean => props.move.varies.includes(what)
const kind = computed(() => kindOf(props.asWanted.distance))
const amount = computed(() => {
  const { distance } = props.asWanted
  if (distance === 'outside') return null
  return 'px' in distance ? distance.px : distance.percent
})
const USUAL: Readonly<Record<'px' | 'percent', number>> = { px: 200, percent: 10 }
const setKind = (wanted: DistanceKind): void => {
  if (wanted === 'outside') store.wanted.distance = 'outside'
  else setAmount(amount.value === null || wanted !== kind.value ? USUAL[wanted] : amount.value, wanted)
}
const setAmount = (number: number, as: DistanceKind = kind.value): void => {
  store.wanted.distance = as === 'percent' ? { percent: number } : { px: number }
}

const MOMENTS = [
  { value: 'playhead', label: 'At the playhead', hint: 'It begins there' },
  { value: 'start', label: 'Layer’s start', hint: 'It begins as each layer does' },
  { value: 'end', label: 'Layer’s end', hint: 'It ends as each layer does' },
] as const
const PART_WORDS: Readonly<Record<Parts, string>> = {
  whole: 'Whole',
  letters: 'Letters',
  words: 'Words',
  lines: 'Lines',
}
const partChoices = PARTS.map((value) => ({ value, label: PART_WORDS[value] }))
</script>

<template>
  <div class="how">
    <DirectionDial
      :model-value="asWanted.settings.direction"
      :disabled="!varies('direction')"
      @update:model-value="(degrees) => (store.wanted.direction = degrees)"
    />
    <div class="fields">
      <NumberField
        show-label
        label="Takes"
        name="How long the move takes"
        unit="s"
        :step="0.05"
        :digits="2"
        :min="0.02"
        :max="600"
        :model-value="asWanted.seconds"
        @input="(value: number) => (store.wanted.seconds = value)"
      />
      <NumberField
        show-label
        label="Strength"
        unit="%"
        :digits="0"
        :min="0"
        :max="1000"
        :disabled="!varies('strength')"
        :model-value="store.wanted.strength * 100"
        @input="(value: number) => (store.wanted.strength = value / 100)"
      />
      <NumberField
        show-label
        label="Goes"
        name="How far the move goes"
        :digits="1"
        :min="0"
        :max="100000"
        :disabled="!varies('distance') || kind === 'outside'"
        :placeholder="kind === 'outside' ? 'as needed' : ''"
        :model-value="amount"
        @input="(value: number) => setAmount(value)"
      />
      <select
        class="field"
        aria-label="What the distance is measured in"
        :disabled="!varies('distance')"
        :value="kind"
        @change="setKind(($event.target as HTMLSelectElement).value as DistanceKind)"
      >
        <option v-for="one in DISTANCES" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
      <NumberField
        show-label
        label="Past it"
        name="How far past its end"
        unit="%"
        :digits="0"
        :min="0"
        :max="100"
        :disabled="!varies('overshoot')"
        :model-value="asWanted.settings.overshoot * 100"
        @input="(value: number) => (store.wanted.overshoot = value / 100)"
      />
      <button type="button" class="button small" :disabled="store.isAsMade" @click="store.asMade()">
        As made
      </button>
    </div>
  </div>
  <SegmentedChoice v-model="store.moment" label="When it comes" :options="MOMENTS" />
  <div v-if="layers > 1 && move.role !== 'camera'" class="line">
    <NumberField
      class="grow"
      show-label
      label="Each later by"
      name="How much later each layer is"
      unit="f"
      :digits="2"
      :min="0"
      :max="10000"
      :model-value="ordering.frames"
      @input="(value: number) => (ordering.frames = value)"
    />
    <select v-model="ordering.orderName" class="field grow" aria-label="Order">
      <option v-for="one in ORDERS" :key="one.value" :value="one.value">{{ one.label }}</option>
    </select>
  </div>
  <template v-if="texts && move.role !== 'camera'">
    <SegmentedChoice v-model="store.parts" label="What of the text moves" :options="partChoices" />
    <NumberField
      v-if="store.parts !== 'whole'"
      show-label
      label="Each later by"
      name="How much later each part is"
      unit="s"
      :step="0.01"
      :digits="3"
      :min="0"
      :max="60"
      :model-value="store.partDelay"
      @input="(value: number) => (store.partDelay = value)"
    />
  </template>
</template>

<style scoped>
.how {
  display: flex;
  align-items: center;
  gap: 8px;
}

.fields {
  display: grid;
  min-width: 0;
  flex: 1;
  gap: 4px 6px;
  grid-template-columns: 1fr 1fr;
}
</style>
