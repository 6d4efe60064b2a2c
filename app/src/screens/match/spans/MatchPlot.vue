<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { PlainBend } from '@arrow-bend/core/bend'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../session/document/document.ts'
import { useMatchRuns } from '../../../session/view/matchRuns.ts'
import { numberWords } from '../../../ui/numberWords.ts'
import { evenSteps, matchAxis, matchValues } from '../matchPaths.ts'
import type { Match } from '../useMatch.ts'

/** Two runs over one another with the gap between them, all others as thin lines, and the difference below. */
const props = defineProps<{ match: Match }>()

/** Pieces of a line; fewer while a hand moves, which a browser takes half as long to read. */
const STEPS = 160
const COARSE_STEPS = 80
const STEPS_OF_OTHERS = 40
const LEFT = 56
const RIGHT = 20
const TOP = 18
const STRIP = 84
const GAP = 34
const FOOT = 16

const document = useDocument()
const store = useMatchRuns()
const box = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(box)

const reads = computed(() => props.match.entries.value.flatMap(({ read }) => (read ? [read] : [])))
const axis = computed(() => matchAxis(reads.value, store.by, frameTicks(document.rate)))
const plot = computed(() => ({
  left: LEFT,
  right: Math.max(LEFT + 120, width.value - RIGHT),
  top: TOP,
  bottom: Math.max(TOP + 120, height.value - STRIP - GAP - FOOT),
}))
const strip = computed(() => {
  const top = plot.value.bottom + GAP
  return { top, bottom: top + STRIP, middle: top + STRIP / 2 }
})
const xAt = (share: number): number => plot.value.left + share * (plot.value.right - plot.value.left)

