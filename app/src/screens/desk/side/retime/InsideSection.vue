<script setup lang="ts">
import { computed, ref } from 'vue'
import { PLAIN_EASES, type QuickBendName } from '@arrow-bend/core/bend'
import { changeLocalTime, type TimeChange } from '@arrow-bend/core/edit'
import { compiledOf, speedInto, valueInto } from '@arrow-bend/core/property'
import {
  hasLocalTime,
  layerById,
  layerTimeAt,
  LOCAL_TIME,
  playedProperty,
  sourceSeconds,
} from '@arrow-bend/core/scene'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import NumberField from '../../../../ui/NumberField.vue'
import { numberWords } from '../../../../ui/numberWords.ts'

/** How time runs within groups and shown scenes: at any speed, up and down, still, backwards, round and round. */
const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const tell = useToldStep()

const percent = ref(50)
const target = ref(25)
const rampFrames = ref(24)
const frozen = ref(24)
const times = ref(2)
const course = ref<QuickBendName>('easeBoth')
/** Ways a speed can change; what overshoots would run the other way for a moment. */
const COURSE_WORDS: Partial<Record<QuickBendName, string>> = {
  linear: 'evenly',
  easeOutOf: 'slowly at first',
  easeInto: 'slowly at last',
  easeBoth: 'smoothly',
}

const layers = computed(() => {
  const { scene } = document
  return scene
    ? selection.layers.flatMap((id) => layerById(scene, id) ?? []).filter((layer) => hasLocalTime(layer))
    : []
})
const one = new Float64Array(1)
/** Of the layer selected last, at the playhead: how far in it is, how long it lasts, s, and its speed, %. */
const now = computed(() => {
  const layer = layers.value.at(-1)
  const { scene, bends } = document
  if (!layer || !scene) return null
  const compiled = compiledOf(playedProperty(layer, LOCAL_TIME.name, bends), bends)
  const at = layerTimeAt(scene, layer.id, playback.time, bends)
  valueInto(one, compiled, at)
  const value = one[0]!
  speedInto(one, compiled, at)
  return { layer, value, speed: 100 * one[0]!, lasts: sourceSeconds(layer, scene, document.project!) }
})
const isOut = computed(
  () => now.value !== null && (now.value.value < 0 || now.value.value >= now.value.lasts),
)

const change = (label: string, what: TimeChange, words: string): void => {
  const ids = layers.value.map(({ id }) => id)
  const before = document.lastStep
  const count = document.apply(label, (draft) =>
    changeLocalTime(draft, document.sceneId, ids, what, document.makeId),
  )
  if (count && document.lastStep !== before) tell(count > 1 ? `${words} ${count} layers.` : words)
}
const framesOn = (count: number): ReturnType<typeof asTicks> =>
  asTicks(playback.time + Math.round(count) * frameTicks(document.rate))
const ramp = (): void =>
  change(
    'Speed ramped',
    {
      kind: 'ramp',
      percent: target.value,
      from: playback.time,
      to: framesOn(rampFrames.value),
      bend: PLAIN_EASES.find(({ name }) => name === course.value)!.bend,
    },
    `Comes to ${numberWords(target.value)} % within ${rampFrames.value} frames, and goes on at it.`,
  )
</script>

<template>
  <template v-if="now">
    <h3 class="truncate" :title="now.layer.name">
      {{ layers.length > 1 ? `${layers.length} layers` : now.layer.name }}
    </h3>
    <p class="note">
      At the playhead <b>{{ numberWords(now.value, 2) }} s</b> of {{ numberWords(now.lasts, 2) }} s, at
      <b>{{ numberWords(now.speed, 0) }} %</b
      >{{ isOut ? '; there it has run out, and one frame is held' : '' }}.
    </p>
    <div class="line">
      <NumberField
        class="grow"
        show-label
        label="All at"
        name="Speed inside"
        unit="%"
        :digits="0"
        :model-value="percent"
        @input="(value: number) => (percent = value)"
      />
      <button
        type="button"
        class="button small"
        @click="change('Speed inside set', { kind: 'speed', percent }, `Runs at ${numberWords(percent)} %.`)"
      >
        Set speed
      </button>
    </div>
    <h3>From the playhead on</h3>
    <div class="pair">
      <NumberField
        show-label
        label="Come to"
        name="Speed to come to"
        unit="%"
        :digits="0"
        :model-value="target"
        @input="(value: number) => (target = value)"
      />
      <NumberField
        show-label
        label="within"
        name="Frames the ramp takes"
        unit="f"
        :digits="0"
        :min="1"
        :max="1000000"
        :model-value="rampFrames"
        @input="(value: number) => (rampFrames = Math.round(value))"
      />
    </div>
    <div class="line">
      <select v-model="course" class="field grow" aria-label="How the speed changes">
        <option v-for="{ name } in PLAIN_EASES" :key="name" :value="name">{{ COURSE_WORDS[name] }}</option>
      </select>
      <button type="button" class="button small" @click="ramp">Ramp</button>
    </div>
    <div class="line">
      <NumberField
        class="grow"
        show-label
        label="Stand still"
        name="Frames it stands still"
        unit="f"
        :digits="0"
        :min="1"
        :max="1000000"
        :model-value="frozen"
        @input="(value: number) => (frozen = Math.round(value))"
      />
      <button
        type="button"
        class="button small"
        @click="
          change(
            'Frozen',
            { kind: 'freeze', at: playback.time, frames: frozen },
            `Stands still for ${frozen} frames; the rest comes later.`,
          )
        "
      >
        Freeze here
      </button>
    </div>
    <h3>All of it</h3>
    <div class="line">
      <button
        type="button"
        class="button small grow"
        @click="change('Turned backwards', { kind: 'reverse' }, 'Runs backwards.')"
      >
        Backwards
      </button>
      <button
        type="button"
        class="button small grow"
        title="All of it once, from the start of its span to the end"
        @click="change('Fitted to its span', { kind: 'fit' }, 'Runs once through its span.')"
      >
        Fit to its span
      </button>
    </div>
    <div class="line">
      <NumberField
        class="grow"
        show-label
        label="Go round"
        name="Times it goes round"
        unit="×"
        :digits="0"
        :min="1"
        :max="1000"
        :model-value="times"
        @input="(value: number) => (times = Math.round(value))"
      />
      <button
        type="button"
        class="button small"
        @click="
          change('Goes round', { kind: 'loop', times }, `Goes round ${times} times; its span is as long.`)
        "
      >
        Loop
      </button>
    </div>
    <p class="note">Its curve is the lane “Local time” of the layer, once it has keys: pull it there.</p>
  </template>
  <p v-else class="note">
    Select a group, a clip, or a layer that shows a scene: these have a time of their own inside. Other layers
    run with the scene.
  </p>
</template>
