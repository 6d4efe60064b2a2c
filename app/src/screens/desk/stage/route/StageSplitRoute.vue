<script setup lang="ts">
import { computed } from 'vue'
import { frameTicks } from '@arrow-bend/core/time'
import {
  drawSplitRoute,
  passedOf,
  type SplitBead,
  type SplitRoute,
} from '../../../../chart/route/splitRoute.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useContextMenu } from '../../../../session/view/contextMenu.ts'
import { useBeadWalk } from './useBeadWalk.ts'
import type { SplitGestures } from './useSplitGestures.ts'

/**
 * Where a layer goes whose position is split: a line, a mark a frame, and a bead wherever X or Y has a key, ringed where
 * only one of them has.
 */
const props = defineProps<{
  route: SplitRoute
  gestures: SplitGestures
  time: number
  /** Only shown, as while it plays or when it is the route of before. */
  still: boolean
  /** Whether a press there is on what the layer itself draws. */
  isOnLayer: (event: PointerEvent, layer: string) => boolean
}>()

const document = useDocument()
const contextMenu = useContextMenu()

const drawing = computed(() => drawSplitRoute(props.route, document.rate))
const marks = computed(() => {
  const step = frameTicks(document.rate)
  const [passed, coming] = [true, false].map((want) =>
    drawing.value.marks
      .filter(({ frame }) => frame * step <= props.time === want)
      .map(({ path }) => path)
      .join(''),
  )
  return { passed: passed!, coming: coming! }
})
const line = computed(() => drawing.value.pieces.join(''))
const beads = computed(() =>
  props.route.beads.map((bead, index) => {
    const [x, y] = props.route.onScreen(bead.at)
    const [hasX, hasY] = bead.keys.map((key) => key !== null)
    const axes = hasX && hasY ? 'X and Y' : hasX ? 'X only' : 'Y only'
    const place = bead.at.map((part) => Math.round(part)).join(', ')
    return {
      bead,
      x,
      y,
      isHalf: !(hasX && hasY),
      label: `${props.route.name} key ${index + 1} of ${props.route.beads.length}, ${axes}, at ${place}`,
    }
  }),
)
const isForLayer = (event: PointerEvent): boolean =>
  !event.altKey && props.isOnLayer(event, props.route.layer)
const pressLine = (event: PointerEvent): void => {
  if (isForLayer(event)) return
  event.stopPropagation()
  props.gestures.pressLine(event, props.route)
}
const pressBead = (event: PointerEvent, bead: SplitBead): void => {
  if (!props.gestures.isChosen(props.route, bead) && isForLayer(event)) return
  event.stopPropagation()
  props.gestures.pressBead(event, props.route, bead)
}
const openMenu = (event: MouseEvent, bead: SplitBead): void => {
  if (!props.gestures.isChosen(props.route, bead)) props.gestures.choose(props.route, bead, false)
  contextMenu.show(event, 'key')
}
const walk = useBeadWalk(() => props.route.beads.map(({ t }) => String(t)))
const onBeadKey = (event: KeyboardEvent, bead: SplitBead): void => {
  if (event.key === 'Enter') props.gestures.choose(props.route, bead, event.shiftKey)
  else if (!props.gestures.isChosen(props.route, bead)) {
    walk.step(event, String(bead.t))
    return
  } else if (event.key === 'Escape') props.gestures.letGo(props.route, bead)
  else {
    const by = arrowWay(event)
    if (by) props.gestures.nudge(props.route, bead, by)
    return
  }
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <g
    role="group"
    :aria-label="`${route.name} route, X and Y split, ${beads.length} keys`"
    :opacity="still ? 0.4 : 1"
  >
    <path :d="line" class="edge" />
    <path :d="line" class="coming" />
    <path :d="passedOf(route, time)" class="passed" />
    <path :d="marks.passed + marks.coming" class="marks-edge" />
    <path :d="marks.coming" class="marks" />
    <path :d="marks.passed" class="marks passed-marks" />
    <g v-if="!still">
      <path :d="line" class="grip" data-route-line @pointerdown.left="pressLine" />
      <g
        v-for="{ bead, x, y, isHalf, label } in beads"
        :key="bead.t"
        class="bead-group"
        role="button"
        :tabindex="String(bead.t) === walk.stop.value ? 0 : -1"
        :data-bead="bead.t"
        :aria-label="label"
        :aria-pressed="gestures.isChosen(route, bead)"
        @pointerdown.left="pressBead($event, bead)"
        @contextmenu="openMenu($event, bead)"
        @focus="walk.keep(String(bead.t))"
        @keydown="onBeadKey($event, bead)"
      >
        <circle :cx="x" :cy="y" r="10" fill="transparent" />
        <circle
          :cx="x"
          :cy="y"
          r="4.25"
          class="bead"
          :class="{ chosen: gestures.isChosen(route, bead) }"
          :stroke-dasharray="isHalf ? '2.2 2.2' : undefined"
        />
      </g>
    </g>
  </g>
</template>

<style scoped src="./route.css"></style>
