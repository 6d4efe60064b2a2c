<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import { setRouteHandle, type KeyRef } from '@arrow-bend/core/edit'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useContextMenu } from '../../../../session/view/contextMenu.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import {
  drawRoute,
  travelledAt,
  type RouteBead,
  type RoutePiece,
} from '../../../../chart/route/routeDrawing.ts'
import { text } from '../../../../chart/route/pathText.ts'
import type { Point, RouteGeometry } from '../../../../chart/route/routeGeometry.ts'
import { routeHandles, type RouteHandle } from '../../../../chart/route/routeHandles.ts'
import { useBeadWalk } from './useBeadWalk.ts'
import type { RouteGestures } from './useRouteGestures.ts'

/** One layer's route: its line, a mark a frame, a bead a key and the handles of selected keys; all of it can be taken hold of. */
const props = defineProps<{
  geometry: RouteGeometry
  gestures: RouteGestures
  time: number
  /** Only shown, as when it is the route of before. */
  still: boolean
}>()

const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const contextMenu = useContextMenu()

const drawing = computed(() => drawRoute(props.geometry, document.rate))
const passed = computed(() => travelledAt(props.geometry, props.time))
const marks = computed(() => {
  const step = frameTicks(document.rate)
  const next = drawing.value.marks.findIndex(({ frame }) => frame * step > props.time)
  const at = next < 0 ? drawing.value.marks.length : next
  const join = (list: typeof drawing.value.marks): string => list.map(({ path }) => path).join('')
  return { passed: join(drawing.value.marks.slice(0, at)), coming: join(drawing.value.marks.slice(at)) }
})
const refOf = (key: string): KeyRef => ({
  scene: document.sceneId,
  layer: props.geometry.layer,
  property: 'position',
  key,
})
const chosen = (key: string): boolean => selection.hasKey(refOf(key))
const handles = computed(() => routeHandles(props.geometry, chosen))
const count = computed(() => drawing.value.beads.length)
const beadLabel = (bead: RouteBead): string => {
  const what = bead.waypoint ? 'waypoint' : 'key'
  const [x, y] = props.geometry.property.keys[bead.index]!.value as Point
  return `${props.geometry.name} ${what} ${bead.index + 1} of ${count.value}, ${bead.through}, at ${Math.round(x)}, ${Math.round(y)}`
}

/** A press on the layer itself is for the layer, not for the line or a key that lies there: with Alt it is for these. */
const isForLayer = (event: PointerEvent): boolean =>
  !event.altKey && props.gestures.isOnLayer(event, props.geometry.layer)
const pressLine = (event: PointerEvent, piece: RoutePiece): void => {
  if (isForLayer(event)) return
  event.stopPropagation()
  props.gestures.pressPiece(event, props.geometry, piece)
}
const pressBead = (event: PointerEvent, bead: RouteBead): void => {
  if (!chosen(bead.key) && isForLayer(event)) return
  event.stopPropagation()
  props.gestures.pressBead(event, props.geometry, bead)
}
const openMenu = (event: MouseEvent, bead: RouteBead): void => {
  if (!chosen(bead.key)) selection.selectKeysAmong([refOf(bead.key)])
  contextMenu.show(event, 'key')
}
/** The key whose bead is covered by its layer where the pointer is: it shows that a press is not for it. */
const covered = shallowRef<string | null>(null)
const hoverBead = (event: PointerEvent, { key }: RouteBead): void => {
  covered.value = event.buttons === 0 && !chosen(key) && isForLayer(event) ? key : null
}
const walk = useBeadWalk(() => drawing.value.beads.map(({ key }) => key))
const onBeadKey = (event: KeyboardEvent, { key }: RouteBead): void => {
  if (event.key === 'Enter') {
    if (event.shiftKey) selection.selectKeys([refOf(key)], true)
    else selection.selectKeysAmong([refOf(key)])
  } else if (!chosen(key)) {
    walk.step(event, key)
    return
  } else if (event.key === 'Escape') selection.letKeysGo([refOf(key)])
  else {
    const by = arrowWay(event)
    if (by) props.gestures.nudgeKey(refOf(key), by)
    return
  }
  event.preventDefault()
  event.stopPropagation()
}
const nudgeHandle = (event: KeyboardEvent, { key, side, offset }: RouteHandle): void => {
  const by = arrowWay(event)
  if (!by) return
  const moved: Point = [offset[0] + by[0], offset[1] + by[1]]
  document.apply('Route handle nudged', (draft) =>
    setRouteHandle(draft, refOf(key), { side, offset: moved, free: event.altKey }),
  )
}
</script>