const steps = computed(() => (document.gesturing ? COARSE_STEPS : STEPS))
const pair = computed(() => {
  const [first, second] = [props.match.first.value?.read, props.match.second.value?.read]
  if (!first || !second) return null
  const wanted = { compare: store.compare, count: steps.value }
  return { a: matchValues(first, axis.value, wanted), b: matchValues(second, axis.value, wanted) }
})
/** Those that progress alike over their own time are one line. */
const others = computed(() => {
  const compared = new Set([props.match.first.value?.key, props.match.second.value?.key])
  const drawn = new Set<PlainBend>()
  return props.match.entries.value.flatMap(({ key, read }) => {
    if (!read || compared.has(key) || store.left.has(key)) return []
    const { bend } = read.run
    if (bend && store.by === 'share' && store.compare === 'progress') {
      if (drawn.has(bend)) return []
      drawn.add(bend)
    }
    return [matchValues(read, axis.value, { compare: store.compare, count: STEPS_OF_OTHERS })]
  })
})
const range = computed(() => {
  const lists = pair.value ? [pair.value.a, pair.value.b, ...others.value] : []
  let [low, high] = [0, store.compare === 'progress' ? 100 : 1]
  for (const list of lists)
    for (const value of list) [low, high] = [Math.min(low, value), Math.max(high, value)]
  return { low, high }
})
const yOf = (value: number): number => {
  const { low, high } = range.value
  return plot.value.bottom - ((value - low) / (high - low)) * (plot.value.bottom - plot.value.top)
}
const tenths = (value: number): number => Math.round(value * 10) / 10
/** Points of a line, the scale read once for all of them. */
const pointsOf = (values: Float64Array): string[] => {
  const { low, high } = range.value
  const { left, right, top, bottom } = plot.value
  const [wide, tall] = [(right - left) / (values.length - 1), (bottom - top) / (high - low)]
  return Array.from(
    values,
    (value, i) => `${tenths(left + i * wide)} ${tenths(bottom - (value - low) * tall)}`,
  )
}
const pathOf = (values: Float64Array): string => `M${pointsOf(values).join('L')}`
/** All others as one. */
const otherPaths = computed(() => others.value.map(pathOf).join(''))
/** A, B and what lies between them. */
const lines = computed(() => {
  if (!pair.value) return null
  const [a, b] = [pointsOf(pair.value.a), pointsOf(pair.value.b)]
  const [pathOfA, pathOfB] = [`M${a.join('L')}`, `M${b.join('L')}`]
  return { a: pathOfA, b: pathOfB, between: `${pathOfA}L${b.reverse().join('L')}Z` }
})
/** The largest gap of progress, where it is on the axis. */
const widest = computed(() => {
  const second = props.match.second.value
  const first = props.match.first.value?.read
  const difference = second && props.match.differenceOf(second)
  if (!difference || !first || store.compare !== 'progress') return null
  const { from, to } = axis.value
  const at = store.by === 'share' ? difference.share : difference.frame
  const share = (at - from) / (to - from)
  const i = Math.round(share * steps.value)
  const [a, b] = [pair.value!.a[i]!, pair.value!.b[i]!]
  const apart = Math.abs(difference.percent)
  const where = store.by === 'share' ? `at ${Math.round(at)} % of time` : `at frame ${numberWords(at, 1)}`
  const speed = second.read ? first.run.speedAt(axis.value.timeOf(first, share)) / first.run.change : 0
  const frames = speed > 0 ? (Math.abs(difference.percent) / 100 / speed) * (1 / secondsOfFrame()) : 0
  const behind = difference.percent < 0 ? 'behind' : 'ahead'
  return {
    x: xAt(share),
    a: yOf(a),
    b: yOf(a + difference.percent),
    middle: yOf((a + b) / 2),
    isWide: apart > store.tolerance,
    title: `Largest difference ${numberWords(apart, 1)} %`,
    words:
      apart < 1e-4
        ? 'B is where A is, all the time'
        : `B is ${behind} by ${frames > 0 && frames < 1000 ? `${numberWords(frames, 1)} f` : `${numberWords(Math.abs(difference.units), 1)} ${second.unit}`} ${where}`,
    signed: `${difference.percent < 0 ? '−' : '+'}${numberWords(apart, 1)} %`,
    share,
    value: difference.percent,
  }
})
const secondsOfFrame = (): number => document.rate.den / document.rate.num
const TAG = { width: 250, height: 40 } as const
/** Beside the gap, on the side that has room. */
const tag = computed(() => {
  const now = widest.value
  if (!now) return null
  const onRight = now.x + 14 + TAG.width < plot.value.right
  const y = Math.min(Math.max(now.b + 10, plot.value.top + 4), plot.value.bottom - TAG.height - 4)
  return { x: onRight ? now.x + 14 : now.x - 14 - TAG.width, y }
})
/** The other’s less the first’s, in a range that fits the largest. */
const difference = computed(() => {
  if (!pair.value) return null
  const { a, b } = pair.value
  const values = a.map((value, i) => b[i]! - value)
  const most = Math.max(2 * store.tolerance, ...Array.from(values, Math.abs)) * 1.1
  const y = (value: number): number => strip.value.middle - (value / most) * (STRIP / 2)
  const line = Array.from(
    values,
    (value, i) => `${xAt(i / steps.value).toFixed(1)} ${y(value).toFixed(1)}`,
  ).join('L')
  const mark = evenSteps(0, most, 2)[1] ?? most
  return {
    line: `M${line}`,
    area: `M${xAt(0)} ${y(0)}L${line}L${xAt(1)} ${y(0)}Z`,
    band: { y: y(store.tolerance), height: y(-store.tolerance) - y(store.tolerance) },
    marks: [mark, 0, -mark].map((value) => ({ value, y: y(value) })),
    y,
  }
})
const levels = computed(() => evenSteps(range.value.low, range.value.high, 5))
const moments = computed(() => {
  const { from, to } = axis.value
  return evenSteps(from, to, 10).map((value) => ({ value, x: xAt((value - from) / (to - from)) }))
})
/** A letter at each line, where they stand clear of one another. */
const letters = computed(() => {
  if (!pair.value) return []
  return (['a', 'b'] as const).map((which, i) => {
    const at = i === 0 ? 0.28 : 0.4
    const value = pair.value![which][Math.round(at * steps.value)]!
    const y = yOf(value) + (i === 0 ? -14 : 14)
    return {
      letter: 'AB'[i]!,
      x: xAt(at),
      y: Math.min(Math.max(y, plot.value.top + 10), plot.value.bottom - 10),
    }
  })
})
const unit = computed(() =>
  store.compare === 'progress' ? 'Progress, %' : 'Speed, % of the change a second',
)
const axisWords = computed(() => (store.by === 'share' ? 'Share of each one’s time' : 'Frame of the scene'))
const label = computed(() => widest.value && `${widest.value.title}: ${widest.value.words}`)
</script>

