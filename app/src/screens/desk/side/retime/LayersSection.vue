<script setup lang="ts">
import { computed, ref } from 'vue'
import { EASE_BOTH } from '@arrow-bend/core/bend'
import {
  sequenceLayers,
  setLayerSpan,
  setSceneDuration,
  slideLayers,
  type SlidePart,
  type SpanPolicy,
} from '@arrow-bend/core/edit'
import type { Layer } from '@arrow-bend/core/scene'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import NumberField from '../../../../ui/NumberField.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import EditField from '../../../../gesture/EditField.vue'
import TimeRow from './TimeRow.vue'
import { SPAN_POLICY_WORDS } from '../../spanPolicyWords.ts'

/** When layers are shown, how long the scene is, and what keys do when either changes. */
const document = useDocument()
const preferences = usePreferences()
const selection = useSelection()

const POLICIES: readonly { value: SpanPolicy; label: string }[] = [
  { value: 'stay', label: 'stay where they are' },
  { value: 'firstFollows', label: 'first goes with the start' },
  { value: 'lastFollows', label: 'last goes with the end' },
  { value: 'stretch', label: 'all are stretched' },
]
const PARTS: readonly { value: SlidePart; label: string; hint: string }[] = [
  { value: 'both', label: 'Bar and keys', hint: 'Drag the bar' },
  { value: 'keys', label: 'Keys', hint: 'Drag the bar with Alt' },
  { value: 'bar', label: 'Bar', hint: 'Drag the bar with Shift' },
]
const ENDS = [
  { value: 'end', label: 'at its end' },
  { value: 'start', label: 'at its start' },
] as const

const tell = useToldStep()
const part = ref<SlidePart>('both')
const at = ref<'start' | 'end'>('end')
const layers = computed(() => document.scene!.layers.filter(({ id }) => selection.hasLayer(id)))
const first = computed(() => layers.value[0] ?? null)
const step = computed(() => frameTicks(document.rate))

/** Each keeps what is not set of it. */
const setSpans = (spanOf: (layer: Layer) => readonly [Ticks, Ticks]): void => {
  const spans = layers.value.map((layer) => ({ layer: layer.id, span: spanOf(layer) }))
  document.apply('Layer’s time set', (draft) => {
    for (const { layer, span } of spans)
      setLayerSpan(draft, { scene: document.sceneId, layer }, span, preferences.spanPolicy)
  })
}
const setEdge = (edge: 0 | 1, to: Ticks): void =>
  setSpans(({ span }) => (edge === 0 ? [to, span[1] as Ticks] : [span[0] as Ticks, to]))
const setLength = (to: Ticks): void => setSpans(({ span }) => [span[0] as Ticks, asTicks(span[0] + to)])

const overlap = ref(0)
const fades = ref(true)
const sequence = (): void => {
  const ids = layers.value.map(({ id }) => id)
  const options = {
    overlap: overlap.value * step.value,
    fade: fades.value ? EASE_BOTH : null,
    makeId: document.makeId,
  }
  const report = document.apply('Layers laid end to end', (draft) =>
    sequenceLayers(draft, document.sceneId, ids, options),
  )
  if (report)
    tell(
      report.left.length > 0
        ? `${report.placed} layers laid end to end; ${report.left.map((name) => `“${name}”`).join(', ')} fades already and was left so.`
        : `${report.placed} layers laid end to end.`,
    )
}
const setDuration = (duration: Ticks): void => {
  document.apply('Length of the scene set', (draft) =>
    setSceneDuration(draft, document.sceneId, { duration, at: at.value, policy: preferences.spanPolicy }),
  )
}
const stepped = (time: number, frames: number): Ticks => asTicks(time + frames * step.value)
</script>

<template>
  <label class="line">
    When a length changes, keys
    <select v-model="preferences.spanPolicy" class="field grow" aria-label="What keys do">
      <option
        v-for="policy in POLICIES"
        :key="policy.value"
        :value="policy.value"
        :title="SPAN_POLICY_WORDS[policy.value]"
      >
        {{ policy.label }}
      </option>
    </select>
  </label>
  <h3>{{ layers.length > 1 ? `${layers.length} layers` : (first?.name ?? 'Layer') }}</h3>
  <template v-if="first">
    <div class="pair">
      <TimeRow
        label="From"
        name="Layer shown from"
        :time="first.span[0]"
        @take="(time) => setEdge(0, time)"
        @step="(frames) => setEdge(0, stepped(first!.span[0], frames))"
      />
      <TimeRow
        label="To"
        name="Layer shown to"
        :time="first.span[1]"
        @take="(time) => setEdge(1, time)"
        @step="(frames) => setEdge(1, stepped(first!.span[1], frames))"
      />
      <TimeRow
        label="Length"
        name="Length of the layer"
        :time="asTicks(first.span[1] - first.span[0])"
        @take="setLength"
        @step="(frames) => setLength(stepped(first!.span[1] - first!.span[0], frames))"
      />
    </div>
    <div class="line">
      <SegmentedChoice v-model="part" label="What slides" :options="PARTS" />
      <EditField
        class="grow"
        label="Slide by"
        unit="f"
        :model-value="0"
        edit="Layer slid in time"
        :recipe="
          (frames: number) => (draft) =>
            slideLayers(
              draft,
              { scene: document.sceneId, layers: layers.map(({ id }) => id) },
              { byTicks: Math.round(frames * step), part },
            )
        "
      />
    </div>
    <template v-if="layers.length > 1">
      <h3>One after another</h3>
      <div class="line">
        <NumberField
          class="grow"
          show-label
          label="Overlap"
          name="Overlap of layers"
          unit="f"
          :digits="0"
          :min="-100000"
          :max="100000"
          :model-value="overlap"
          @input="(value: number) => (overlap = Math.round(value))"
        />
        <button
          type="button"
          class="button small"
          title="In the order they start now; those that start together from the top of the list down"
          @click="sequence"
        >
          Lay end to end
        </button>
      </div>
      <label class="line" title="The upper of two fades, so that nothing shines through">
        <input v-model="fades" type="checkbox" :disabled="overlap <= 0" />dissolve over the overlap
      </label>
    </template>
  </template>
  <p v-else class="note">Select a layer: its name in the list, or its bar.</p>
  <h3>Scene</h3>
  <div class="line">
    <TimeRow
      label="Length"
      name="Length of the scene"
      :time="document.scene!.duration"
      @take="setDuration"
      @step="(frames) => setDuration(stepped(document.scene!.duration, frames))"
    />
    <SegmentedChoice v-model="at" class="grow" label="Added or cut" :options="ENDS" />
  </div>
</template>
