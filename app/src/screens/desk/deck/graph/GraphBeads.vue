<script setup lang="ts">
import { computed } from 'vue'
import { discPoints } from '../../../../ui/discPoints.ts'
import BeadDots from '../BeadDots.vue'
import type { GraphBead } from './graphDrawing.ts'

/** The keys of a graph, to be dragged and stepped. */
const props = defineProps<{
  beads: readonly GraphBead[]
  /** What names and words follow besides their bead. */
  name: string
  /** Ids of those selected. */
  chosen: ReadonlySet<string>
  nameOf: (bead: GraphBead) => string
  wordsOf: (value: number) => string
}>()
defineEmits<{
  grab: [event: PointerEvent, bead: GraphBead]
  nudge: [event: KeyboardEvent, bead: GraphBead]
}>()

/** By their places on the page; found once for all that ask. */
const chosenSlots = computed(() => {
  const { beads, chosen } = props
  if (chosen.size === 0) return new Set<string>()
  return new Set(beads.filter(({ keys }) => keys.some((key) => chosen.has(key))).map(({ slot }) => slot))
})
const isChosen = ({ slot }: GraphBead): boolean => chosenSlots.value.has(slot)
const dots = computed(() => props.beads.map((bead) => ({ x: bead.x, y: bead.y, chosen: isChosen(bead) })))
/** Beads that stand for several, which say how many. */
const many = computed(() => props.beads.filter(({ keys }) => keys.length > 1))
</script>

<template>
  <BeadDots :dots="dots" />
  <polygon
    v-for="bead in beads"
    :key="bead.slot"
    v-memo="[name, bead.key, bead.index, bead.x, bead.y, bead.value, bead.keys.length, isChosen(bead)]"
    class="bead"
    :class="{ chosen: isChosen(bead) }"
    :points="discPoints(bead.x, bead.y, 10)"
    role="slider"
    tabindex="0"
    :aria-label="nameOf(bead)"
    :aria-valuenow="bead.value"
    :aria-valuetext="wordsOf(bead.value)"
    @pointerdown.left.stop="$emit('grab', $event, bead)"
    @keydown="$emit('nudge', $event, bead)"
  />
  <text v-for="bead in many" :key="bead.slot" :x="bead.x" :y="bead.y - 7" class="count" aria-hidden="true">
    {{ bead.keys.length }}
  </text>
</template>

<style scoped>
.bead {
  cursor: move;
  fill: transparent;
}

.bead:hover {
  stroke: var(--ink);
}

.bead:focus-visible {
  outline: none;
  stroke: var(--pencil);
  stroke-width: 2;
}

.count {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 9px;
  pointer-events: none;
  text-anchor: middle;
}
</style>
