<script setup lang="ts">
import { Dices } from '@lucide/vue'
import { storeToRefs } from 'pinia'
import { computed, ref, watch } from 'vue'
import { alignKeys, distributeGroups, type GroupMoment, type KeyGrouping } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useOrdering } from '../../../../session/view/ordering.ts'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'
import { useGrowths } from '../../useBendChoices.ts'
import { ORDERS } from '../orderWords.ts'
import ArrivalsChart from './ArrivalsChart.vue'
import PreviewButtons from './PreviewButtons.vue'
import { usePreview } from '../../../../session/document/usePreview.ts'

/** Who goes when: one after another, or all at one moment. */
const document = useDocument()
const effective = useEffectiveSelection()
const playback = usePlayback()
const tell = useTellReplaced()
const ordering = useOrdering()

const GROUPINGS: readonly { value: KeyGrouping; label: string; hint: string }[] = [
  { value: 'layer', label: 'By layer', hint: 'All keys of a layer go together' },
  { value: 'lane', label: 'By lane', hint: 'Each lane goes by itself' },
]
const STEPS = [
  { value: 'frames', label: 'Frames' },
  { value: 'overlap', label: 'Overlap %' },
] as const
const growths = useGrowths()

const { by, orderName, seed, stepKind, frames, overlap, together, pointX, pointY } = storeToRefs(ordering)
const growth = computed({
  get: () =>
    Math.max(
      0,
      growths.value.findIndex(({ bend }) => bend === ordering.along),
    ),
  set: (index) => (ordering.along = growths.value[index]?.bend ?? null),
})
// A bend that cannot be chosen any more is not gone by unseen.
watch(growths, (now) => {
  if (!now.some(({ bend }) => bend === ordering.along)) ordering.along = null
})
const centre = computed(() => document.size.map((side) => side / 2) as [number, number])
const edit = computed(() => {
  const { keys } = effective
  return keys.length === 0 ? null : { label: 'Keys staggered', recipe: ordering.stagger(keys) }
})
const look = usePreview(() => edit.value)

const moment = ref<'start' | 'end' | 'nth'>('start')
const nth = ref(2)
const MOMENTS = [
  { value: 'start', label: 'Starts' },
  { value: 'end', label: 'Ends' },
  { value: 'nth', label: 'Key no.' },
] as const
const align = (toPlayhead: boolean): void => {
  const which: GroupMoment = moment.value === 'nth' ? { nth: nth.value } : moment.value
  const { keys } = effective
  tell(
    document.apply('Keys lined up', (draft) =>
      alignKeys(draft, keys, { by: by.value, moment: which, ...(toPlayhead ? { to: playback.time } : {}) }),
    ),
  )
}
const spread = (): void => {
  const { keys } = effective
  tell(document.apply('Keys spread out evenly', (draft) => distributeGroups(draft, keys, by.value)))
}
</script>

<template>
  <SegmentedChoice v-model="by" label="What goes together" :options="GROUPINGS" />
  <ArrivalsChart :by="by" />
  <div class="line">
    <SegmentedChoice v-model="stepKind" label="Step in" :options="STEPS" />
    <NumberField
      v-if="stepKind === 'frames'"
      class="grow"
      label="Stagger by"
      unit="f"
      :digits="2"
      :min="-10000"
      :max="10000"
      :model-value="frames"
      @input="(value: number) => (frames = value)"
    />
    <NumberField
      v-else
      class="grow"
      label="Overlap"
      unit="%"
      :min="0"
      :max="100"
      :model-value="overlap"
      @input="(value: number) => (overlap = value)"
    />
  </div>
  <div class="line">
    <select v-model="orderName" class="field grow" aria-label="Order">
      <option v-for="one in ORDERS" :key="one.value" :value="one.value">{{ one.label }}</option>
    </select>
    <select v-model.number="growth" class="field grow" aria-label="How delays grow">
      <option v-for="(one, i) in growths" :key="one.label" :value="i">{{ one.label }}</option>
    </select>
  </div>
  <div v-if="orderName === 'near'" class="pair">
    <NumberField
      v-for="(axis, i) in ['X', 'Y'] as const"
      :key="axis"
      show-label
      :label="axis"
      :name="`Near to far from ${axis}`"
      unit="px"
      :model-value="(i === 0 ? pointX : pointY) ?? centre[i]!"
      @input="(value: number) => (i === 0 ? (pointX = value) : (pointY = value))"
    />
  </div>
  <div v-if="orderName === 'chance'" class="line">
    <NumberField
      class="grow"
      show-label
      label="Seed"
      :digits="0"
      :min="0"
      :max="99999"
      :model-value="seed"
      @input="(value: number) => (seed = Math.round(value))"
    />
    <IconButton small :icon="Dices" label="Another order" @press="seed = (seed + 1) % 100000" />
  </div>
  <label class="line"><input v-model="together" type="checkbox" />all start together first</label>
  <PreviewButtons :look="look" label="Stagger" :disabled="!edit" />
  <h3>Line up</h3>
  <div class="line">
    <SegmentedChoice v-model="moment" label="By which moment" :options="MOMENTS" />
    <NumberField
      v-if="moment === 'nth'"
      class="grow"
      label="Which key"
      :digits="0"
      :min="1"
      :max="9999"
      :model-value="nth"
      @input="(value: number) => (nth = Math.round(value))"
    />
  </div>
  <div class="line">
    <button type="button" class="button small" :disabled="!edit" @click="align(false)">Line up</button>
    <button type="button" class="button small" :disabled="!edit" @click="align(true)">At the playhead</button>
    <button
      type="button"
      class="button small"
      :disabled="!edit"
      title="Starts at equal distances"
      @click="spread"
    >
      Spread evenly
    </button>
  </div>
</template>
