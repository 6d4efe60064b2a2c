<script setup lang="ts">
import { computed, ref } from 'vue'
import { writePatterns, type WriteReport } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import NumberField from '../../../../ui/NumberField.vue'
import { numberWords } from '../../../../ui/numberWords.ts'
import PreviewButtons from '../retime/PreviewButtons.vue'
import { usePreview } from '../../../../session/document/usePreview.ts'
import type { PatternedLane } from './usePatterns.ts'

/** Makes ordinary keys of a property's live patterns, as few as a distance allows; said before it is done. */
const props = defineProps<{ lane: PatternedLane }>()

const document = useDocument()
/** Of a colour the distance is one of OKLab. */
const isColour = computed(() => props.lane.property.kind === 'colour')
const own = ref<number | null>(null)
const within = computed(() => own.value ?? (isColour.value ? 0.01 : 0.5))

// By names: the lane is another object while a preview of this very edit is shown.
const scene = computed(() => props.lane.ref.scene)
const layer = computed(() => props.lane.ref.layer)
const property = computed(() => props.lane.ref.property)

const edit = computed(() => {
  const of = { scene: scene.value, layer: layer.value, property: property.value }
  const distance = within.value
  // What is previewed has none any more.
  const before = document.committed?.scenes
    .find(({ id }) => id === of.scene)
    ?.layers.find(({ id }) => id === of.layer)?.properties[of.property]
  if (!before?.patterns?.some(({ off }) => !off)) return null
  return {
    label: 'Pattern written as keys',
    recipe: (draft: Parameters<typeof writePatterns>[0]): WriteReport =>
      writePatterns(draft, of, { within: distance, makeId: document.makeId }),
  }
})
const look = usePreview(() => edit.value)
const said = computed(() => {
  const report = look.report.value
  if (!report || !look.active.value) return ''
  return `${report.keys} keys; the farthest they stray is ${numberWords(report.error, 3)}${isColour.value ? '' : ` ${props.lane.definition.unit}`}.`
})
</script>

<template>
  <template v-if="edit">
    <h3>Write as keys</h3>
    <NumberField
      show-label
      label="May stray by"
      :unit="isColour ? '' : lane.definition.unit"
      :digits="3"
      :step="isColour ? 0.005 : 0.1"
      :min="0.000001"
      :max="100000"
      :model-value="within"
      @input="(value: number) => (own = value)"
    />
    <p class="note" role="status">
      {{ said || 'All live patterns of this property become keys that remember nothing of them.' }}
    </p>
    <PreviewButtons :look="look" label="Write" />
  </template>
</template>
