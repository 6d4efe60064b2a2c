<script setup lang="ts">
import { computed } from 'vue'
import { joinSeams, type LoopEnd } from '@arrow-bend/core/edit'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument } from '../../../../session/document/document.ts'
import NumberField from '../../../../ui/NumberField.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import { numberWords } from '../../../../ui/numberWords.ts'
import { toast } from '../../../../ui/toast.ts'
import PreviewButtons from './PreviewButtons.vue'
import SeamPictures from './SeamPictures.vue'
import { useLoop, type LoopedProperty } from './useLoop.ts'
import { usePreview } from '../../../../session/document/usePreview.ts'

/** Going round for ever without a seam: the closing key, the rules, and what jumps where a round begins anew. */
const document = useDocument()
const { kind, turns, percent, outward, joined, playIt, typed, lasts, refs, edit, looped } = useLoop()
const tell = useToldStep()

const KINDS: readonly { value: LoopEnd['kind']; label: string; hint: string }[] = [
  { value: 'same', label: 'Return', hint: 'Ends as it began' },
  { value: 'turns', label: 'Turn', hint: 'Whole turns, for what turns for ever' },
  { value: 'ratio', label: 'Zoom', hint: 'Grows by the same ratio in the same time, for an endless zoom' },
  {
    value: 'link',
    label: 'Link',
    hint: 'A chain of copies goes on by one link, so that its end looks as its beginning',
  },
  { value: 'carryOn', label: 'Go on', hint: 'Each round goes on from where the last one ended' },
]
const FOR: Record<LoopEnd['kind'], string> = {
  same: 'what moves of the selected layers, or the selected properties',
  turns: 'the turn of the selected layers',
  ratio: 'the scale of the selected layers',
  link: 'the chain of copies of the selected layers, while it lies still',
  carryOn: 'what moves of the selected layers, or the selected properties',
}
const look = usePreview(() => edit.value)
const take = (): void => {
  const before = document.lastStep
  look.take()
  const report = look.report.value
  if (document.lastStep === before || !report) return
  const { looped: count, left, jumping } = report
  if (count === 0) toast(`Nothing loops this way: it is for ${FOR[kind.value]}.`)
  else if (jumping.length > 0)
    tell(
      `The speed of ${jumping[0]} jumps at the seam still: a hold, a family or a linked bend stands there, or its path turns.`,
    )
  else if (left.length > 0) tell(`${left.length} of these were left as they are: ${left[0]}.`)
}
const jumps = ({ seam }: LoopedProperty): { readonly value: number; readonly speed: number } => ({
  value: Math.max(...seam.value.map(Math.abs)),
  speed: Math.max(...seam.arrive.map((part, i) => Math.abs(part - seam.leave[i]!))),
})
/** Less than can be seen, in px, %, degrees or a share of a colour. */
const STILL = 1e-3
const rows = computed(() =>
  looped.value.map((one) => {
    const { value, speed } = jumps(one)
    const unit = one.unit && (one.unit === '°' ? '°' : ` ${one.unit}`)
    return {
      ...one,
      value: value < STILL ? '–' : `${numberWords(value, 2)}${unit}`,
      speed: speed < STILL ? '–' : `${numberWords(speed, 1)}${unit}/s`,
      isSmooth: speed < STILL,
    }
  }),
)
const match = (): void => {
  const chosen = rows.value.filter(({ isSmooth }) => !isSmooth).map(({ ref }) => ref)
  const left = document.apply('Speed matched at the seam', (draft) => joinSeams(draft, chosen))
  if (left)
    tell(
      `${left} of ${chosen.length} could not be matched: a hold, a family or a linked bend stands there, or a path turns.`,
    )
}
</script>

<template>
  <SegmentedChoice v-model="kind" label="How it closes" :options="KINDS" />
  <p class="note">Loops {{ FOR[kind] }}.</p>
  <div class="pair">
    <NumberField
      v-if="kind !== 'carryOn'"
      show-label
      label="A round"
      name="A round lasts"
      unit="f"
      :digits="0"
      :min="1"
      :max="1000000"
      :model-value="lasts"
      @input="(value: number) => (typed = Math.round(value))"
    />
    <NumberField
      v-if="kind === 'turns'"
      show-label
      label="Turns"
      :digits="0"
      :min="-10000"
      :max="10000"
      :model-value="turns"
      @input="(value: number) => (turns = Math.round(value))"
    />
    <NumberField
      v-else-if="kind === 'ratio'"
      show-label
      label="Grows to"
      unit="%"
      :min="0.01"
      :max="1000000"
      :model-value="percent"
      @input="(value: number) => (percent = value)"
    />
  </div>
  <label
    v-if="kind === 'link'"
    class="line"
    title="Else each comes to where the one before was: what gets smaller from copy to copy then grows towards you"
  >
    <input v-model="outward" type="checkbox" />each copy goes to the next one’s place
  </label>
  <label v-else class="line" title="The ease into the seam and the one out of it meet at one speed">
    <input v-model="joined" type="checkbox" />speed passes the seam without a jump
  </label>
  <label class="line"><input v-model="playIt" type="checkbox" />play just this round</label>
  <PreviewButtons :look="{ ...look, take }" label="Make it loop" :disabled="!edit" />
  <p v-if="refs.length === 0" class="note">Select a layer or a property first.</p>
  <template v-if="rows.length > 0">
    <h3>The seam</h3>
    <SeamPictures />
    <table class="seams">
      <thead>
        <tr>
          <th scope="col">Property</th>
          <th scope="col">Value jumps</th>
          <th scope="col">Speed jumps</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.label">
          <td class="truncate" :title="row.label">{{ row.label }}</td>
          <td class="mono">{{ row.value }}</td>
          <td class="mono">{{ row.speed }}</td>
        </tr>
      </tbody>
    </table>
    <div class="line justify-end">
      <button
        type="button"
        class="button small"
        :disabled="rows.every(({ isSmooth }) => isSmooth)"
        @click="match"
      >
        Match speed
      </button>
    </div>
  </template>
</template>

<style scoped>
.seams {
  width: 100%;
  font-size: 0.75rem;
  table-layout: fixed;
}

.seams th {
  color: var(--ink-2);
  font-weight: 400;
  text-align: right;
}

.seams th:first-child,
.seams td:first-child {
  width: 44%;
  text-align: left;
}

.seams td {
  padding: 3px 0;
  border-top: 1px solid var(--rule-soft);
  text-align: right;
}
</style>
