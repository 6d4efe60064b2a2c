<script setup lang="ts">
import { computed } from 'vue'
import { heldUntilIdle, useIdle } from '../../../../session/document/idle.ts'
import { discPoints } from '../../../../chart/discPoints.ts'
import BeadCounts from './BeadCounts.vue'
import BeadDots from './BeadDots.vue'
import { useLaneStop } from './laneStop.ts'
import type { GraphBead } from '../../../../chart/graph/beadPlaces.ts'

/** The keys of a graph, to be dragged and stepped. */
const props = defineProps<{
  beads: readonly GraphBead[]
  /** What names and words follow besides their bead. */
  name: string
  /** Ids of those selected. */
  chosen: ReadonlySet<string>
  /** Whether something in the graph is being dragged. */
  going: boolean
  nameOf: (bead: GraphBead) => string
  wordsOf: (value: number) => string
}>()
defineEmits<{
  grab: [event: PointerEvent, bead: GraphBead]
  nudge: [event: KeyboardEvent, bead: GraphBead]
  /** What can be done with its keys is asked for. */
  menu: [event: MouseEvent, bead: GraphBead]
}>()

const idle = useIdle()
const stop = useLaneStop()
/** What takes hold of them stays where it is while anything moves: it is not seen. */
const held = heldUntilIdle(
  () => props.beads,
  // While it slides other beads may stand for the same keys; an edit may have made others.
  (before) => idle.isSliding || before.length === props.beads.length,
)
/** One that is taken hold of, as it is seen. */
const seen = (bead: GraphBead): GraphBead =>
  props.beads.find(({ key, component }) => key === bead.key && component === bead.component) ?? bead
/** By their places on the page; found once for all that ask. */
const chosenSlots = computed(() => {
  const { beads, chosen } = props
  if (chosen.size === 0) return new Set<string>()
  return new Set(beads.filter(({ keys }) => keys.some((key) => chosen.has(key))).map(({ slot }) => slot))
})
const isChosen = ({ slot }: GraphBead): boolean => chosenSlots.value.has(slot)
const dots = computed(() => props.beads.map((bead) => ({ x: bead.x, y: bead.y, chosen: isChosen(bead) })))
const counts = computed(() =>
  props.beads.flatMap(({ slot, x, y, keys }) =>
    keys.length > 1 ? [{ slot, x, y: y - 7, count: keys.length }] : [],
  ),
)
</script>

<template>
  <BeadDots :dots="dots" />
  <g :class="{ going }">
    <polygon
      v-for="bead in held"
      :key="bead.slot"
      v-memo="[
        name,
        bead.key,
        bead.index,
        bead.x,
        bead.y,
        bead.value,
        bead.keys.length,
        isChosen(bead),
        stop,
      ]"
      class="bead"
      :class="{ chosen: isChosen(bead) }"
      :points="discPoints(bead.x, bead.y, 10)"
      role="slider"
      :tabindex="stop"
      :aria-label="nameOf(bead)"
      :aria-valuenow="bead.value"
      :aria-valuetext="wordsOf(bead.value)"
      @pointerdown.left.stop="$emit('grab', $event, seen(bead))"
      @keydown="$emit('nudge', $event, bead)"
      @contextmenu="$emit('menu', $event, seen(bead))"
    />
  </g>
  <BeadCounts v-if="counts.length > 0" :counts="counts" />
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

/* What is dragged has left where it was taken hold of. */
.going .bead:hover {
  stroke: none;
}
</style>
