<script setup lang="ts">
import { computed } from 'vue'
import { useIdle } from '../../../../session/document/idle.ts'

/** How many keys a bead stands for, px. */
export interface BeadCount {
  readonly slot: string
  readonly x: number
  readonly y: number
  readonly count: number
}

/** Numbers at beads that stand for several keys. While the view slides nobody could read them; they come when it stands. */
const props = defineProps<{ counts: readonly BeadCount[] }>()

const idle = useIdle()
const shown = computed<readonly BeadCount[]>((before = props.counts) =>
  idle.isSliding ? before : props.counts,
)
</script>

<template>
  <g class="counts" :class="{ away: idle.isSliding }" aria-hidden="true">
    <text v-for="{ slot, x, y, count } in shown" :key="slot" v-memo="[x, y, count]" :x="x" :y="y">
      {{ count }}
    </text>
  </g>
</template>

<style scoped>
.counts {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 0.5625rem;
  pointer-events: none;
  text-anchor: middle;
}

.away {
  display: none;
}
</style>
