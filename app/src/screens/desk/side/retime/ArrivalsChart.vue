<script setup lang="ts">
import { computed } from 'vue'
import { arrivalsOf } from '@arrow-bend/core/choose'
import type { KeyGrouping } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'

/** When each of the selected layers or lanes goes and arrives: a bar each, as it would be over as it is. */
const props = defineProps<{ by: KeyGrouping }>()

const WIDTH = 318
const NAME = 88
const ROW = 11
const MOST = 10

const document = useDocument()
const effective = useEffectiveSelection()

const before = computed(() =>
  document.committed ? arrivalsOf(document.committed, effective.keys, props.by) : [],
)
const now = computed(() => (document.project ? arrivalsOf(document.project, effective.keys, props.by) : []))
const scale = computed(() => {
  const all = [...before.value, ...now.value]
  const start = Math.min(...all.map(({ from }) => from))
  const end = Math.max(...all.map(({ to }) => to))
  return (time: number): number => NAME + ((time - start) / Math.max(1, end - start)) * (WIDTH - NAME - 4)
})
const rows = computed(() =>
  now.value.slice(0, MOST).map(({ name, from, to }, i) => {
    const x = scale.value
    const was = before.value[i]
    return {
      name,
      y: i * ROW,
      x: x(from),
      width: Math.max(3, x(to) - x(from)),
      was:
        was && (was.from !== from || was.to !== to)
          ? { x: x(was.from), width: Math.max(3, x(was.to) - x(was.from)) }
          : null,
    }
  }),
)
const more = computed(() => Math.max(0, now.value.length - MOST))
</script>

<template>
  <svg
    v-if="rows.length > 0"
    :viewBox="`0 0 ${WIDTH} ${rows.length * ROW + (more ? ROW : 2)}`"
    class="chart"
    role="img"
    :aria-label="`When ${now.length} ${by === 'layer' ? 'layers' : 'lanes'} go and arrive`"
  >
    <g v-for="row in rows" :key="row.y">
      <text :x="NAME - 6" :y="row.y + 9" text-anchor="end">{{ row.name.slice(0, 17) }}</text>
      <rect v-if="row.was" :x="row.was.x" :y="row.y + 2.5" :width="row.was.width" height="6" class="was" />
      <rect :x="row.x" :y="row.y + 2.5" :width="row.width" height="6" rx="1.5" class="now" />
      <rect :x="row.x + row.width - 2" :y="row.y + 1" width="2" height="9" class="arrival" />
    </g>
    <text v-if="more" :x="NAME" :y="rows.length * ROW + 9">and {{ more }} more</text>
  </svg>
</template>

<style scoped>
.chart {
  flex: none;
  border: 1px solid var(--rule-soft);
  border-radius: 4px;
  background: var(--sheet-2);
}

text {
  fill: var(--ink-2);
  font-size: 0.5625rem;
}

.now {
  fill: var(--hue-time);
}

.was {
  fill: none;
  stroke: var(--ink-2);
  stroke-dasharray: 2 2;
}

.arrival {
  fill: var(--pencil);
}
</style>
