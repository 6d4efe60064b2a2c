<script setup lang="ts">
import { computed } from 'vue'
import { asHandles } from '@arrow-bend/core/fit'
import { changeBends } from '@arrow-bend/core/edit'
import EditField from '../../../gesture/EditField.vue'
import type { Recipe } from '../../../session/document/document.ts'
import { withSide, type Side } from '../../../chart/plot/spanNumbers.ts'
import { useLinkedBends } from '../../../session/selection/linkedBends.ts'
import { numberWords } from '../../../ui/numberWords.ts'
import type { MatchEntry } from '../useMatch.ts'

/** A run in numbers; the handles of a single span can be changed here. */
const props = defineProps<{ letter: string; hue: string; entry: MatchEntry }>()

const linked = useLinkedBends()
const read = computed(() => props.entry.read!)
const index = computed(() => {
  const { compiled, ref } = props.entry
  return compiled!.keys.findIndex(({ id }) => id === ref.from)
})
const isSingle = computed(() => read.value.keys.length === 2)
const keysWords = computed(() => `keys ${index.value + 1} to ${index.value + read.value.keys.length}`)
const handles = computed(() => {
  const bend = isSingle.value ? props.entry.compiled!.bends[index.value]! : null
  return bend && (bend.kind === 'handles' || bend.kind === 'linear') ? asHandles(bend) : null
})
/** The same for as long as the run is: nothing is made anew as its bend changes. */
const ref = computed(() => props.entry.ref)
const span = computed(() => ({ ...ref.value, key: ref.value.from }))
const reach = computed(() => linked.reach([span.value]))
const recipeOf =
  (side: Side, part: 'reach' | 'rise') =>
  (value: number): Recipe<unknown> => {
    const at = span.value
    return (draft) =>
      changeBends(draft, [at], (bend) => {
        const own = asHandles(bend)[side]
        return withSide(bend, side, { reach: own.reach, rise: own.rise, [part]: value / 100 })
      })
  }
/** Made once, so that a field whose number stays is left alone. */
const SIDES = (['leave', 'arrive'] as const).map((side) => ({
  side,
  label: side === 'leave' ? 'Leave' : 'Arrive',
  recipes: { reach: recipeOf(side, 'reach'), rise: recipeOf(side, 'rise') },
}))
</script>

<template>
  <section
    class="run"
    :style="{ '--hue': `var(--hue-${hue})` }"
    :aria-label="`${letter}: ${entry.layer} ${entry.property}`"
  >
    <h3>
      <span class="letter" aria-hidden="true">{{ letter }}</span>
      <span class="truncate" :title="`${entry.layer} ${entry.property}`"
        ><b>{{ entry.layer }}</b> {{ entry.property }}</span
      >
    </h3>
    <p class="facts">
      <span>{{ keysWords }}{{ reach && `, ${reach}` }}</span>
      <span>{{ numberWords(read.run.change, 1) }} {{ entry.unit }}</span>
    </p>
    <div v-if="handles" class="sides">
      <div v-for="{ side, label, recipes } in SIDES" :key="side">
        <EditField
          show-label
          :label="label"
          :name="`${letter}: ${label} reach`"
          unit="%"
          :digits="0"
          :min="0"
          :max="100"
          :model-value="handles[side].reach * 100"
          edit="Reach set"
          view="panel"
          :recipe="recipes.reach"
        />
        <EditField
          show-label
          label="Rise"
          :name="`${letter}: ${label} rise`"
          unit="%"
          :digits="0"
          :min="-900"
          :max="900"
          :model-value="handles[side].rise * 100"
          edit="Rise set"
          view="panel"
          :recipe="recipes.rise"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.run {
  padding-top: 5px;
  border-top: 3px solid var(--hue);
}

h3 {
  display: flex;
  align-items: center;
  gap: 6px;
}

.letter {
  display: grid;
  width: 17px;
  height: 17px;
  flex: none;
  border-radius: 50%;
  background: var(--hue);
  color: var(--sheet-2);
  font-size: 0.75rem;
  font-weight: 700;
  place-items: center;
}

.facts {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  margin: 2px 0 3px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.sides {
  display: grid;
  gap: 4px;
  grid-template-columns: 1fr 1fr;
}

.sides > div {
  display: grid;
  gap: 3px;
}
</style>
