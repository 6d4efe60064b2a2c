<script setup lang="ts">
import { FlipHorizontal2, Pin, PinOff, Undo2 } from '@lucide/vue'
import { computed, ref } from 'vue'
import { toast } from '../../../../ui/toast.ts'
import { moveKeys, rippleKeys, type MoveReport } from '@arrow-bend/core/edit'
import { asTicks, frameTicks, secondsOfTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument, type Gesture } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { usePinnedKey } from '../../../../session/selection/pinnedKey.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { keysOf } from '../../../../command/keys/keysOf.ts'
import NumberField from '../../../../ui/NumberField.vue'
import { numberWords } from '../../../../ui/numberWords.ts'
import type { Commands } from '../../../../command/useCommands.ts'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'
import TimeRow from './TimeRow.vue'
import { useRetime, type Anchor } from './useRetime.ts'

/** How long the selected keys take, and where they begin and end. */
const props = defineProps<{ actions: Commands }>()

const document = useDocument()
const effective = useEffectiveSelection()
const pinned = usePinnedKey()
const playback = usePlayback()
const preferences = usePreferences()
const selection = useSelection()
const tell = useTellReplaced()
const retime = useRetime()

const anchor = ref<Anchor>('start')
const step = computed(() => frameTicks(document.rate))
const range = computed(() => effective.range)
const length = computed(() => (range.value ? range.value[1] - range.value[0] : 0))

/** Typed or dragged, seen as it goes. */
const percent = ref<number | null>(null)
let gesture: Gesture | null = null
let report: MoveReport = { replaced: 0 }
const startPercent = (): void => {
  percent.value = 100
  gesture = document.begin('Keys stretched')
}
const showPercent = (value: number): void => {
  percent.value = value
  const recipe = scaledBy.value?.(value / 100)
  if (recipe) gesture?.preview((draft) => (report = recipe(draft)))
}
const endPercent = (take: boolean): void => {
  if (take) gesture?.commit()
  else gesture?.cancel()
  if (take) tell(report)
  gesture = null
  percent.value = null
}
// What stays is settled when a drag begins: the keys themselves move under it.
const scaledBy = computed(() => {
  const { keys } = effective
  return keys.length > 0 ? (factor: number) => retime.scaled(anchor.value, factor) : null
})
const setLength = (ticks: number): void => {
  if (!(ticks > 0) || length.value === 0) {
    toast('A length has to be above nothing. It was kept.')
    return
  }
  const recipe = retime.scaled(anchor.value, ticks / length.value)
  if (recipe) tell(document.apply('Length set', recipe))
}
/** A start slides everything; with ripple on what follows comes along. */
const setStart = (to: Ticks): void => {
  if (!range.value) return
  const by = to - range.value[0]
  const { keys } = effective
  if (preferences.ripple)
    document.apply('Keys moved with what follows', (draft) =>
      rippleKeys(draft, {
        scene: document.sceneId,
        layers: [...new Set(keys.map(({ layer }) => layer))],
        from: range.value![0],
        byTicks: by,
      }),
    )
  else tell(document.apply('Keys moved', (draft) => moveKeys(draft, keys, by)))
}
const setEnd = (to: Ticks): void => {
  if (range.value && to !== range.value[0]) retime.onto('End set', [range.value[0], to])
}
const stepTime = (which: 'start' | 'end' | 'length', frames: number): void => {
  if (!range.value) return
  const by = frames * step.value
  if (which === 'start') setStart(asTicks(range.value[0] + by))
  else if (which === 'end') setEnd(asTicks(range.value[1] + by))
  else setLength(length.value + by)
}

const markers = computed(() => document.scene?.markers ?? [])
const from = ref('')
const to = ref('')
const between = computed(() => {
  const [first, last] = [from.value || markers.value[0]?.id, to.value || markers.value[1]?.id].map((id) =>
    markers.value.find((marker) => marker.id === id),
  )
  return first && last && first.t !== last.t ? ([first.t, last.t] as const) : null
})
const pin = (): void => {
  const [only] = selection.keys
  if (selection.keys.length === 1 && only) pinned.pin(only)
  else if (pinned.ref) pinned.pin(null)
  else toast('Select the one key that is to stay first.')
}
const lands = computed(() => retime.frames.value)
const offFrames = computed(() => lands.value.filter((frame) => !Number.isInteger(frame)).length)
const SHOWN = 24
</script>

