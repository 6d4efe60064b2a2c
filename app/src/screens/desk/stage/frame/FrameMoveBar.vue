<script setup lang="ts">
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, Trash2 } from '@lucide/vue'
import { computed, type Component } from 'vue'
import { isSameBend, PLAIN_EASES } from '@arrow-bend/core/bend'
import {
  retimedStops,
  withoutStop,
  withStopAfter,
  withStopAt,
  type ReadyFrameMove,
} from '@arrow-bend/core/edit'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import EditField from '../../../../gesture/EditField.vue'
import SeveralStillsRow from './SeveralStillsRow.vue'
import { stopName } from './stopName.ts'
import type { FrameMoving, MoveStart } from './useFrameMove.ts'
import { vTopBar } from '../../../../ui/topBar.ts'

/** Ready frame moves, when the move begins and how long it is, and its stops. */
const props = defineProps<{ moving: FrameMoving }>()
const { still, stills, stops, chosen, kept, span, trouble, movesOtherwise, percent, sameSize, bend } =
  props.moving

const document = useDocument()
const stageView = useStageView()

const READY: readonly { kind: ReadyFrameMove; label: string; icon: Component }[] = [
  { kind: 'panLeft', label: 'Pan to the left', icon: ArrowLeft },
  { kind: 'panRight', label: 'Pan to the right', icon: ArrowRight },
  { kind: 'panUp', label: 'Tilt up', icon: ArrowUp },
  { kind: 'panDown', label: 'Tilt down', icon: ArrowDown },
]
const AS_DRAWN = 'as drawn'
const bendName = computed({
  // What overshoots would show what lies past the last frame, and what holds would not move.
  get: () => PLAIN_EASES.find((one) => isSameBend(one.bend, bend.value))?.name ?? AS_DRAWN,
  set: (name) => {
    const found = PLAIN_EASES.find((one) => one.name === name)
    if (found) bend.value = found.bend
  },
})
const frame = computed(() => frameTicks(document.rate))
const inFrames = (ticks: number): number => ticks / frame.value
const inTicks = (frames: number) => asTicks(Math.round(frames) * frame.value)
const time = computed(() => ({ from: stops.value[0]!.t, to: stops.value.at(-1)!.t }))
const isWhole = computed(() => time.value.from === span.value[0] && time.value.to === span.value[1])
/** The chosen stop where it lies between others, which alone may come and go. */
const between = computed(() =>
  chosen.value > 0 && chosen.value < stops.value.length - 1 ? chosen.value : null,
)

let started: MoveStart | null = null
const begin = (): void => {
  started = props.moving.begin()
}
/** An edit of what a field began with; what cannot be is refused by it. */
const changed = (change: (start: MoveStart) => MoveStart['stops']): Recipe<unknown> => {
  const start = started!
  return (draft) => props.moving.recipeOf(start, change(start))(draft)
}
const timeRecipe =
  (which: 'from' | 'length') =>
  (frames: number): Recipe<unknown> =>
    changed((start) => {
      const [from, to] = [start.stops[0]!.t, start.stops.at(-1)!.t]
      const begins = which === 'from' ? inTicks(frames) : from
      const length = which === 'length' ? inTicks(frames) : to - from
      return retimedStops(start.stops, { from: begins, to: asTicks(begins + length), frame: frame.value })
    })
const stopRecipe = (frames: number): Recipe<unknown> => {
  const which = between.value!
  return changed(({ stops: was }) => withStopAt(was, which, { t: inTicks(frames), frame: frame.value }))
}
const apply = (label: string, change: (start: MoveStart) => MoveStart['stops']): void => {
  begin()
  document.apply(label, changed(change))
}
/** Between the chosen stop and the next, or before the last. */
const addStop = (): void => {
  const after = Math.min(chosen.value, stops.value.length - 2)
  apply('Stop added', ({ stops: was }) => withStopAfter(was, after, frame.value))
  chosen.value = after + 1
}
const removeStop = (): void => apply('Stop taken away', ({ stops: was }) => withoutStop(was, between.value!))
const fillSpan = (): void =>
  apply('Frame move retimed', ({ stops: was }) =>
    retimedStops(was, { from: span.value[0], to: span.value[1], frame: frame.value }),
  )
