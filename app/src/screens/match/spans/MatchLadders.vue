<script setup lang="ts">
import { computed } from 'vue'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../session/document/document.ts'
import { useMatchRuns } from '../../../session/view/matchRuns.ts'
import type { MatchEntry } from '../useMatch.ts'

/** Two ladders of frames face to face: how far each has come at every frame; the same frames are joined, slanted where they part. */
const props = defineProps<{ first: MatchEntry; second: MatchEntry }>()

const WIDTH = 122
const HEIGHT = 316
const TOP = 26
const BOTTOM = HEIGHT - 10
const [A, B] = [56, 66]
const NUMBERS = 6
/** Rungs nearer than this are not drawn, px. */
const LEAST_GAP = 1.5

const document = useDocument()
const store = useMatchRuns()

interface Rung {
  readonly frame: number
  readonly y: number
  readonly named: boolean
}

const frames = computed(() => {
  const reads = [props.first.read!, props.second.read!]
  const frame = frameTicks(document.rate)
  const isShared = store.by === 'frames'
  const starts = reads.map(({ run }) => run.start)
  const first = isShared ? Math.min(...starts) : 0
  const lengths = reads.map(({ run }) => run.end - run.start)
  const longest = isShared ? Math.max(...reads.map(({ run }) => run.end)) - first : Math.max(...lengths)
  const count = Math.max(1, Math.round(longest / frame))
  const step = Math.max(1, Math.ceil(count / 400))
  const name = Math.max(1, Math.round(count / NUMBERS))
  const ladders = reads.map(({ run }): Rung[] =>
    Array.from({ length: Math.floor(count / step) + 1 }, (_, i) => {
      const at = i * step
      const time = isShared ? first + at * frame : run.start + at * frame
      const p = run.progressAt(time)
      return {
        frame: at + (isShared ? Math.round(first / frame) : 0),
        y: BOTTOM - p * (BOTTOM - TOP),
        named: at % name === 0,
      }
    }).filter(({ frame: at }) => isShared || at <= Math.round((run.end - run.start) / frame)),
  )
  return { ladders, name }
})
const seen = (rungs: readonly Rung[]): Rung[] => {
  let last = Infinity
  return rungs.filter(({ y, named }) => {
    const isFar = Math.abs(y - last) >= LEAST_GAP || named
    if (isFar) last = y
    return isFar && y > TOP - 24 && y < HEIGHT
  })
}
const labels = (rungs: readonly Rung[]): Rung[] => {
  let last = Infinity
  return rungs.filter(({ y, named }) => {
    if (!named || Math.abs(y - last) < 12) return false
    last = y
    return true
  })
}
/** All rungs of a ladder as one; those that are named are longer. */
const rungPath = (rungs: readonly Rung[], x: number, way: number): string =>
  rungs.map(({ y, named }) => `M${x} ${Math.round(y * 10) / 10}h${way * (named ? 22 : 12)}`).join('')
const sides = computed(() =>
  frames.value.ladders.map((rungs, i) => ({
    hue: i === 0 ? 'place' : 'size',
    x: i === 0 ? A : B,
    way: i === 0 ? -1 : 1,
    rungs: rungPath(seen(rungs), i === 0 ? A : B, i === 0 ? -1 : 1),
    labels: labels(rungs),
  })),
)
/** Lines that join the same frames, as one. */
const joins = computed(() => {
  const [one, other] = frames.value.ladders as [Rung[], Rung[]]
  const heights = new Map(other.map(({ frame, y }) => [frame, y]))
  return one
    .map(({ frame, y, named }) => {
      const to = heights.get(frame)
      return named && to !== undefined ? `M${A} ${y}L${B} ${to}` : ''
    })
    .join('')
})
</script>

<template>
  <svg
    class="ladders"
    :width="WIDTH"
    :height="HEIGHT"
    role="img"
    :aria-label="`Frames of A and B by how far each has come; every ${frames.name}th is joined`"
  >
    <g
      v-for="({ hue, x, way, rungs, labels: named }, i) in sides"
      :key="hue"
      :style="{ '--hue': `var(--hue-${hue})` }"
    >
      <circle class="letter" :cx="x + way * 12" cy="10" r="8.5" />
      <text class="letter-text" :x="x + way * 12" y="14" text-anchor="middle">{{ 'AB'[i] }}</text>
      <line class="rail" :x1="x" :x2="x" :y1="TOP" :y2="BOTTOM" />
      <path class="rung" :d="rungs" />
      <text
        v-for="rung in named"
        :key="`n${rung.frame}`"
        :x="x + way * 26"
        :y="rung.y + 4"
        :text-anchor="way < 0 ? 'end' : 'start'"
      >
        {{ rung.frame }}
      </text>
    </g>
    <path class="join" :d="joins" />
  </svg>
</template>

<style scoped>
.ladders {
  flex: none;
}

text {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 0.6875rem;
}

.letter {
  fill: var(--hue);
}

.letter-text {
  fill: var(--sheet-2);
  font-family: var(--font-sans);
  font-weight: 700;
}

.rail {
  stroke: var(--ink);
}

.rung {
  stroke: var(--hue);
  stroke-width: 1.25;
}

.join {
  stroke: var(--pencil);
}
</style>
