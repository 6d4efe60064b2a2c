<script setup lang="ts">
import { computed, type Ref } from 'vue'
import { withArm, type VertexSide } from '@arrow-bend/core/edit'
import { armOffset, outlineCubics, outlinePathData } from '@arrow-bend/core/scene'
import type { StagePainter, StageView } from '../../../../draw/index.ts'
import { text } from '../../../../chart/route/pathText.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useBeadWalk } from '../route/useBeadWalk.ts'
import OutlineBar from './OutlineBar.vue'
import VertexBox from './VertexBox.vue'
import VertexTrails from './VertexTrails.vue'
import { useOutline } from './useOutline.ts'
import { armWords, useOutlineGestures, type ArmHold } from './useOutlineGestures.ts'
import { useOutlineKeys } from './useOutlineKeys.ts'

/** The outline of the selected path over the picture: its vertices, their handles, and its line, all to be taken hold of. */
const props = defineProps<{
  view: StageView
  painter: StagePainter
  /** Counts drawings of the picture, so that the outline follows it. */
  picture: { readonly drawn: Readonly<Ref<number>> }
  /** Starts panning if that is what a press means, and tells whether it did. */
  pressPan: (event: PointerEvent) => boolean
}>()

const playback = usePlayback()
const editing = useOutline({
  view: () => props.view,
  painter: () => props.painter,
  drawn: () => props.picture.drawn.value,
})
const { layer, outline, chosen, trouble, onScreen } = editing
const gestures = useOutlineGestures(editing)
const { leave, remove } = useOutlineKeys(editing, gestures)

const path = computed(() => outlinePathData(outline.value))
const transform = computed(() => {
  const { x, y, scale } = props.view
  return `translate(${x} ${y}) scale(${scale}) matrix(${[...editing.matrix.value].join(' ')})`
})
/** The edges as they are without rounded corners, which vertices are put on. */
const edges = computed(() =>
  outlineCubics(outline.value).map(({ from, leave: out, arrive, to }) => {
    const [a, b, c, d] = [from, out, arrive, to].map((point) => text(onScreen(point)))
    return `M${a}C${b} ${c} ${d}`
  }),
)
const beads = computed(() =>
  outline.value.vertices.map(({ at, corner }, i) => {
    const [x, y] = onScreen(at)
    const round = corner > 0 ? `, rounded by ${Math.round(corner)} px` : ''
    return {
      i,
      name: String(i),
      x,
      y,
      isChosen: chosen.value.has(i),
      label: `Vertex ${i + 1} of ${outline.value.vertices.length}, at ${Math.round(at[0])}, ${Math.round(at[1])}${round}`,
    }
  }),
)
/** Arms of the chosen vertices; those of no length have none to take hold of. */
const arms = computed(() =>
  [...chosen.value].flatMap((vertex) => {
    const { at, ...sides } = outline.value.vertices[vertex]!
    return (['arrive', 'leave'] as const satisfies readonly VertexSide[]).flatMap((side) => {
      if (sides[side].length === 0) return []
      const offset = armOffset(sides[side])
      const end: Point = [at[0] + offset[0], at[1] + offset[1]]
      return [{ vertex, side, offset, from: onScreen(at), to: onScreen(end) }]
    })
  }),
)
const walk = useBeadWalk(() => beads.value.map(({ name }) => name))
const onVertexKey = (event: KeyboardEvent, i: number): void => {
  if (event.key === 'Enter' || event.key === ' ') {
    const adds = event.shiftKey || event.ctrlKey || event.metaKey
    chosen.value = new Set(adds ? [...chosen.value, i] : [i])
  } else {
    walk.step(event, String(i))
    return
  }
  event.preventDefault()
  event.stopPropagation()
}
const nudgeArm = (event: KeyboardEvent, { vertex, side, offset }: ArmHold): void => {
  const by = arrowWay(event)
  if (!by) return
  const to: Point = [offset[0] + by[0], offset[1] + by[1]]
  gestures.apply('Handle nudged', (now) => withArm(now, { vertex, side, offset: to, free: event.altKey }))
}
/** What is not on the outline. */
const pressGround = (event: PointerEvent): void => {
  if (!props.pressPan(event) && event.button === 0 && !trouble.value) gestures.pressGround(event)
}
</script>

