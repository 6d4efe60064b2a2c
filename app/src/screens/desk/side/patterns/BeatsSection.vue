<script setup lang="ts">
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { EASE_BOTH, LINEAR, type PlainBend } from '@arrow-bend/core/bend'
import { findProperty, keysOnBeats, lineUpKeys, markBeats } from '@arrow-bend/core/edit'
import { definitionOf, layerById, takesPatterns } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import NumberField from '../../../../ui/NumberField.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import BendSelect from '../BendSelect.vue'
import BandChart from './BandChart.vue'
import LevelFields from './LevelFields.vue'
import TapPad from './TapPad.vue'
import TempoFields from './TempoFields.vue'
import TestSoundFields from './TestSoundFields.vue'
import { useBeats } from './useBeats.ts'

/** Where a sound sets in: found in a band of it, marked on the ruler, made keys of, and lined up with. */
const document = useDocument()
const effective = useEffectiveSelection()
const selection = useSelection()
const beats = useBeats()
const { sounds, sound, wanted, heard, isHeard, trouble, waiting } = beats
const told = useToldStep()
const tellReplaced = useTellReplaced()

type BandName = 'all' | 'low' | 'middle' | 'high'
const BANDS: readonly {
  value: BandName
  label: string
  hint: string
  low: number
  high: number
}[] = [
  { value: 'all', label: 'All', hint: 'Everything that sets in', low: 0, high: 24_000 },
  { value: 'low', label: 'Low', hint: 'Deep drums, bass', low: 30, high: 150 },
  { value: 'middle', label: 'Middle', hint: 'Voices, most instruments', low: 250, high: 3000 },
  { value: 'high', label: 'High', hint: 'Cymbals, clicks', low: 5000, high: 16_000 },
]
const low = ref(0)
const high = ref(24_000)
const band = computed<BandName>({
  get: () => BANDS.find((one) => one.low === low.value && one.high === high.value)?.value ?? ('' as BandName),
  set: (name) => {
    const one = BANDS.find(({ value }) => value === name)!
    low.value = one.low
    high.value = one.high
  },
})
const sensitivity = ref(50)
const apart = ref(100)
const find = (): Promise<void> =>
  beats.find({
    low: low.value,
    high: high.value,
    sensitivity: sensitivity.value,
    apart: apart.value / 1000,
  })
onScopeDispose(beats.cancel)

const words = computed(() => {
  if (waiting.value)
    return beats.progress.value > 0 ? `Listening… ${Math.round(beats.progress.value * 100)} %` : 'Listening…'
  if (trouble.value) return ''
  if (!isHeard.value) return 'Not listened to yet.'
  const count = heard.value.length
  if (count === 0) return 'No beats were found. Raise the sensitivity, or widen the band.'
  return `${count} ${count === 1 ? 'beat' : 'beats'} found.`
})
const every = ref(1)
/** Whether beats count only within the play range. */
const inRange = ref(false)
const chosen = computed(() => {
  const range = inRange.value ? document.scene?.playRange : null
  const within = range ? heard.value.filter(({ time }) => time >= range[0] && time < range[1]) : heard.value
  return within.filter((_, i) => i % every.value === 0)
})
/** Beats that were found, or else those marked on the ruler. */
const moments = computed(() => {
  if (chosen.value.length > 0) return chosen.value.map(({ time }) => time)
  return (document.scene?.markers ?? []).map(({ t }) => t)
})
const mark = (): void => {
  const times = chosen.value.map(({ time }) => time)
  const count = document.apply('Beats marked', (draft) =>
    markBeats(draft, document.sceneId, times, { makeId: document.makeId }),
  )
  if (count !== null && count !== undefined)
    told(`${count} ${count === 1 ? 'beat' : 'beats'} marked on the ruler.`)
}

const lane = computed(() => {
  const first = selection.properties[0]
  const property = first && document.project && findProperty(document.project, first)
  const layer = first && document.scene && layerById(document.scene, first.layer)
  if (!property || !layer || !takesPatterns(property.kind) || property.kind === 'colour') return null
  return { ref: first, layer, definition: definitionOf(layer.kind, first.property) }
})
const rest = ref(0)
const top = ref(100)
const rise = ref(0.04)
const fall = ref(0.3)
const byStrength = ref(true)
const riseBend = shallowRef<PlainBend>(LINEAR)
const fallBend = shallowRef<PlainBend>(EASE_BOTH)
/** A number as the property has values: both of a pair alike. */
const value = (one: number): number | readonly [number, number] =>
  ['pair', 'place'].includes(lane.value?.definition?.kind ?? '') ? [one, one] : one
const setKeys = (): void => {
  const now = lane.value
  if (!now) return
  const count = document.apply('Keys set on beats', (draft) =>
    keysOnBeats(draft, now.ref, {
      beats: chosen.value,
      low: value(rest.value),
      high: value(top.value),
      attack: asTicks(Math.round(rise.value * TICKS_PER_SECOND)),
      decay: asTicks(Math.round(fall.value * TICKS_PER_SECOND)),
      attackBend: riseBend.value,
      decayBend: fallBend.value,
      byStrength: byStrength.value,
      makeId: document.makeId,
    }),
  )
  if (count) told(`${count} keys set on ${chosen.value.length} beats.`)
}
const lineUp = (how: 'nearest' | 'following'): void => {
  const { keys } = effective
  const report = document.apply('Lined up with beats', (draft) =>
    lineUpKeys(draft, keys, { moments: moments.value, how }),
  )
  if (report) tellReplaced(report)
}
</script>