</script>

<template>
  <div v-top-bar class="float bar" role="group" aria-label="Frame move" @pointerdown.stop>
    <div class="row">
      <b>Frame move</b>
      <template v-if="still && !trouble">
        <button type="button" class="button small" @click="moving.makeReady('pushIn')">Push in</button>
        <button type="button" class="button small" @click="moving.makeReady('pullOut')">Pull out</button>
        <span>Pan</span>
        <IconButton
          v-for="{ kind, label, icon } in READY"
          :key="kind"
          small
          :icon="icon"
          :label="label"
          @press="moving.makeReady(kind)"
        />
        <NumberField
          class="field-by"
          show-label
          label="By"
          name="Size of a ready move"
          unit="%"
          :digits="0"
          :min="1"
          :max="95"
          :model-value="percent"
          @input="(value: number) => (percent = value)"
        />
        <label class="same" title="All frames keep one size"
          ><input v-model="sameSize" type="checkbox" />one size</label
        >
      </template>
      <button type="button" class="button small" @click="stageView.tool = 'pointer'">Done</button>
    </div>
    <div v-if="still && !trouble" class="row">
      <EditField
        class="field-time"
        show-label
        label="From"
        name="Move begins"
        unit="f"
        :digits="0"
        :min="0"
        :max="1000000"
        :model-value="inFrames(time.from)"
        edit="Frame move retimed"
        :recipe="timeRecipe('from')"
        @start="begin"
      />
      <EditField
        class="field-time"
        show-label
        label="Lasts"
        name="Move lasts"
        unit="f"
        :digits="0"
        :min="1"
        :max="1000000"
        :model-value="inFrames(time.to - time.from)"
        edit="Frame move retimed"
        :recipe="timeRecipe('length')"
        @start="begin"
      />
      <select
        v-model="bendName"
        class="field"
        aria-label="Bend of the move"
        title="How it sets off and arrives; the Bend panel shapes it further"
      >
        <option v-for="{ name, label } in PLAIN_EASES" :key="name" :value="name">{{ label }}</option>
        <option v-if="bendName === AS_DRAWN" :value="AS_DRAWN">As drawn</option>
      </select>
      <button
        v-if="!isWhole"
        type="button"
        class="button small"
        title="From the first frame the layer shows to the last"
        @click="fillSpan"
      >
        Fill its stretch
      </button>
      <button type="button" class="button small" title="One more frame to pass on the way" @click="addStop">
        Add a stop
      </button>
      <template v-if="between !== null">
        <EditField
          class="field-stop"
          show-label
          :label="`${stopName(between, stops.length)} at`"
          name="Stop is passed at"
          unit="f"
          :digits="0"
          :min="0"
          :max="1000000"
          :model-value="inFrames(stops[between]!.t)"
          edit="Stop retimed"
          :recipe="stopRecipe"
          @start="begin"
        />
        <IconButton small :icon="Trash2" label="Take the stop away" @press="removeStop" />
      </template>
    </div>
    <SeveralStillsRow v-if="stills.length > 1" :moving="moving" />
    <p v-if="movesOtherwise" class="note">
      It moves by keys of its own, which a frame move takes the place of.
    </p>
    <p v-else-if="still && !kept && !trouble" class="note">Not made yet: drag a frame, or choose a move.</p>
  </div>
</template>

<style scoped src="../stageBar.css"></style>
<style scoped>
.field-by {
  width: 76px;
}

.field-time {
  width: 92px;
}

.field-stop {
  width: 112px;
}

.same {
  display: flex;
  align-items: center;
  gap: 4px;
}

.note {
  color: var(--ink-2);
}
</style>