<template>
  <svg
    class="absolute inset-0 size-full overflow-hidden"
    role="group"
    :aria-label="layer ? `Outline of ${layer.name}` : 'No outline'"
  >
    <rect
      width="100%"
      height="100%"
      fill="transparent"
      data-ground
      @pointerdown.stop="pressGround"
      @dblclick.stop="leave"
    />
    <g v-if="!trouble && !playback.playing">
      <path :d="path" :transform="transform" class="edge" vector-effect="non-scaling-stroke" />
      <path :d="path" :transform="transform" class="line" vector-effect="non-scaling-stroke" />
      <path
        v-for="(edge, i) in edges"
        :key="i"
        v-memo="[edge]"
        :d="edge"
        class="grip"
        data-outline-edge
        @pointerdown.left.stop="gestures.pressEdge($event, i)"
        @dblclick.stop
      >
        <title>Click to put a vertex here, drag to pull one out</title>
      </path>
      <g v-for="arm in arms" :key="`${arm.vertex}/${arm.side}/stalk`">
        <path :d="`M${text(arm.from)}L${text(arm.to)}`" class="stalk-edge" />
        <path :d="`M${text(arm.from)}L${text(arm.to)}`" class="stalk" />
      </g>
      <VertexTrails :editing="editing" :view="view" />
      <VertexBox :editing="editing" :gestures="gestures" />
      <g>
        <g
          v-for="bead in beads"
          :key="bead.name"
          v-memo="[bead.x, bead.y, bead.isChosen, bead.label, bead.name === walk.stop.value]"
          class="bead-group"
          role="button"
          :tabindex="bead.name === walk.stop.value ? 0 : -1"
          :data-bead="bead.name"
          :aria-label="bead.label"
          :aria-pressed="bead.isChosen"
          @pointerdown.left.stop="gestures.pressVertex($event, bead.i)"
          @dblclick.stop
          @focus="walk.keep(bead.name)"
          @keydown="onVertexKey($event, bead.i)"
        >
          <circle :cx="bead.x" :cy="bead.y" r="10" fill="transparent" />
          <circle
            :cx="bead.x"
            :cy="bead.y"
            :r="bead.i === 0 ? 5.5 : 4.25"
            class="bead"
            :class="{ chosen: bead.isChosen }"
          />
        </g>
      </g>
      <g
        v-for="arm in arms"
        :key="`${arm.vertex}/${arm.side}`"
        class="handle-group"
        role="slider"
        tabindex="0"
        :aria-label="`Vertex ${arm.vertex + 1}, ${arm.side} handle`"
        :aria-valuenow="Math.round(Math.hypot(...arm.offset))"
        :aria-valuetext="armWords(arm.offset)"
        @pointerdown.left.stop="gestures.pressArm($event, arm)"
        @dblclick.stop
        @keydown="nudgeArm($event, arm)"
      >
        <rect :x="arm.to[0] - 10" :y="arm.to[1] - 10" width="20" height="20" fill="transparent" />
        <rect class="handle" :x="arm.to[0] - 3.5" :y="arm.to[1] - 3.5" width="7" height="7" rx="1" />
      </g>
    </g>
    <rect v-if="gestures.marquee.value" v-bind="gestures.marquee.value" class="marquee" />
    <PointerTag :of="gestures" />
  </svg>
  <OutlineBar :editing="editing" :gestures="gestures" @remove="remove" @leave="leave" />
</template>

<style scoped src="../route/route.css"></style>
<style scoped>
.edge,
.line {
  pointer-events: none;
}

.line {
  stroke: #c8401a;
  stroke-width: 1.5;
}

.grip {
  cursor: copy;
  stroke-width: 18;
}

.bead.chosen {
  stroke: #fffdf8;
}

.marquee {
  fill: rgb(200 64 26 / 12%);
  stroke: #c8401a;
}
</style>
