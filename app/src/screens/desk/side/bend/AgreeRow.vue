<script setup lang="ts">
import { Copy, Link, Spline } from '@lucide/vue'
import { computed } from 'vue'
import { compileBend } from '@arrow-bend/core/bend'
import { giveBends } from '@arrow-bend/core/edit'
import type { Commands } from '../../../../command/useCommands.ts'
import { useDocument } from '../../../../session/document/document.ts'
import IconButton from '../../../../ui/IconButton.vue'
import { numberWords } from '../../../../ui/numberWords.ts'
import type { TargetSpans } from './useTargetSpans.ts'

/** Whether the selected spans agree, each over its own time, and what makes them: Match in short. */
const props = defineProps<{ target: TargetSpans; actions: Commands }>()

const LOOKS = 64
/** Of more spans only the first are looked at. */
const MOST = 100
const document = useDocument()
const { spans, refs } = props.target
/** The largest difference of progress from the first, % and where. */
const apart = computed(() => {
  const [first, ...others] = spans.value
    .slice(0, MOST)
    .map(({ compiled, index }) => compileBend(compiled.bends[index]!))
  let [most, at] = [0, 0]
  for (const other of others)
    for (let i = 1; i < LOOKS; i += 1) {
      const gap = Math.abs(other.progress(i / LOOKS) - first!.progress(i / LOOKS))
      if (gap > most) [most, at] = [gap, i / LOOKS]
    }
  return { percent: 100 * most, share: at }
})
const agree = computed(() => apart.value.percent < 0.05)
const words = computed(() =>
  agree.value
    ? 'They agree'
    : `They part by up to ${numberWords(apart.value.percent, 1)} % at ${Math.round(apart.value.share * 100)} %`,
)
const give = (): void => {
  const [first] = spans.value
  const [bend, others] = [first!.compiled.bends[first!.index]!, refs.value.slice(1)]
  document.apply('Bend given', (draft) => giveBends(draft, others, () => bend))
}
</script>

<template>
  <div class="row" role="group" aria-label="Match">
    <Spline :size="13" class="flex-none" aria-hidden="true" />
    <span class="words" role="status" :title="words">{{ words }}</span>
    <IconButton
      small
      :icon="Copy"
      label="Give the first one’s bend to the others"
      :disabled="agree"
      @press="give"
    />
    <IconButton
      small
      :icon="Link"
      label="Link all of them to one bend"
      @press="actions.run('keepAndLink', false)"
    />
    <button type="button" class="small" @click="actions.run('match', false)">Match…</button>
  </div>
</template>

<style scoped src="./row.css"></style>
