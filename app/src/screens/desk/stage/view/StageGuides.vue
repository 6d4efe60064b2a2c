<script setup lang="ts">
import { computed } from 'vue'
import { toScreen, type StageView } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'

/** Lines over the frame to compose by: thirds, safe areas, a grid. */
const props = defineProps<{ view: StageView }>()

/** Shares of the frame that are safe for action and for titles. Source: SMPTE ST 2046-1 (from memory). */
const SAFE = [0.93, 0.9] as const
/** px of the frame between two lines of the grid. */
const GRID = 120

const document = useDocument()
const preferences = usePreferences()

const frame = computed(() => {
  const [width, height] = document.size
  return { width, height }
})
const point = (x: number, y: number): string =>
  toScreen(props.view, [x, y])
    .map((part) => part.toFixed(1))
    .join(' ')
const upright = (x: number): string => `M${point(x, 0)}L${point(x, frame.value.height)}`
const level = (y: number): string => `M${point(0, y)}L${point(frame.value.width, y)}`
const path = computed(() => {
  const { width, height } = frame.value
  const parts: string[] = []
  if (preferences.thirds) {
    for (const share of [1 / 3, 2 / 3]) parts.push(upright(share * width), level(share * height))
  }
  if (preferences.safe) {
    for (const share of SAFE) {
      const [x, y] = [((1 - share) / 2) * width, ((1 - share) / 2) * height]
      parts.push(
        `M${point(x, y)}L${point(width - x, y)}L${point(width - x, height - y)}L${point(x, height - y)}Z`,
      )
    }
  }
  if (preferences.grid) {
    for (let x = GRID; x < width; x += GRID) parts.push(upright(x))
    for (let y = GRID; y < height; y += GRID) parts.push(level(y))
  }
  return parts.join('')
})
</script>

<template>
  <svg class="guides absolute inset-0 size-full overflow-hidden pointer-events-none" aria-hidden="true">
    <path :d="path" class="edge" />
    <path :d="path" class="line" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
}

.edge {
  stroke: #fffdf8;
  stroke-opacity: 0.35;
  stroke-width: 2;
}

.line {
  stroke: #1f2b33;
  stroke-opacity: 0.45;
  stroke-width: 1;
}
</style>
