<script setup lang="ts">
import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { usePreferences } from '../../session/preferences.ts'
import { numberWords } from '../../ui/numberWords.ts'

/** When each of some things goes: a bar from its start to its landing, its fastest moment as a dot, what is late in pencil. */
const props = defineProps<{
  rows: readonly {
    readonly name: string
    readonly start: number
    readonly peak: number
    readonly land: number
    readonly broken: unknown
  }[]
  /** Ticks. */
  frame: number
}>()

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip)

const preferences = usePreferences()
const canvas = ref<HTMLCanvasElement | null>(null)
let chart: Chart<'bar', [number, number][]> | null = null

const ink = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()
const short = (name: string): string => (name.length > 26 ? `${name.slice(0, 25)}…` : name)

/** Half the width of the mark of a fastest moment, frames. */
const halfMark = computed(() => Math.max(...props.rows.map(({ land }) => land / props.frame)) / 500)

const draw = (): void => {
  if (!canvas.value) return
  chart?.destroy()
  const at = (time: number): number => time / props.frame
  const font = { family: getComputedStyle(document.body).fontFamily, size: 11 }
  chart = new Chart<'bar', [number, number][]>(canvas.value, {
    data: {
      labels: props.rows.map(({ name }) => short(name)),
      datasets: [
        {
          type: 'bar',
          label: 'Peak',
          // As wide as it is seen: a frame is less than a px in a long scene.
          data: props.rows.map(
            ({ peak }) => [at(peak) - halfMark.value, at(peak) + halfMark.value] as [number, number],
          ),
          backgroundColor: ink('ink'),
          barThickness: 13,
          grouped: false,
          order: 0,
        },
        {
          type: 'bar',
          label: 'Starts to lands',
          data: props.rows.map(({ start, land }) => [at(start), at(land)] as [number, number]),
          backgroundColor: props.rows.map(({ broken }) => ink(broken ? 'pencil' : 'hue-time')),
          barThickness: 7,
          grouped: false,
          order: 1,
        },
      ],
    },
    options: {
      animation: false,
      indexAxis: 'y',
      maintainAspectRatio: false,
      plugins: {
        legend: { display: false },
        tooltip: {
          callbacks: {
            label: ({ dataset, raw }) => {
              const [from, to] = raw as [number, number]
              return dataset.label === 'Peak'
                ? `fastest at f ${numberWords((from + to) / 2, 1)}`
                : `starts at f ${numberWords(from, 1)}, lands at f ${numberWords(to, 1)}`
            },
          },
        },
      },
      scales: {
        x: {
          title: { display: true, text: 'Frame of the scene', color: ink('ink-2'), font },
          grid: { color: ink('rule-soft') },
          ticks: { color: ink('ink-2'), font },
        },
        y: { grid: { display: false }, ticks: { color: ink('ink'), font, autoSkip: false } },
      },
    },
  })
}
onMounted(draw)
watch([() => props.rows, () => preferences.theme], draw, { flush: 'post' })
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <div class="box" :style="{ height: `${Math.max(120, Math.min(380, rows.length * 18 + 60))}px` }">
    <canvas
      ref="canvas"
      role="img"
      :aria-label="`When ${rows.length} things start, are fastest and land; the table below says it in numbers`"
    />
  </div>
</template>

<style scoped>
.box {
  position: relative;
  min-height: 0;
  flex: none;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
}
</style>