<template>
  <div ref="box" class="box">
    <svg v-if="lines && width > 0" :width="width" :height="height" role="img" :aria-label="label ?? unit">
      <rect
        class="ground"
        :x="plot.left"
        :y="plot.top"
        :width="plot.right - plot.left"
        :height="plot.bottom - plot.top"
      />
      <g class="grid">
        <template v-for="level in levels" :key="level">
          <line :x1="plot.left" :x2="plot.right" :y1="yOf(level)" :y2="yOf(level)" />
          <text :x="plot.left - 8" :y="yOf(level) + 4" text-anchor="end">{{ numberWords(level, 1) }}</text>
        </template>
        <template v-for="{ value, x } in moments" :key="`x${value}`">
          <line :x1="x" :x2="x" :y1="plot.top" :y2="plot.bottom" />
          <text :x="x" :y="plot.bottom + 16" text-anchor="middle">{{ numberWords(value, 1) }}</text>
        </template>
      </g>
      <text class="said" :x="plot.left + 6" :y="plot.top + 15">{{ unit }}</text>
      <text class="said" :x="plot.right - 6" :y="plot.bottom - 7" text-anchor="end">{{ axisWords }}</text>
      <path v-if="otherPaths" class="other" :d="otherPaths" />
      <path class="between" :d="lines.between" />
      <path class="a" :d="lines.a" />
      <path class="b" :d="lines.b" />
      <g v-for="{ letter, x, y } in letters" :key="letter" :class="`letter ${letter.toLowerCase()}`">
        <circle :cx="x" :cy="y" r="8.5" />
        <text :x="x" :y="y + 4" text-anchor="middle">{{ letter }}</text>
      </g>
      <rect
        class="ground"
        :x="plot.left"
        :y="strip.top"
        :width="plot.right - plot.left"
        :height="strip.bottom - strip.top"
      />
      <template v-if="difference">
        <rect
          v-if="store.compare === 'progress'"
          class="agreed"
          :x="plot.left"
          :width="plot.right - plot.left"
          :y="difference.band.y"
          :height="difference.band.height"
        />
        <path class="between" :d="difference.area" />
        <path class="apart" :d="difference.line" />
        <text
          v-for="{ value, y } in difference.marks"
          :key="value"
          class="mark"
          :x="plot.left - 8"
          :y="y + 4"
          text-anchor="end"
        >
          {{ value > 0 ? '+' : value < 0 ? '−' : '' }}{{ numberWords(Math.abs(value), 1) }}
        </text>
        <text class="said" :x="plot.left + 6" :y="strip.top + 14">B minus A</text>
        <text
          v-if="store.compare === 'progress'"
          class="said small"
          :x="plot.right - 6"
          :y="strip.top + 14"
          text-anchor="end"
        >
          agreement ± {{ numberWords(store.tolerance, 1) }} %
        </text>
      </template>
      <template v-if="widest && widest.isWide">
        <line class="thread" :x1="widest.x" :x2="widest.x" :y1="plot.top" :y2="strip.bottom" />
        <path
          class="gap"
          :d="`M${widest.x - 5} ${widest.a}h10M${widest.x} ${widest.a}V${widest.b}M${widest.x - 5} ${widest.b}h10`"
        />
        <circle class="dot" :cx="widest.x" :cy="difference!.y(widest.value)" r="4" />
      </template>
      <g v-if="widest && tag">
        <rect class="tag" :x="tag.x" :y="tag.y" :width="TAG.width" :height="TAG.height" rx="4" />
        <text class="tag-title" :x="tag.x + 10" :y="tag.y + 16">{{ widest.title }}</text>
        <text class="tag-words" :x="tag.x + 10" :y="tag.y + 32">{{ widest.words }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.box {
  contain: strict;
}

svg {
  display: block;
}

text {
  fill: var(--ink);
  font-size: 0.75rem;
}

.ground {
  fill: var(--sheet-2);
  stroke: var(--rule);
}

.grid line {
  stroke: var(--rule-soft);
}

.grid text,
.mark {
  fill: var(--ink-2);
  font-family: var(--font-mono);
}

.small {
  fill: var(--ink-2);
  font-size: 0.6875rem;
}

.a,
.b,
.other {
  fill: none;
  stroke-linejoin: round;
  stroke-width: 2.25;
}

.a {
  stroke: var(--hue-place);
}

.b {
  stroke: var(--hue-size);
  stroke-dasharray: 8 4;
}

.other {
  stroke: var(--ink-2);
  stroke-opacity: 0.5;
  stroke-width: 1;
}

.between {
  fill: var(--pencil);
  fill-opacity: 0.12;
}

.apart {
  fill: none;
  stroke: var(--pencil);
  stroke-width: 1.75;
}

.agreed {
  fill: var(--ink-2);
  fill-opacity: 0.14;
}

.thread {
  stroke: var(--pencil);
  stroke-dasharray: 2 3;
}

.gap {
  fill: none;
  stroke: var(--pencil);
  stroke-width: 2.5;
}

.dot {
  fill: var(--pencil);
}

.letter circle {
  fill: var(--hue-place);
  stroke: none;
}

.letter.b circle {
  fill: var(--hue-size);
}

.letter text {
  fill: var(--sheet-2);
  stroke: none;
  font-weight: 700;
}

.tag {
  fill: var(--ink);
}

.tag-title,
.tag-words {
  fill: var(--sheet);
}

.tag-title {
  font-weight: 650;
}
</style>
