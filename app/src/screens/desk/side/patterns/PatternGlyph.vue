<script setup lang="ts">
import { computed } from 'vue'
import { compileProperty, playedValueAt, type Pattern, type PatternKind } from '@arrow-bend/core/property'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { LINEAR } from '@arrow-bend/core/bend'

/** A kind of pattern drawn small: a little over two of its swings. */
const props = defineProps<{ kind: PatternKind; width: number; height: number }>()

const INSET = 5
const SWINGS = 2.25

const path = computed(() => {
  const { kind, width, height } = props
  const pattern: Pattern = {
    id: 'glyph',
    kind,
    from: asTicks(0),
    to: asTicks(TICKS_PER_SECOND),
    low: 0,
    high: 1,
    frequency: kind === 'wander' ? 6 : kind === 'fadingSine' ? 3 : SWINGS,
    phase: 0,
    fade: 2.6,
    seed: 8,
    bend: kind === 'own' ? { kind: 'family', family: 'bounce' } : LINEAR,
    mode: 'replace',
  }
  const compiled = compileProperty({ kind: 'number', value: 0, keys: [], patterns: [pattern] }, [])
  const looks = width * 2
  const points = Array.from({ length: looks }, (_, i) => {
    const [level] = playedValueAt(compiled, (i / looks) * TICKS_PER_SECOND)
    const x = INSET + (i / (looks - 1)) * (width - 2 * INSET)
    return `${x.toFixed(1)} ${(height - INSET - level! * (height - 2 * INSET)).toFixed(1)}`
  })
  return `M${points.join('L')}`
})
</script>

<template>
  <svg :width="width" :height="height" aria-hidden="true">
    <path :d="path" fill="none" stroke="currentColor" stroke-width="1.6" stroke-linejoin="round" />
  </svg>
</template>
