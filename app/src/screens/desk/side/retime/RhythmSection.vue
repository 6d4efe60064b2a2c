<script setup lang="ts">
import { computed, ref } from 'vue'
import { compileBend } from '@arrow-bend/core/bend'
import { keyTimes } from '@arrow-bend/core/choose'
import { distributeKeys, warpKeys, type MoveReport } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import BendTiles from '../BendTiles.vue'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'
import PreviewButtons from './PreviewButtons.vue'
import { useBendChoices } from '../../useBendChoices.ts'
import { usePreview } from '../../../../session/document/usePreview.ts'

/** Bends the times of the selected keys themselves: they keep their order, but come ever faster or slower. */
const document = useDocument()
const effective = useEffectiveSelection()
const selection = useSelection()
const tell = useTellReplaced()

const choices = useBendChoices()
const chosen = ref(1)
const bend = computed(() => choices.value[Math.min(chosen.value, choices.value.length - 1)]!)

const edit = computed(() => {
  const { keys } = effective
  const { bend: curve } = bend.value
  if (keys.length < 2) return null
  return {
    label: 'Rhythm bent',
    recipe: (draft: Parameters<typeof warpKeys>[0]): MoveReport => warpKeys(draft, keys, curve),
  }
})
const look = usePreview(() => edit.value)
const choose = (i: number): void => void (chosen.value = i)

const SIZE = 118
const PAD = 8
/** The keys' times before, along the foot, and after, up the side, with the bend between. */
const plot = computed(() => {
  const times = document.committed ? keyTimes(document.committed, effective.keys) : []
  const [from, to] = [times[0] ?? 0, times[times.length - 1] ?? 1]
  const curve = compileBend(bend.value.bend)
  const place = (share: number): number => PAD + share * (SIZE - 2 * PAD)
  const points = Array.from(
    { length: 41 },
    (_, i) => `${place(i / 40)},${SIZE - place(curve.progress(i / 40))}`,
  )
  const step = Math.max(1, Math.ceil(times.length / 40))
  return {
    line: points.join(' '),
    ticks: times
      .filter((_time, i) => i % step === 0)
      .map((time) => {
        const u = (time - from) / Math.max(1, to - from)
        return { x: place(u), y: SIZE - place(curve.progress(u)) }
      }),
  }
})
const spread = (by: 'time' | 'distance'): void => {
  const { keys } = effective
  tell(
    document.apply(by === 'time' ? 'Keys spread evenly' : 'Keys spread by distance', (draft) =>
      distributeKeys(draft, keys, by),
    ),
  )
}
const spans = computed(() => selection.spans.length)
</script>

<template>
  <div class="line top">
    <svg
      :width="SIZE"
      :height="SIZE"
      class="plot"
      role="img"
      aria-label="Times before, along; times after, up"
    >
      <line
        v-for="tick in plot.ticks"
        :key="`x${tick.x}`"
        :x1="tick.x"
        :x2="tick.x"
        :y1="SIZE - 1"
        :y2="tick.y"
        class="drop"
      />
      <line
        v-for="tick in plot.ticks"
        :key="`y${tick.x}`"
        x1="1"
        :x2="tick.x"
        :y1="tick.y"
        :y2="tick.y"
        class="drop"
      />
      <polyline :points="plot.line" class="curve" />
      <circle v-for="tick in plot.ticks" :key="`c${tick.x}`" :cx="tick.x" :cy="tick.y" r="2" />
    </svg>
    <BendTiles
      class="grow"
      label="By which bend"
      :choices="choices"
      :is-chosen="(_choice, i) => i === chosen"
      @choose="(_choice, i) => choose(i)"
    />
  </div>
  <p class="note">{{ bend.label }}: keys keep their order; the first and the last stay.</p>
  <PreviewButtons :look="look" label="Bend the times" :disabled="!edit" />
  <h3>Spread the keys of each lane</h3>
  <div class="line">
    <button type="button" class="button small" :disabled="!edit" @click="spread('time')">
      Evenly in time
    </button>
    <button
      type="button"
      class="button small"
      :disabled="!edit"
      title="So that the way between keys is gone at one pace"
      @click="spread('distance')"
    >
      By the way they go
    </button>
  </div>
  <p v-if="!edit" class="note">Select at least two keys{{ spans ? '' : ': a lane, a layer, or beads' }}.</p>
</template>

<style scoped>
.top {
  align-items: flex-start;
}

.plot {
  flex: none;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
}

.drop {
  stroke: var(--rule);
}

.curve {
  fill: none;
  stroke: var(--hue-time);
  stroke-width: 2;
}

circle {
  fill: var(--ink);
}
</style>