<template>
  <template v-if="!sound">
    <p class="note">
      There is no sound in this scene yet. Drop a WAV, MP3, Ogg, FLAC or M4A file on the page, or make one.
    </p>
    <TestSoundFields />
  </template>
  <template v-else>
    <label class="line">
      In
      <select
        class="field grow"
        aria-label="Sound to listen to"
        :value="sound.id"
        @change="wanted = ($event.target as HTMLSelectElement).value"
      >
        <option v-for="one in sounds" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </label>
    <SegmentedChoice v-model="band" label="Band" :options="BANDS" />
    <BandChart
      :low="low"
      :high="high"
      :spectrum="beats.spectrum.value"
      @change="(from, to) => ([low, high] = [from, to])"
    />
    <div class="pair">
      <NumberField
        show-label
        label="From"
        name="Band from"
        unit="Hz"
        :digits="0"
        :min="0"
        :max="24000"
        :step="10"
        :model-value="low"
        @input="(value: number) => (low = value)"
      />
      <NumberField
        show-label
        label="to"
        name="Band to"
        unit="Hz"
        :digits="0"
        :min="1"
        :max="24000"
        :step="10"
        :model-value="high"
        @input="(value: number) => (high = value)"
      />
      <NumberField
        show-label
        label="Sensitivity"
        unit="%"
        :digits="0"
        :min="0"
        :max="100"
        :model-value="sensitivity"
        @input="(value: number) => (sensitivity = value)"
      />
      <NumberField
        show-label
        label="Apart"
        name="Least time between beats"
        unit="ms"
        :digits="0"
        :min="0"
        :max="10000"
        :step="10"
        :model-value="apart"
        @input="(value: number) => (apart = value)"
      />
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div class="line">
      <span class="grow" role="status">{{ words }}</span>
      <button v-if="waiting" type="button" class="button small" @click="beats.cancel()">Stop</button>
      <button v-else type="button" class="button button-primary small" @click="find">Find beats</button>
    </div>
    <TempoFields v-if="heard.length > 0" :times="heard.map(({ time }) => time)" />
    <h3>What comes of them</h3>
    <div class="line">
      <NumberField
        class="grow"
        show-label
        label="Every"
        name="Every so many beats"
        :digits="0"
        :min="1"
        :max="64"
        :model-value="every"
        @input="(value: number) => (every = Math.max(1, Math.round(value)))"
      />
      <button type="button" class="button small" :disabled="chosen.length === 0" @click="mark">
        Mark them
      </button>
    </div>
    <label v-if="document.scene?.playRange" class="line">
      <input v-model="inRange" type="checkbox" />only those within the play range
    </label>
    <h3 class="truncate">
      Keys on {{ lane ? `${lane.layer.name} ${(lane.definition?.label ?? '').toLowerCase()}` : 'a property' }}
    </h3>
    <template v-if="lane">
      <div class="pair">
        <NumberField
          show-label
          label="Rests at"
          :unit="lane.definition?.unit ?? ''"
          :digits="2"
          :model-value="rest"
          @input="(value: number) => (rest = value)"
        />
        <NumberField
          show-label
          label="Beats at"
          :unit="lane.definition?.unit ?? ''"
          :digits="2"
          :model-value="top"
          @input="(value: number) => (top = value)"
        />
        <NumberField
          show-label
          label="Rises"
          name="Rises within"
          unit="s"
          :digits="2"
          :step="0.01"
          :min="0"
          :max="60"
          :model-value="rise"
          @input="(value: number) => (rise = value)"
        />
        <NumberField
          show-label
          label="Falls"
          name="Falls within"
          unit="s"
          :digits="2"
          :step="0.01"
          :min="0"
          :max="60"
          :model-value="fall"
          @input="(value: number) => (fall = value)"
        />
        <BendSelect v-model="riseBend" label="Bend of the rise" />
        <BendSelect v-model="fallBend" label="Bend of the fall" />
      </div>
      <div class="line">
        <label class="grow"><input v-model="byStrength" type="checkbox" /> weaker beats less high</label>
        <button type="button" class="button small" :disabled="chosen.length === 0" @click="setKeys">
          Set keys
        </button>
      </div>
      <LevelFields
        v-if="lane.definition?.kind !== 'place'"
        :beats="beats"
        :band="{ low, high }"
        :lane="lane.ref"
        :unit="lane.definition?.unit ?? ''"
        :low="value(rest)"
        :high="value(top)"
      />
    </template>
    <p v-else class="note">Select a property that goes by numbers: click its name in the deck.</p>
    <h3>Line up the selected keys</h3>
    <div class="line">
      <button
        type="button"
        class="button small"
        :disabled="effective.keys.length === 0 || moments.length === 0"
        title="The first key of each layer goes to the beat nearest to it"
        @click="lineUp('nearest')"
      >
        To the nearest
      </button>
      <button
        type="button"
        class="button small"
        :disabled="effective.keys.length === 0 || moments.length === 0"
        title="Layer after layer, each on the next beat"
        @click="lineUp('following')"
      >
        One after another
      </button>
    </div>
    <p class="note">To the beats that were found, or else to the markers.</p>
    <TapPad />
  </template>
</template>