<template>
  <g role="group" :aria-label="`${geometry.name} route, ${count} keys`" :opacity="playback.playing ? 0.4 : 1">
    <path :d="drawing.path" class="edge" />
    <path :d="drawing.path" class="coming" />
    <path
      v-if="drawing.length > 0"
      :d="drawing.path"
      class="passed"
      :pathLength="drawing.length"
      :stroke-dasharray="`${passed} ${drawing.length + 1}`"
    />
    <path :d="marks.passed + marks.coming" class="marks-edge" />
    <path :d="marks.coming" class="marks" />
    <path :d="marks.passed" class="marks passed-marks" />
    <g v-if="!playback.playing && !still">
      <path
        v-for="piece in drawing.pieces"
        :key="piece.key"
        :d="piece.path"
        class="grip"
        data-route-line
        @pointerdown.left="pressLine($event, piece)"
      />
      <g v-for="handle in handles" :key="`${handle.key}/${handle.side}`">
        <path :d="`M${text(handle.from)}L${text(handle.to)}`" class="stalk-edge" />
        <path :d="`M${text(handle.from)}L${text(handle.to)}`" class="stalk" />
      </g>
      <g
        v-for="bead in drawing.beads"
        :key="bead.key"
        class="bead-group"
        role="button"
        :tabindex="bead.key === walk.stop.value ? 0 : -1"
        :data-bead="bead.key"
        :aria-label="beadLabel(bead)"
        :aria-pressed="chosen(bead.key)"
        :class="{ covered: covered === bead.key && !chosen(bead.key) }"
        @pointerdown.left="pressBead($event, bead)"
        @contextmenu="openMenu($event, bead)"
        @pointermove="hoverBead($event, bead)"
        @pointerleave="covered = null"
        @focus="walk.keep(bead.key)"
        @keydown="onBeadKey($event, bead)"
      >
        <title v-if="covered === bead.key">Alt+click for the key, which the layer covers</title>
        <circle :cx="bead.x" :cy="bead.y" r="10" fill="transparent" />
        <circle
          :cx="bead.x"
          :cy="bead.y"
          :r="bead.waypoint ? 3 : 4.25"
          class="bead"
          :class="{ chosen: chosen(bead.key) }"
        />
        <text v-if="bead.label" :x="bead.x" :y="bead.y + 17" class="number">{{ bead.label }}</text>
      </g>
      <g
        v-for="handle in handles"
        :key="`${handle.key}/${handle.side}`"
        class="handle-group"
        role="slider"
        tabindex="0"
        :aria-label="`${geometry.name}, ${handle.side} handle`"
        :aria-valuenow="Math.round(Math.hypot(...handle.offset))"
        :aria-valuetext="handle.words"
        @pointerdown.left.stop="gestures.pressHandle($event, geometry, handle)"
        @keydown="nudgeHandle($event, handle)"
      >
        <rect :x="handle.to[0] - 10" :y="handle.to[1] - 10" width="20" height="20" fill="transparent" />
        <rect class="handle" :x="handle.to[0] - 3.5" :y="handle.to[1] - 3.5" width="7" height="7" rx="1" />
      </g>
    </g>
  </g>
</template>

<style scoped src="./route.css"></style>
