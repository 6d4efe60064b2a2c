<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, shallowRef, useTemplateRef, watch } from 'vue'
import { framingCorners, sharpness, type Framing } from '@arrow-bend/core/scene'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import type { PictureBook } from '../../../../draw/index.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import { useDocument, type Gesture } from '../../../../session/document/document.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import FrameMoveBar from './FrameMoveBar.vue'
import { useFrameMove, type FrameEnd } from './useFrameMove.ts'

/** The whole of a picture with the first and the last frame of a move over it, which are dragged and sized by hand. */
const props = defineProps<{
  width: number
  height: number
  pictures: PictureBook
  /** How often the stage was drawn: a picture may have come since. */
  drawn: number
}>()

const document = useDocument()
const stageView = useStageView()
const moving = useFrameMove()
const { still, move, trouble } = moving
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

/** Room round the picture, px; above it for the bar. */
const AROUND = 28
const ABOVE = 76
/** One press of an arrow, as a share of the frame's width; with Shift ten. */
const STEP = 0.01

/** Screen px a picture px, and where its middle is seen. */
const place = computed(() => {
  const [width, height] = still.value?.size ?? [1, 1]
  const scale = Math.max(
    0.001,
    Math.min((props.width - 2 * AROUND) / width, (props.height - ABOVE - AROUND) / height),
  )
  return { scale, x: props.width / 2, y: (props.height + ABOVE - AROUND) / 2 }
})
const onScreen = ([x, y]: readonly [number, number]): Point => [
  place.value.x + x * place.value.scale,
  place.value.y + y * place.value.scale,
]
/** Whether the picture was there to be painted. */
let isPainted = false
const paint = (): void => {
  const target = canvas.value
  if (!target || !still.value) return
  const { scale, x, y } = place.value
  const ratio = devicePixelRatio
  target.width = Math.max(1, Math.round(props.width * ratio))
  target.height = Math.max(1, Math.round(props.height * ratio))
  const picked = props.pictures.pick(still.value.picture, scale * ratio)
  isPainted = picked !== null
  if (!picked) return
  const context = target.getContext('2d')!
  context.scale(ratio, ratio)
  context.imageSmoothingQuality = 'high'
  const [width, height] = [picked.width * scale, picked.height * scale]
  context.drawImage(picked.source, x - width / 2, y - height / 2, width, height)
}
onMounted(paint)
// By what it is made of, so that a drag, which changes neither, paints nothing.
watch(() => [props.width, props.height, place.value.scale, still.value?.picture].join(), paint, {
  flush: 'post',
})
watch(
  () => props.drawn,
  () => isPainted || paint(),
  { flush: 'post' },
)

