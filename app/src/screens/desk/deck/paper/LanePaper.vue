<script setup lang="ts">
import { computed } from 'vue'
import type { Row } from '../rows.ts'
import type { LanePaper } from './lanePaper.ts'
import PaperStrip from './PaperStrip.vue'
import { stripsOf } from './paperStrips.ts'

/** The paper beneath the rows in view. One canvas for several rows: each has a layer of its own in the browser. */
const props = defineProps<{
  paper: LanePaper
  rows: readonly Row[]
  /** How far each row stands from the first, px, and the height of all. */
  tops: readonly number[]
  /** Indices of the first and last row that is shown. */
  shown: readonly [number, number]
  isOpen: (row: Row) => boolean
  /** px */
  width: number
}>()

const strips = computed(() => {
  const [from, to] = props.shown
  return stripsOf(props.rows, props.tops, { from, to, isOpen: props.isOpen })
})
</script>

<template>
  <PaperStrip
    v-for="strip in strips"
    :key="strip.id"
    v-memo="[strip.layout, width]"
    :strip="strip"
    :paper="paper"
    :width="width"
  />
</template>
