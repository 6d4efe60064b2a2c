<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { LINEAR, type PlainBend } from '@arrow-bend/core/bend'
import { followLevel, type PropertyRef } from '@arrow-bend/core/edit'
import type { Value } from '@arrow-bend/core/property'
import type { Band } from '@arrow-bend/core/sound'
import { asTicks } from '@arrow-bend/core/time'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument } from '../../../../session/document/document.ts'
import NumberField from '../../../../ui/NumberField.vue'
import { numberWords } from '../../../../ui/numberWords.ts'
import BendSelect from '../BendSelect.vue'
import type { Beats } from './useBeats.ts'

/** Has a property go along with how loud a sound is in a band. */
const props = defineProps<{
  beats: Beats
  band: Band
  lane: PropertyRef
  unit: string
  /** Where it is silent, and where it is as loud as it gets. */
  low: Value
  high: Value
}>()

const document = useDocument()
const told = useToldStep()

const floor = ref(2)
const ceiling = ref(60)
const attack = ref(0.02)
const decay = ref(0.2)
const ahead = ref(0)
const within = ref(1)
const threshold = ref(0)
/** How it goes up with loudness. */
const course = shallowRef<PlainBend>(LINEAR)

const follow = async (): Promise<void> => {
  // Twice a frame, as it is looked at.
  const rate = (2 * document.rate.num) / document.rate.den
  const heard = await props.beats.listen(rate, props.band)
  const { scene } = document
  if (!heard || !scene) return
  const report = document.apply('Loudness followed', (draft) =>
    followLevel(draft, props.lane, {
      sound: heard.layer,
      level: heard.level,
      rate,
      from: asTicks(0),
      to: scene.duration,
      floor: floor.value / 100,
      ceiling: ceiling.value / 100,
      threshold: threshold.value / 100,
      attack: attack.value,
      decay: decay.value,
      ahead: ahead.value,
      low: props.low,
      high: props.high,
      bend: course.value,
      within: within.value,
      makeId: document.makeId,
    }),
  )
  if (report)
    told(`${report.keys} keys; the farthest they stray is ${numberWords(report.error, 2)} ${props.unit}.`)
}
</script>

<template>
  <h3>Or follow how loud it is there</h3>
  <div class="pair">
    <NumberField
      show-label
      label="Silent at"
      unit="%"
      :digits="1"
      :min="0"
      :max="100"
      :model-value="floor"
      @input="(value: number) => (floor = value)"
    />
    <NumberField
      show-label
      label="Loud at"
      unit="%"
      :digits="1"
      :min="0.1"
      :max="100"
      :model-value="ceiling"
      @input="(value: number) => (ceiling = value)"
    />
    <NumberField
      show-label
      label="Up in"
      unit="s"
      :digits="2"
      :step="0.01"
      :min="0"
      :max="60"
      :model-value="attack"
      @input="(value: number) => (attack = value)"
    />
    <NumberField
      show-label
      label="Down in"
      unit="s"
      :digits="2"
      :step="0.01"
      :min="0"
      :max="60"
      :model-value="decay"
      @input="(value: number) => (decay = value)"
    />
    <NumberField
      show-label
      label="Ahead by"
      unit="s"
      :digits="2"
      :step="0.01"
      :min="-10"
      :max="10"
      :model-value="ahead"
      @input="(value: number) => (ahead = value)"
    />
    <NumberField
      show-label
      label="Nothing below"
      name="How loud it has to be to count"
      unit="%"
      :digits="0"
      :min="0"
      :max="100"
      :model-value="threshold"
      @input="(value: number) => (threshold = value)"
    />
    <NumberField
      show-label
      label="May stray by"
      :unit="unit"
      :digits="2"
      :step="0.1"
      :min="0.001"
      :max="100000"
      :model-value="within"
      @input="(value: number) => (within = value)"
    />
  </div>
  <div class="line">
    <BendSelect v-model="course" class="grow" label="How it goes up with loudness" />
    <button type="button" class="button small" :disabled="beats.waiting.value !== null" @click="follow">
      Follow
    </button>
  </div>
</template>
