<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { selectionWords } from '@arrow-bend/core/choose'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useSidePanel, type RetimeSection } from '../../../../session/view/sidePanel.ts'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import type { Commands } from '../../../../command/useCommands.ts'
import LengthSection from './LengthSection.vue'

/** Everything that changes when things happen, for what is selected. */
defineProps<{ actions: Commands }>()

const OrderSection = defineAsyncComponent(() => import('./OrderSection.vue'))
const RhythmSection = defineAsyncComponent(() => import('./RhythmSection.vue'))
const LoopSection = defineAsyncComponent(() => import('./LoopSection.vue'))
const InsideSection = defineAsyncComponent(() => import('./InsideSection.vue'))
const LayersSection = defineAsyncComponent(() => import('./LayersSection.vue'))
const RevealSection = defineAsyncComponent(() => import('./RevealSection.vue'))
const TidySection = defineAsyncComponent(() => import('./TidySection.vue'))

const document = useDocument()
const effective = useEffectiveSelection()
const selection = useSelection()
const panel = useSidePanel()

const SECTIONS: readonly { value: RetimeSection; label: string; hint: string }[] = [
  { value: 'length', label: 'Length', hint: 'How long the selected keys take' },
  { value: 'order', label: 'Order', hint: 'Who goes when: stagger, align, spread out' },
  { value: 'rhythm', label: 'Rhythm', hint: 'Bend the times of the keys themselves' },
  { value: 'loop', label: 'Loop', hint: 'Go round for ever without a seam' },
  { value: 'inside', label: 'Inside', hint: 'How time runs within groups and shown scenes' },
  { value: 'layers', label: 'Layers', hint: 'When layers are shown, and how long the scene is' },
  { value: 'reveal', label: 'Reveal', hint: 'How it comes to be seen: by an edge, drawn on, in panels' },
  { value: 'tidy', label: 'Tidy', hint: 'Keys that change nothing, near-duplicates, frames' },
]
const words = computed(() => {
  const said = document.scene ? selectionWords(document.scene, selection.state) : ''
  if (!said) return 'Nothing selected'
  const only = selection.keys.length > 0 && selection.spans.length === 0
  return only ? said : `${said}: ${effective.keys.length} keys`
})
</script>

<template>
  <section class="panel" aria-label="Retime">
    <SegmentedChoice v-model="panel.section" label="What to retime" :options="SECTIONS" />
    <p class="words" :title="words">{{ words }}</p>
    <LengthSection v-if="panel.section === 'length'" :actions="actions" />
    <OrderSection v-else-if="panel.section === 'order'" />
    <RhythmSection v-else-if="panel.section === 'rhythm'" />
    <LoopSection v-else-if="panel.section === 'loop'" />
    <InsideSection v-else-if="panel.section === 'inside'" />
    <LayersSection v-else-if="panel.section === 'layers'" />
    <RevealSection v-else-if="panel.section === 'reveal'" />
    <TidySection v-else />
  </section>
</template>

<style scoped src="./panel.css"></style>
