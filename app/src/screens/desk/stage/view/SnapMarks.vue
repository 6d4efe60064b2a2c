<script setup lang="ts">
import { computed } from 'vue'
import type { SnapGap, SnapLine } from '@arrow-bend/core/snap'
import { toScreen, type StageView } from '../../../../draw/index.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import DrawingGround from '../../DrawingGround.vue'
import type { Snapping } from '../useSnapping.ts'

/** The lines a dragged thing lies on, and how far it is from what lies there too. */
const props = defineProps<{ snapping: Snapping; view: StageView }>()

const marks = computed(() => props.snapping.marks.value)

const ends = ({
  axis,
  at,
  from,
  to,
}: SnapLine | SnapGap): { x1: number; y1: number; x2: number; y2: number } => {
  const [[x1, y1], [x2, y2]] = [from, to].map((along) =>
    toScreen(props.view, axis === 'x' ? [at, along] : [along, at]),
  ) as [Point, Point]
  return { x1, x2, y1, y2 }
}
const lines = computed(() => (marks.value?.lines ?? []).map(ends))
const gaps = computed(() =>
  (marks.value?.gaps ?? []).map((gap) => {
    const line = ends(gap)
    return {
      line,
      x: (line.x1 + line.x2) / 2 + (gap.axis === 'x' ? 6 : 0),
      y: (line.y1 + line.y2) / 2 + (gap.axis === 'x' ? 4 : -6),
      anchor: gap.axis === 'x' ? 'start' : 'middle',
      words: `${Math.round((gap.to - gap.from) * 10) / 10}`,
    }
  }),
)
</script>

<template>
  <svg class="absolute inset-0 size-full overflow-hidden pointer-events-none" aria-hidden="true">
    <DrawingGround />
    <line v-for="(line, i) in lines" :key="`e${i}`" v-bind="line" class="edge" />
    <line v-for="(line, i) in lines" :key="i" v-bind="line" class="line" data-snap-line />
    <g v-for="(gap, i) in gaps" :key="`g${i}`">
      <line v-bind="gap.line" class="gap" />
      <text :x="gap.x" :y="gap.y" :text-anchor="gap.anchor" data-snap-gap>{{ gap.words }}</text>
    </g>
  </svg>
</template>

<style scoped>
/* Colours here stay the light theme's: they lie on the picture. */
.edge {
  stroke: #fffdf8;
  stroke-opacity: 0.7;
  stroke-width: 3;
}

.line {
  stroke: #c8401a;
  stroke-dasharray: 5 3;
  stroke-width: 1;
}

.gap {
  stroke: #c8401a;
  stroke-width: 2.5;
}

text {
  fill: #1f2b33;
  stroke: #fffdf8;
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 0.75rem;
  paint-order: stroke;
}
</style>