<template>
  <template v-if="range">
    <div class="pair">
      <TimeRow
        label="Start"
        name="Start of the selection"
        :time="range[0]"
        @take="setStart"
        @step="(frames) => stepTime('start', frames)"
      />
      <TimeRow
        label="End"
        name="End of the selection, time"
        :time="range[1]"
        @take="setEnd"
        @step="(frames) => stepTime('end', frames)"
      />
      <TimeRow
        label="Length"
        name="Length of the selection"
        :time="asTicks(length)"
        @take="setLength"
        @step="(frames) => stepTime('length', frames)"
      />
      <NumberField
        show-label
        label="To"
        name="Stretch to"
        unit="%"
        :min="-1000"
        :max="10000"
        :model-value="percent ?? 100"
        :disabled="length === 0"
        @start="startPercent"
        @input="showPercent"
        @done="endPercent(true)"
        @cancel="endPercent(false)"
      />
    </div>
    <label class="line">
      About
      <select v-model="anchor" class="field grow" aria-label="What stays">
        <option v-for="choice in retime.anchors.value" :key="choice.anchor" :value="choice.anchor">
          {{ choice.label }}
        </option>
      </select>
      <button
        type="button"
        class="button small"
        :title="
          pinned.ref
            ? 'Let the pinned key go'
            : 'Pin the selected key: the bracket with Alt stretches about it'
        "
        @click="pin"
      >
        <component
          :is="pinned.ref && selection.keys.length !== 1 ? PinOff : Pin"
          :size="14"
          aria-hidden="true"
        />
        {{ pinned.ref && selection.keys.length !== 1 ? 'Unpin' : 'Pin key' }}
      </button>
    </label>
    <div class="line">
      <button
        type="button"
        class="button small"
        :title="keysOf('reverse')"
        @click="props.actions.run('reverse', false)"
      >
        <FlipHorizontal2 :size="14" aria-hidden="true" />Reverse
      </button>
      <button type="button" class="button small" @click="props.actions.run('thereAndBack', false)">
        <Undo2 :size="14" aria-hidden="true" />There and back
      </button>
      <button
        type="button"
        class="button small"
        :title="keysOf('toPlayhead')"
        @click="props.actions.run('toPlayhead', false)"
      >
        To playhead
      </button>
    </div>
    <div class="line">
      <button
        type="button"
        class="button small"
        :disabled="length === 0"
        @click="retime.onto('Fit to the play range', playback.range)"
      >
        Fit to play range
      </button>
      <label class="line"><input v-model="preferences.landOnFrames" type="checkbox" />land on frames</label>
    </div>
    <div v-if="markers.length > 1" class="line">
      Fit from
      <select v-model="from" class="field grow" aria-label="From marker">
        <option v-for="(marker, i) in markers" :key="marker.id" :value="i === 0 ? '' : marker.id">
          {{ marker.name }}
        </option>
      </select>
      to
      <select v-model="to" class="field grow" aria-label="To marker">
        <option v-for="(marker, i) in markers" :key="marker.id" :value="i === 1 ? '' : marker.id">
          {{ marker.name }}
        </option>
      </select>
      <button
        type="button"
        class="button small"
        :disabled="!between || length === 0"
        @click="between && retime.onto('Fit between markers', between)"
      >
        Fit
      </button>
    </div>
    <p class="note">
      {{ numberWords(length / step, 2) }} f, {{ numberWords(secondsOfTicks(length), 3) }} s;
      {{ offFrames === 0 ? 'all on whole frames.' : `${offFrames} between frames.` }}
    </p>
    <p class="lands mono" aria-label="Frames the keys stand on">
      <span v-for="frame in lands.slice(0, SHOWN)" :key="frame" :class="{ off: !Number.isInteger(frame) }">{{
        numberWords(frame, 2)
      }}</span>
      <span v-if="lands.length > SHOWN">and {{ lands.length - SHOWN }} more</span>
    </p>
  </template>
  <p v-else class="note">
    Select keys, spans, lanes or layers: their bracket over the lanes stretches them, and here they are
    stretched in numbers.
  </p>
</template>

<style scoped>
.lands {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
  font-size: 0.6875rem;
}

.lands span {
  padding: 0 4px;
  border: 1px solid var(--rule);
  border-radius: 3px;
}

.lands .off {
  border-color: var(--pencil);
  border-style: dashed;
}
</style>
