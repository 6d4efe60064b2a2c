<script setup lang="ts">
import type { Side } from '../../../../chart/plot/spanNumbers.ts'

/** What reach and rise of a side are: how far its handle lies along time, and how far along the value. */
defineProps<{ side: Side }>()
</script>

<template>
  <svg
    class="drawing"
    width="36"
    height="17"
    viewBox="0 0 46 24"
    role="img"
    aria-label="Reach is how far a handle goes along time, rise how far along the value"
  >
    <g :transform="side === 'arrive' ? 'rotate(180 23 12)' : undefined">
      <path d="M4 20C20 15 22 5 42 4" class="curve" />
      <path d="M4 20L24 14" class="arm" />
      <circle cx="4" cy="20" r="2.5" class="key" />
      <rect x="22" y="12" width="4" height="4" class="end" />
      <path d="M4 22.5H24" class="reach" />
      <path d="M30 20V14" class="rise" />
    </g>
  </svg>
</template>

<style scoped>
.drawing {
  flex: none;
  overflow: visible;
}

path {
  fill: none;
}

.curve {
  stroke: var(--rule);
  stroke-width: 2;
}

.arm {
  stroke: var(--ink-2);
}

.key {
  fill: var(--ink-2);
}

.end {
  fill: var(--sheet-2);
  stroke: var(--ink-2);
}

.reach {
  stroke: var(--hue-place);
  stroke-width: 2;
}

.rise {
  stroke: var(--pencil);
  stroke-width: 2;
}
</style>
