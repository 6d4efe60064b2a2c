<script setup lang="ts">
import { computed, ref } from 'vue'
import { PLAIN_EASES, type QuickBendName } from '@arrow-bend/core/bend'
import {
  drawLineOn,
  revealLayers,
  revealThroughShape,
  splitIntoPanels,
  type PanelFrom,
  type Panels,
  type RevealFrom,
  type RevealShape,
} from '@arrow-bend/core/edit'
import { layerById, showsPicture } from '@arrow-bend/core/scene'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import NumberField from '../../../../ui/NumberField.vue'

/** How layers come to be seen, from the playhead on: opened by a moving edge, drawn on, or sliding in as panels of the frame. */
const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const tell = useToldStep()
const stageView = useStageView()

const length = ref(24)
const course = ref<QuickBendName>('easeBoth')
const gap = ref(12)
const stagger = ref(4)
const slant = ref(0)
const panelFrom = ref<PanelFrom>('turns')
const FROM: readonly { from: PanelFrom; label: string }[] = [
  { from: 'turns', label: 'from both ends by turns' },
  { from: 'first', label: 'from above or the left' },
  { from: 'last', label: 'from below or the right' },
]
const SIDES: readonly { from: RevealFrom; label: string }[] = [
  { from: 'left', label: 'Left' },
  { from: 'right', label: 'Right' },
  { from: 'top', label: 'Above' },
  { from: 'bottom', label: 'Below' },
  { from: 'middle', label: 'Middle' },
]
const SHAPES: readonly { shape: RevealShape; label: string }[] = [
  { shape: 'circle', label: 'Circle' },
  { shape: 'box', label: 'Box' },
  { shape: 'own', label: 'Its outline' },
]
const PANELS: readonly { stand: Panels['stand']; label: string }[] = [
  { stand: 'upright', label: 'Side by side' },
  { stand: 'level', label: 'One above another' },
]
const layers = computed(() =>
  selection.layers.flatMap((id) => (document.scene ? (layerById(document.scene, id) ?? []) : [])),
)
const cropped = computed(() => layers.value.filter(({ properties }) => properties['crop left']))
const pictured = computed(() => layers.value.filter(showsPicture))
const seen = computed(() => layers.value.filter(({ kind }) => kind !== 'sound'))
const lines = computed(() => layers.value.filter(({ properties }) => properties['trim end']))
const idsOf = (some: readonly { readonly id: string }[]): string[] => some.map(({ id }) => id)

const bend = () => PLAIN_EASES.find(({ name }) => name === course.value)!.bend
const ticks = (): number => Math.round(length.value) * frameTicks(document.rate)
const apply = (label: string, recipe: Recipe<unknown>, words: string): void => {
  const before = document.lastStep
  document.apply(label, recipe)
  if (document.lastStep !== before) tell(words)
}
const reveal = (from: RevealFrom): void => {
  const [begin, end] = [playback.time, asTicks(playback.time + ticks())]
  const how = { from, begin, end, bend: bend(), makeId: document.makeId }
  const ids = idsOf(cropped.value)
  apply(
    'Revealed',
    (draft) => revealLayers(draft, document.sceneId, ids, how),
    'Opens from the playhead on; its edges share one bend of the library.',
  )
}
/** Through a shape that grows, a layer of its own. */
const open = (shape: RevealShape): void => {
  const [begin, end] = [playback.time, asTicks(playback.time + ticks())]
  const boxOf = (id: string) => stageView.boxOf([id])
  const how = { shape, begin, end, bend: bend(), makeId: document.makeId, boxOf }
  const ids = idsOf(shape === 'own' ? lines.value : seen.value)
  apply(
    'Revealed through a shape',
    (draft) => revealThroughShape(draft, document.sceneId, ids, how),
    'Opens from the playhead on, through a layer of its own that can be moved and bent.',
  )
}
const drawOn = (): void => {
  const when = { from: playback.time, to: asTicks(playback.time + ticks()), bend: bend() }
  const ids = idsOf(lines.value)
  apply(
    'Line drawn on',
    (draft) => drawLineOn(draft, document.sceneId, ids, { ...when, makeId: document.makeId }),
    'Drawn on from the playhead on: its lane is “Trim end”.',
  )
}
const split = (stand: Panels['stand']): void => {
  const times = { begin: playback.time, length: ticks(), stagger: stagger.value }
  const how = {
    stand,
    slant: slant.value,
    from: panelFrom.value,
    gap: gap.value,
    ...times,
    bend: bend(),
    makeId: document.makeId,
  }
  const ids = idsOf(pictured.value)
  apply(
    'Split into panels',
    (draft) => splitIntoPanels(draft, document.sceneId, ids, how),
    slant.value === 0
      ? 'They slide in from the playhead on, bent as one; crops keep each to its part.'
      : 'They slide in from the playhead on, bent as one; a mask that travels along keeps each to its part.',
  )
}
</script>

