<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, shallowRef, useTemplateRef, watch } from 'vue'
import { framingCorners, sharpness } from '@arrow-bend/core/scene'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { paintItems, type PictureBook } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import FrameMoveBar from './FrameMoveBar.vue'
import FrameOutline from './FrameOutline.vue'
import { stopName } from './stopName.ts'
import { useFrameGestures } from './useFrameGestures.ts'
import { useFrameMove } from './useFrameMove.ts'

/** The whole of a still with the frames of a move over it, which are dragged, sized and turned by hand. */
const props = defineProps<{
  width: number
  height: number
  pictures: PictureBook
  /** How often the stage was drawn: a picture may have come since. */
  drawn: number
}>()

const document = useDocument()
const stageView = useStageView()
const moving = useFrameMove(props.pictures, () => props.drawn)
const { still, stops, trouble } = moving
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

/** Room round the still, px; above it for the bar. */
const AROUND = 28
const ABOVE = 100
/** How far from the frame it is turned by, px. */
const ARM = 20

/** Screen px a px of the still, and where its middle is seen. */
const place = computed(() => {
  const { x, y, width, height } = still.value?.box ?? { x: 0, y: 0, width: 1, height: 1 }
  const scale = Math.max(
    0.001,
    Math.min((props.width - 2 * AROUND) / width, (props.height - ABOVE - AROUND) / height),
  )
  const middle: Point = [x + width / 2, y + height / 2]
  return {
    scale,
    x: props.width / 2 - middle[0] * scale,
    y: (props.height + ABOVE - AROUND) / 2 - middle[1] * scale,
  }
})
const onScreen = ([x, y]: readonly [number, number]): Point => [
  place.value.x + x * place.value.scale,
  place.value.y + y * place.value.scale,
]
const { drag, size, turn, onKey } = useFrameGestures(moving, () => ({
  scale: place.value.scale,
  toStill: ({ clientX, clientY }) => {
    const { left, top } = canvas.value!.getBoundingClientRect()
    const { scale, x, y } = place.value
    return [(clientX - left - x) / scale, (clientY - top - y) / scale]
  },
}))

const paint = (): void => {
  const target = canvas.value
  if (!target || !still.value) return
  const { scale, x, y } = place.value
  const ratio = devicePixelRatio
  target.width = Math.max(1, Math.round(props.width * ratio))
  target.height = Math.max(1, Math.round(props.height * ratio))
  const context = target.getContext('2d')!
  context.setTransform(ratio * scale, 0, 0, ratio * scale, ratio * x, ratio * y)
  context.imageSmoothingQuality = 'high'
  paintItems(context, still.value.art, { pictures: props.pictures, scale: scale * ratio })
}
onMounted(paint)
// What is drawn stays the same object throughout a drag, which so paints nothing.
watch([() => props.width, () => props.height, still], paint, { flush: 'post' })

/** The larger lies beneath, so that each can be taken hold of; while one is dragged nothing changes places. */
const order = shallowRef<readonly number[]>([])
watch(
  () => [stops.value, document.gesturing] as const,
  ([now, dragged]) => {
    if (!dragged || order.value.length !== now.length)
      order.value = now
        .map((_, which) => which)
        .sort((a, b) => now[b]!.framing.width - now[a]!.framing.width || a - b)
  },
  { immediate: true },
)
const frames = computed(() =>
  order.value.flatMap((which) => {
    const framing = stops.value[which]?.framing
    if (!framing) return []
    const corners = framingCorners(framing, document.size).map(onScreen)
    const share = Math.round(sharpness(framing, document.size))
    const isSoft = share > 100 && !still.value!.isDrawing
    const name = stopName(which, stops.value.length)
    const [leftTop, rightTop, , leftBottom] = corners as [Point, Point, Point, Point]
    const end = which === 0 ? 'first' : which === stops.value.length - 1 ? 'last' : 'stop'
    // Apart from one another, even where one frame is nearly the other.
    const at: Readonly<Record<typeof end, Point>> = {
      first: [leftTop[0] + 8, leftTop[1] + 18],
      last: [rightTop[0] - 8, rightTop[1] - 9],
      stop: [leftBottom[0] + 8, leftBottom[1] - 8],
    }
    const top: Point = [(leftTop[0] + rightTop[0]) / 2, (leftTop[1] + rightTop[1]) / 2]
    const up = ((framing.turn - 90) * Math.PI) / 180
    return [
      {
        which,
        end: end as 'first' | 'stop' | 'last',
        corners,
        words: `${name} · ${share} %${isSoft ? ', soft' : ''}`,
        at: at[end],
        turn: [top, [top[0] + ARM * Math.cos(up), top[1] + ARM * Math.sin(up)]] as const,
        label: `${name} frame, at ${share} % of its pixels`,
      },
    ]
  }),
)
/** Where each corner goes; over stops where the middle does. */
const ways = computed(() => {
  const corners = stops.value.map(({ framing }) => framingCorners(framing, document.size).map(onScreen))
  if (corners.length === 2) return corners[0]!.map((corner, i) => [corner, corners[1]![i]!])
  return [stops.value.map(({ framing }) => onScreen(framing.centre))]
})

useEventListener(
  window,
  'keydown',
  (event) => {
    // A drag, a field or a dialog has its own use for it first.
    if (event.key !== 'Escape' || document.gesturing) return
    if ((event.target as Element).closest?.('input, [role=dialog], [role=menu]')) return
    event.preventDefault()
    event.stopPropagation()
    stageView.tool = 'pointer'
  },
  { capture: true },
)
</script>

<template>
  <div class="ground" @pointerdown.stop @wheel.stop>
    <canvas ref="canvas" class="absolute inset-0 size-full" aria-hidden="true" />
    <svg v-if="still && !trouble" class="absolute inset-0 size-full overflow-hidden">
      <polyline v-for="(way, i) in ways" :key="i" class="way" :points="way.join(' ')" />
      <FrameOutline
        v-for="{ which, end, corners, words, label, at, turn: arm } in frames"
        :key="which"
        :corners="corners"
        :words="words"
        :at="at"
        :end="end"
        :turn="arm"
        :aria-label="label"
        aria-description="Arrows move it, plus and minus size it, comma and point turn it, Delete takes a stop away"
        @focus="moving.chosen.value = which"
        @move="drag($event, which)"
        @size="(event, corner) => size(event, which, corner)"
        @turn="turn($event, which)"
        @keydown="onKey($event, which)"
      />
    </svg>
    <p v-if="trouble" class="empty" role="status">{{ trouble }}</p>
    <FrameMoveBar :moving="moving" />
  </div>
</template>

<style scoped>
.ground {
  position: absolute;
  z-index: 6;
  inset: 0;
  background: var(--surround);
  cursor: default;
}

.empty {
  position: absolute;
  top: 64px;
  width: 100%;
  text-align: center;
}

.way {
  fill: none;
  stroke: rgb(255 255 255 / 70%);
  stroke-dasharray: 2 4;
}
</style>