const WORDS: Record<FrameEnd, string> = { first: 'First', last: 'Last' }
/** The larger lies beneath, so that either can be taken hold of; while one is dragged nothing changes places. */
const order = shallowRef<readonly FrameEnd[]>(['first', 'last'])
watch(
  () => [move.value, document.gesturing] as const,
  ([now, dragged]) => {
    if (now && !dragged)
      order.value = now.first.width < now.last.width ? ['last', 'first'] : ['first', 'last']
  },
  { immediate: true },
)
const frames = computed(() =>
  order.value.flatMap((end) => {
    const framing = move.value?.[end]
    if (!framing) return []
    const corners = framingCorners(framing, document.size).map(onScreen)
    const share = Math.round(sharpness(framing, document.size))
    const isSoft = share > 100 && !still.value!.isDrawing
    const words = `${WORDS[end]} · ${share} %${isSoft ? ', soft' : ''}`
    // Apart from one another, even where one frame is nearly the other.
    const [left, , right] = corners as [Point, Point, Point, Point]
    const at: Point = end === 'first' ? [left[0] + 8, left[1] + 18] : [right[0] - 8, right[1] - 9]
    return [{ end, corners, words, at, label: `${WORDS[end]} frame, at ${share} % of its pixels` }]
  }),
)
const outline = (corners: readonly Point[]): string => corners.map((point) => point.join()).join(' ')
/** Where the frame's middle goes between the two, and where its corners do. */
const ways = computed(() => {
  const [first, last] = frames.value
  return first && last ? first.corners.map((corner, i) => [corner, last.corners[i]!] as const) : []
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

const edit = (
  label: string,
  event: PointerEvent,
  made: (moved: PointerEvent, way: Point) => Framing,
  end: FrameEnd,
) => {
  event.stopPropagation()
  if (event.button !== 0) return
  let gesture: Gesture | null = null
  const from = moving.begin()
  trackPointer(event, {
    start: () => (gesture = document.begin(label)),
    move: (moved, way) => {
      const wanted = moving.ends(from, end, made(moved, way), moved.ctrlKey || moved.metaKey)
      gesture?.preview(moving.recipeOf(from, wanted))
    },
    end: ({ cancelled }) => (cancelled ? gesture?.cancel() : gesture?.commit()),
  })
}
const drag = (event: PointerEvent, end: FrameEnd): void => {
  const from = move.value![end]
  edit(
    `${WORDS[end]} frame moved`,
    event,
    (moved, [dx, dy]) => {
      const level = moved.shiftKey && Math.abs(dx) >= Math.abs(dy)
      const upright = moved.shiftKey && !level
      const { scale } = place.value
      const [x, y] = from.centre
      return { ...from, centre: [x + (upright ? 0 : dx / scale), y + (level ? 0 : dy / scale)] }
    },
    end,
  )
}
/** A corner follows the pointer, its opposite stays; with Alt the middle does. */
const size = (event: PointerEvent, end: FrameEnd, corner: number): void => {
  const from = move.value![end]
  const corners = framingCorners(from, document.size)
  const [own, opposite] = [corners[corner]!, corners[(corner + 2) % 4]!]
  edit(
    `${WORDS[end]} frame sized`,
    event,
    (moved, [dx, dy]) => {
      const about = moved.altKey ? from.centre : opposite
      const arm = [own[0] - about[0], own[1] - about[1]] as const
      const { scale } = place.value
      const along =
        (arm[0] * (arm[0] + dx / scale) + arm[1] * (arm[1] + dy / scale)) / (arm[0] ** 2 + arm[1] ** 2)
      const by = Math.max(0.02, along)
      return {
        ...from,
        width: from.width * by,
        centre: [about[0] + (from.centre[0] - about[0]) * by, about[1] + (from.centre[1] - about[1]) * by],
      }
    },
    end,
  )
}
const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const onKey = (event: KeyboardEvent, end: FrameEnd): void => {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const from = move.value![end]
  const step = from.width * STEP * (event.shiftKey ? 10 : 1)
  const way = ARROWS[event.key]
  const grows = { '+': -1, '=': -1, '-': 1, _: 1 }[event.key]
  if (!way && !grows) return
  event.preventDefault()
  event.stopPropagation()
  const wanted: Framing = way
    ? { ...from, centre: [from.centre[0] + way[0] * step, from.centre[1] + way[1] * step] }
    : { ...from, width: Math.max(1, from.width + grows! * step) }
  const label = `${WORDS[end]} frame ${way ? 'moved' : 'sized'}`
  const start = moving.begin()
  document.apply(label, moving.recipeOf(start, moving.ends(start, end, wanted, false)))
}
</script>

<template>
  <div class="ground" @pointerdown.stop @wheel.stop>
    <canvas ref="canvas" class="absolute inset-0 size-full" aria-hidden="true" />
    <svg v-if="still && !trouble" class="absolute inset-0 size-full overflow-hidden">
      <line
        v-for="([from, to], i) in ways"
        :key="i"
        class="way"
        :x1="from[0]"
        :y1="from[1]"
        :x2="to[0]"
        :y2="to[1]"
      />
      <g
        v-for="{ end, corners, words, label, at } in frames"
        :key="end"
        role="group"
        tabindex="0"
        class="frame"
        :class="end"
        :aria-label="label"
        aria-description="Arrows move it, plus and minus size it"
        @keydown="onKey($event, end)"
      >
        <polygon class="edge" :points="outline(corners)" />
        <polygon class="body" :points="outline(corners)" @pointerdown="drag($event, end)" />
        <g v-for="(corner, i) in corners" :key="i" class="corner" @pointerdown="size($event, end, i)">
          <circle :cx="corner[0]" :cy="corner[1]" r="11" fill="transparent" />
          <rect :x="corner[0] - 4" :y="corner[1] - 4" width="8" height="8" />
        </g>
        <text :x="at[0]" :y="at[1]" :text-anchor="end === 'first' ? 'start' : 'end'">{{ words }}</text>
      </g>
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

.frame {
  outline: none;
}

.edge,
.body {
  fill: none;
}

.edge {
  stroke: rgb(255 255 255 / 85%);
  stroke-width: 4;
}

.body {
  cursor: move;
  fill: transparent;
  stroke: var(--ink);
  stroke-width: 2;
}

.last .body {
  stroke: var(--pencil);
}

.first .body {
  stroke-dasharray: 8 4;
}

.frame:focus-visible .body {
  stroke-width: 4;
}

.corner {
  cursor: nwse-resize;
}

.corner rect {
  fill: var(--sheet-2);
  stroke: var(--ink);
}

.last .corner rect {
  stroke: var(--pencil);
}

.way {
  stroke: rgb(255 255 255 / 70%);
  stroke-dasharray: 2 4;
}

text {
  fill: #fff;
  font-size: 0.75rem;
  font-weight: 650;
  paint-order: stroke;
  pointer-events: none;
  stroke: rgb(20 25 30 / 85%);
  stroke-width: 3px;
}
</style>