<template>
  <template v-if="seen.length > 0">
    <div class="pair">
      <NumberField
        show-label
        label="Takes"
        name="Frames it takes"
        unit="f"
        :digits="0"
        :min="1"
        :max="100000"
        :model-value="length"
        @input="(value: number) => (length = Math.round(value))"
      />
      <select v-model="course" class="field" aria-label="How it sets off and arrives">
        <option v-for="{ name, label } in PLAIN_EASES" :key="name" :value="name">{{ label }}</option>
      </select>
    </div>
    <template v-if="cropped.length > 0">
      <h3>Opened by an edge, from</h3>
      <div class="line">
        <button
          v-for="{ from, label } in SIDES"
          :key="from"
          type="button"
          class="button small grow"
          :aria-label="`Reveal from: ${label.toLowerCase()}`"
          @click="reveal(from)"
        >
          {{ label }}
        </button>
      </div>
    </template>
    <template v-if="pictured.length > 1">
      <h3>Panels of the frame</h3>
      <div class="pair">
        <NumberField
          show-label
          label="Gap"
          name="Gap between panels"
          unit="px"
          :digits="0"
          :min="0"
          :max="10000"
          :model-value="gap"
          @input="(value: number) => (gap = value)"
        />
        <NumberField
          show-label
          label="Next after"
          name="Frames from one panel to the next"
          unit="f"
          :digits="0"
          :min="0"
          :max="100000"
          :model-value="stagger"
          @input="(value: number) => (stagger = Math.round(value))"
        />
      </div>
      <div class="pair">
        <NumberField
          show-label
          label="Lean"
          name="How far panels lean"
          unit="°"
          :digits="1"
          :min="-60"
          :max="60"
          :model-value="slant"
          @input="(value: number) => (slant = value)"
        />
        <select v-model="panelFrom" class="field" aria-label="From where panels slide in">
          <option v-for="one in FROM" :key="one.from" :value="one.from">{{ one.label }}</option>
        </select>
      </div>
      <div class="line">
        <button
          v-for="{ stand, label } in PANELS"
          :key="stand"
          type="button"
          class="button small grow"
          @click="split(stand)"
        >
          {{ label }}
        </button>
      </div>
    </template>
    <template v-if="lines.length > 0">
      <h3>Its line</h3>
      <div class="line">
        <button type="button" class="button small grow" @click="drawOn">Draw the line on</button>
      </div>
    </template>
    <template v-if="seen.length > 0">
      <h3>Through a shape that grows</h3>
      <div class="line">
        <button
          v-for="{ shape, label } in SHAPES"
          v-show="shape !== 'own' || lines.length > 0"
          :key="shape"
          type="button"
          class="button small grow"
          :aria-label="`Reveal through: ${label.toLowerCase()}`"
          @click="open(shape)"
        >
          {{ label }}
        </button>
      </div>
    </template>
    <p class="note">
      It begins at the playhead. Through any other layer: choose it at “seen through” in the layer’s menu.
    </p>
  </template>
  <p v-else class="note">
    Select layers: pictures, clips and shown scenes open by an edge, anything through a shape, lines are drawn
    on.
  </p>
</template>
