<script setup lang="ts">
import { computed, ref } from 'vue'
import { markBeats } from '@arrow-bend/core/edit'
import { beatGrid, tempoOf } from '@arrow-bend/core/sound'
import { asTicks, secondsOfTicks, TICKS_PER_SECOND, type Ticks } from '@arrow-bend/core/time'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument } from '../../../../session/document/document.ts'
import NumberField from '../../../../ui/NumberField.vue'
import { numberWords } from '../../../../ui/numberWords.ts'

/** The tempo of beats, where they come steadily, and the bars that follow from it. */
const props = defineProps<{ times: readonly Ticks[] }>()

const document = useDocument()
const told = useToldStep()

const tempo = computed(() => tempoOf(props.times.map((time) => secondsOfTicks(time))))
const bar = ref(4)
const first = ref(1)
const words = computed(() =>
  tempo.value ? `Steady: ${numberWords(tempo.value.perMinute, 1)} a minute` : 'They come at no steady tempo.',
)
const mark = (): void => {
  const now = tempo.value
  if (!now) return
  const stretch = [0, secondsOfTicks(document.scene!.duration)] as const
  const grid = beatGrid(now, stretch, { every: bar.value, from: first.value - 1 })
  const times = grid.map((second) => asTicks(Math.round(second * TICKS_PER_SECOND)))
  const count = document.apply('Bars marked', (draft) =>
    markBeats(draft, document.sceneId, times, { word: 'Bar', makeId: document.makeId }),
  )
  if (count) told(`${count} ${count === 1 ? 'bar' : 'bars'} marked on the ruler.`)
}
</script>

<template>
  <p class="note" role="status">{{ words }}</p>
  <div v-if="tempo" class="line">
    <NumberField
      class="grow"
      show-label
      label="A bar has"
      name="Beats of a bar"
      :digits="0"
      :min="1"
      :max="64"
      :model-value="bar"
      @input="(value: number) => (bar = Math.max(1, Math.round(value)))"
    />
    <NumberField
      class="grow"
      show-label
      label="from beat"
      name="Beat the first bar begins on"
      :digits="0"
      :min="1"
      :max="64"
      :model-value="first"
      @input="(value: number) => (first = Math.max(1, Math.round(value)))"
    />
    <button type="button" class="button small" @click="mark">Mark bars</button>
  </div>
</template>
