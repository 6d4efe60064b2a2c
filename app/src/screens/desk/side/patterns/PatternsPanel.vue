<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import PatternSection from './PatternSection.vue'

/** What moves things without being keyed by hand: patterns, beats of a sound, chance. */
const BeatsSection = defineAsyncComponent(() => import('./BeatsSection.vue'))
const RoughenSection = defineAsyncComponent(() => import('./RoughenSection.vue'))

type Section = 'pattern' | 'beats' | 'roughen'
const SECTIONS: readonly { value: Section; label: string; hint: string }[] = [
  { value: 'pattern', label: 'Pattern', hint: 'Goes on over and over on top of the keys' },
  { value: 'beats', label: 'Beats', hint: 'Where a sound sets in: marks, keys, things lined up' },
  { value: 'roughen', label: 'Roughen', hint: 'The selected keys, less even' },
]
const section = ref<Section>('pattern')
</script>

<template>
  <section class="panel" aria-label="Patterns">
    <SegmentedChoice v-model="section" label="What moves it" :options="SECTIONS" />
    <PatternSection v-if="section === 'pattern'" />
    <BeatsSection v-else-if="section === 'beats'" />
    <RoughenSection v-else />
  </section>
</template>

<style scoped src="../retime/panel.css"></style>
