<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { rollAsKeys, setRolls } from '@arrow-bend/core/edit'
import { fittingRoll, skidOf } from '@arrow-bend/core/match'
import type { Layer, LayerRoll } from '@arrow-bend/core/scene'
import EditField from '../../gesture/EditField.vue'
import NumberField from '../../ui/NumberField.vue'
import SegmentedChoice from '../../ui/SegmentedChoice.vue'
import { useToldStep } from '../../command/useToldStep.ts'
import { useDocument, type Recipe } from '../../session/document/document.ts'
import { useSelection } from '../../session/selection/selection.ts'
import { useMatchRuns } from '../../session/view/matchRuns.ts'
import { numberWords } from '../../ui/numberWords.ts'
import FrameBars from './FrameBars.vue'
import LayerSelect from './LayerSelect.vue'

/** Whether a wheel turns as far as it travels: how far it skids a frame, and the tie that lets it roll. */
const document = useDocument()
const selection = useSelection()
const store = useMatchRuns()
const told = useToldStep()

const travels = ({ properties }: Layer): boolean =>
  (properties['position']?.keys.length ?? 0) > 1 &&
  !properties['position']!.split &&
  properties['turn'] !== undefined
const candidates = computed(() => (document.scene?.layers ?? []).filter(travels))
const turns = (layer: Layer): boolean =>
  layer.rolls !== undefined || layer.properties['turn']!.keys.length > 1
const wanted = ref<string | null>(null)
const layer = computed(
  () =>
    candidates.value.find(({ id }) => id === wanted.value) ??
    candidates.value.find(({ id }) => selection.hasLayer(id)) ??
    candidates.value.find(turns) ??
    candidates.value[0] ??
    null,
)
/** What a hand-made turn fits. */
const fitting = computed(() => layer.value && fittingRoll(layer.value, document.bends))
const radius = ref(60)
const side = ref<'left' | 'right'>('right')
watch(
  () => layer.value?.id,
  () => {
    const known = layer.value?.rolls ?? fitting.value
    if (!known) return
    radius.value = Math.round(known.radius * 100) / 100
    side.value = known.side ?? 'right'
  },
  { immediate: true },
)
const asked = computed((): LayerRoll => layer.value?.rolls ?? { radius: radius.value, side: side.value })
const skid = computed(() => {
  const { scene } = document
  if (!scene || !layer.value || layer.value.rolls) return null
  return skidOf(scene, layer.value, asked.value, document.bends)
})
const isRolling = computed(
  () => layer.value?.rolls !== undefined || (skid.value !== null && Math.abs(skid.value.most.px) < 0.01),
)
const words = computed(() => {
  const now = layer.value
  if (!now) return 'No layer of this scene travels a route: there is nothing that could roll.'
  if (now.rolls) return `“${now.name}” rolls: its turn follows its route at every moment, and never skids.`
  if (!skid.value) return ''
  const { most, whole } = skid.value
  if (isRolling.value)
    return `With a radius of ${numberWords(radius.value)} px it does not skid: it turns just as far as it travels.`
  return `With a radius of ${numberWords(radius.value)} px it skids by up to ${numberWords(Math.abs(most.px), 2)} px a frame (frame ${most.frame}), ${numberWords(whole, 1)} px in all.`
})
/** The frames it skids most at, the worst first. */
const worst = computed(() => {
  const { slips = [], first = 0 } = skid.value ?? {}
  return Array.from(slips, (px, i) => ({ frame: first + i, px }))
    .filter(({ px }) => Math.abs(px) >= 0.01)
    .sort((a, b) => Math.abs(b.px) - Math.abs(a.px))
    .slice(0, 8)
})
const layerRef = computed(() => ({ scene: document.sceneId, layer: layer.value!.id }))
const roll = (): void => {
  const [ref, rolls] = [layerRef.value, asked.value]
  const first = layer.value!.properties['turn']!
  const offset = (first.keys[0]?.value ?? first.value) as number
  document.apply('Rolls along its route', (draft) =>
    setRolls(draft, ref, { ...rolls, ...(offset ? { offset } : {}) }),
  )
}
const lift = (): void => {
  const ref = layerRef.value
  const count = document.apply('Roll written as keys', (draft) => rollAsKeys(draft, ref))
  if (count !== null) told(`${count} turn keys play the same.`)
}
const rolls = (change: Partial<LayerRoll>): Recipe<unknown> => {
  const [ref, now] = [layerRef.value, asked.value]
  return (draft) => setRolls(draft, ref, { ...now, ...change })
}
const SIDES = [
  { value: 'right', label: 'On its right', hint: 'Turns clockwise as it goes to the right' },
  { value: 'left', label: 'On its left', hint: 'Turns the other way' },
] as const
const chosenSide = computed({
  get: () => asked.value.side ?? 'right',
  set: (to) => {
    side.value = to
    if (layer.value?.rolls) document.apply('Side of the roll', rolls({ side: to }))
  },
})
</script>

<template>
  <div class="view">
    <div class="side">
      <LayerSelect
        label="Wheel"
        name="Layer that is to roll"
        :layers="candidates"
        :layer="layer"
        @choose="(id) => (wanted = id)"
      />
      <template v-if="layer">
        <EditField
          v-if="layer.rolls"
          show-label
          label="Radius"
          unit="px"
          :digits="2"
          :min="0.01"
          :model-value="layer.rolls.radius"
          edit="Radius of the roll"
          :recipe="(value: number) => rolls({ radius: value })"
        />
        <NumberField
          v-else
          show-label
          label="Radius"
          unit="px"
          :digits="2"
          :min="0.01"
          :model-value="radius"
          @input="(value) => (radius = value)"
        />
        <SegmentedChoice v-model="chosenSide" label="Side it rolls on" :options="SIDES" />
        <p class="words" :class="{ still: isRolling }" role="status">{{ words }}</p>
        <button v-if="layer.rolls" type="button" class="button" @click="lift">Write the turn as keys</button>
        <button v-else type="button" class="button button-primary" @click="roll">Let it roll</button>
        <button
          v-if="!layer.rolls && fitting"
          type="button"
          class="button"
          @click="((radius = Math.round(fitting.radius * 100) / 100), (side = fitting.side))"
        >
          Use the radius its turn fits: {{ numberWords(fitting.radius, 1) }} px
        </button>
        <template v-if="worst.length > 0">
          <h3>Where it skids most</h3>
          <ul>
            <li v-for="{ frame, px } in worst" :key="frame">
              <span class="grow">frame {{ frame }}</span>
              <span class="mono">{{ px > 0 ? '+' : '' }}{{ numberWords(px, 2) }} px</span>
            </li>
          </ul>
        </template>
        <label class="check">
          <input v-model="store.onStage" type="checkbox" /> Draw it under the route on the Desk, too
        </label>
      </template>
      <p v-else class="words">{{ words }}</p>
    </div>
    <section class="pictures" aria-label="How it skids">
      <FrameBars
        v-if="skid"
        :values="skid.slips"
        :first="skid.first"
        unit="px a frame; above 0 it turns too far"
        label="Skid"
      />
      <p v-else-if="layer?.rolls" class="text-ink-2">Nothing to draw: a layer that rolls cannot skid.</p>
    </section>
  </div>
</template>

<style scoped src="./view.css"></style>
