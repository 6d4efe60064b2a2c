<script setup lang="ts">
import { useToldStep } from '../../../../command/useToldStep.ts'
import { computed, ref } from 'vue'
import { toast } from '../../../../ui/toast.ts'
import { mergeNearKeys, simplifyKeys, snapKeysToFrames, type SimplifyReport } from '@arrow-bend/core/edit'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import NumberField from '../../../../ui/NumberField.vue'
import { numberWords } from '../../../../ui/numberWords.ts'
import PreviewButtons from './PreviewButtons.vue'
import { usePreview } from '../../../../session/document/usePreview.ts'

/** Keys that change nothing, keys that look like one, keys between frames. */
const document = useDocument()
const effective = useEffectiveSelection()

const within = ref(0.5)
const near = ref(2)
const count = computed(() => effective.keys.length)
const tell = useToldStep()

const sweep = computed(() => {
  const { keys } = effective
  const tolerance = within.value
  if (keys.length === 0) return null
  return {
    label: 'Keys swept',
    recipe: (draft: Parameters<typeof simplifyKeys>[0]): SimplifyReport =>
      simplifyKeys(draft, keys, { within: tolerance }),
  }
})
const look = usePreview(() => sweep.value)
const swept = computed(() => {
  const report = look.report.value
  if (!report || !look.active.value) return ''
  if (report.removed === 0) return 'All of these keys are needed at that distance.'
  return `${report.removed} of ${count.value} keys go; the farthest the motion strays is ${numberWords(report.error, 4)}.`
})
const merge = (): void => {
  const { keys } = effective
  const report = document.apply('Near keys merged', (draft) =>
    mergeNearKeys(draft, keys, near.value * frameTicks(document.rate)),
  )
  if (!report) return
  if (report.merged === 0) toast('No two of these keys stand that near.')
  else tell(`${report.merged} ${report.merged === 1 ? 'key' : 'keys'} taken away; others stand close by.`)
}
const snap = (): void => {
  const { keys } = effective
  const report = document.apply('Keys on whole frames', (draft) => snapKeysToFrames(draft, keys))
  if (!report) return
  if (report.moved + report.replaced === 0) {
    toast('All of these keys stand on whole frames already.')
    return
  }
  const farthest = numberWords(report.farthest / frameTicks(document.rate), 2)
  const gone = report.replaced > 0 ? `, ${report.replaced} gave way` : ''
  tell(`${report.moved} moved onto frames, at most ${farthest} f${gone}.`)
}
</script>

<template>
  <h3>Sweep keys that change nothing</h3>
  <NumberField
    show-label
    label="May stray by"
    :digits="3"
    :step="0.1"
    :min="0.000001"
    :max="100000"
    :model-value="within"
    @input="(value: number) => (within = value)"
  />
  <p class="note" role="status">
    {{ swept || 'In the property’s own unit: px, %, degrees. The motion is compared four times a frame.' }}
  </p>
  <PreviewButtons :look="look" label="Sweep" :disabled="count === 0" />
  <h3>Near-duplicates</h3>
  <div class="line">
    <NumberField
      class="grow"
      show-label
      label="Nearer than"
      unit="f"
      :digits="2"
      :min="0.01"
      :max="1000"
      :model-value="near"
      @input="(value: number) => (near = value)"
    />
    <button type="button" class="button small" :disabled="count === 0" @click="merge">Merge</button>
  </div>
  <h3>Frames</h3>
  <div class="line">
    <button type="button" class="button small" :disabled="count === 0" @click="snap">
      Snap keys to frames
    </button>
  </div>
  <p v-if="count === 0" class="note">Select keys, lanes or layers first; Ctrl/Cmd+A takes every span.</p>
</template>
