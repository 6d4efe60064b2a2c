<script setup lang="ts">
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp } from '@lucide/vue'
import { ref } from 'vue'
import { EASE_BOTH } from '@arrow-bend/core/bend'
import { moveEachStill, shareTime, slideInDepth } from '@arrow-bend/core/edit'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import type { FrameMoving } from './useFrameMove.ts'

/** What is done with several selected stills at once: a move for each, or a slide past each other. */
const props = defineProps<{ moving: FrameMoving }>()
const { stills, percent, bend } = props.moving

const document = useDocument()

const inTurn = ref(false)
const overlap = ref(12)
/** Which moves they get; others each time they are asked for. */
const seed = ref(0)
/** What came of it. */
const said = ref('')

const moveEach = (): void => {
  seed.value += 1
  const { sceneId, makeId } = document
  const boxes = new Map(stills.value.map(({ layer, box }) => [layer, box]))
  const [by, isInTurn, plain] = [percent.value, inTurn.value, bend.value]
  const over = overlap.value * frameTicks(document.rate)
  const done = document.apply('Each a frame move', (draft) => {
    const left = isInTurn
      ? shareTime(draft, sceneId, [...boxes.keys()], { overlap: over, fade: EASE_BOTH, makeId })
      : []
    moveEachStill(draft, sceneId, boxes, { percent: by, seed: seed.value, bend: plain, makeId })
    return left
  })
  if (!done) return
  said.value =
    done.length > 0
      ? `Each moves. Left without a dissolve, as it fades already: ${done.join(', ')}.`
      : 'Each moves; press again for other moves.'
}

const factor = ref(50)
const WAYS = [
  { label: 'Slide to the left', icon: ArrowLeft, way: [-1, 0] },
  { label: 'Slide to the right', icon: ArrowRight, way: [1, 0] },
  { label: 'Slide up', icon: ArrowUp, way: [0, -1] },
  { label: 'Slide down', icon: ArrowDown, way: [0, 1] },
] as const
/** While all of them show. */
const slide = ([x, y]: readonly [number, number]): void => {
  const { sceneId, makeId, size } = document
  const ids = stills.value.map(({ layer }) => layer)
  const spans = document.scene!.layers.filter(({ id }) => ids.includes(id)).map(({ span }) => span)
  const from = asTicks(Math.max(...spans.map(([start]) => start)))
  const to = asTicks(Math.min(...spans.map(([, end]) => end)) - frameTicks(document.rate))
  const share = percent.value / 100
  const done = document.apply('Slid in depth', (draft) => {
    const by = [x * size[0] * share, y * size[1] * share] as const
    slideInDepth(draft, sceneId, ids, { by, factor: factor.value / 100, from, to, bend: bend.value, makeId })
    return true
  })
  if (done) said.value = 'They slide past each other while all show; the topmost goes furthest.'
}
</script>

<template>
  <div class="row" role="group" aria-label="All that is selected">
    <b>All {{ stills.length }}</b>
    <button
      type="button"
      class="button small"
      title="Pushes, pans and tilts by turns, one move a layer; again for others"
      @click="moveEach"
    >
      Give each a move
    </button>
    <label class="same" title="They share their time, one after another"
      ><input v-model="inTurn" type="checkbox" />in turn</label
    >
    <NumberField
      v-if="inTurn"
      class="field-over"
      show-label
      label="Over"
      name="Overlap for dissolves"
      unit="f"
      :digits="0"
      :min="0"
      :max="100000"
      :model-value="overlap"
      @input="(value: number) => (overlap = value)"
    />
    <span class="gap">Slide</span>
    <IconButton
      v-for="{ label, icon, way } in WAYS"
      :key="label"
      small
      :icon="icon"
      :label="label"
      @press="slide(way)"
    />
    <NumberField
      class="field-next"
      show-label
      label="Next goes"
      name="How far each layer goes beside the one above it"
      unit="%"
      :digits="0"
      :min="0"
      :max="100"
      :model-value="factor"
      @input="(value: number) => (factor = value)"
    />
  </div>
  <p class="note" role="status">{{ said }}</p>
</template>

<style scoped>
.note {
  color: var(--ink-2);
}

.note:empty {
  display: none;
}

.same {
  display: flex;
  align-items: center;
  gap: 4px;
}

.field-over {
  width: 84px;
}

.field-next {
  width: 112px;
}

.gap {
  margin-left: 8px;
}
</style>
