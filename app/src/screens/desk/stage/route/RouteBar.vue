<script setup lang="ts">
import { clamp } from '@arrow-bend/core/number'
import { Milestone } from '@lucide/vue'
import { computed, defineAsyncComponent } from 'vue'
import { setRouteThrough, setWaypoints, type KeyRef } from '@arrow-bend/core/edit'
import type { Through } from '@arrow-bend/core/property'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { vOneStop } from '../../../../ui/focus/oneStop.ts'
import IconButton from '../../../../ui/IconButton.vue'
import { drawRoute } from '../../../../chart/route/routeDrawing.ts'
import type { Point, RouteGeometry } from '../../../../chart/route/routeGeometry.ts'
import { routeHandles } from '../../../../chart/route/routeHandles.ts'

// It comes with the first route, so that the Desk itself is there sooner.
const RouteTransform = defineAsyncComponent(() => import('./RouteTransform.vue'))

/** The small bar by a selected key of a route: how the route passes through it, for all selected keys at once. */
const props = defineProps<{ geometries: readonly RouteGeometry[]; width: number; height: number }>()

/** Size of the bar, how far it keeps from its key, and how much clear space it leaves what can be taken hold of, px. */
const BAR = { width: 284, height: 28, away: 30, clear: 12 } as const
const THROUGHS: readonly { through: Through; label: string }[] = [
  { through: 'corner', label: 'Corner' },
  { through: 'joined', label: 'Joined' },
  { through: 'smooth', label: 'Smooth' },
]

const document = useDocument()
const selection = useSelection()

const chosen = computed(() => {
  const beads = props.geometries.flatMap((geometry) =>
    drawRoute(geometry, document.rate).beads.map((bead) => ({
      bead,
      last: geometry.property.keys.length - 1,
      ref: {
        scene: document.sceneId,
        layer: geometry.layer,
        property: 'position',
        key: bead.key,
      } satisfies KeyRef,
    })),
  )
  return beads.filter(({ ref }) => selection.hasKey(ref))
})
const refs = computed(() => chosen.value.map(({ ref }) => ref))
/** The routes the selected keys are on, and where the first of those keys is. */
const touched = computed(() =>
  props.geometries.filter(({ layer }) => refs.value.some((ref) => ref.layer === layer)),
)
const firstPlace = computed<Point>(() => {
  const [ref] = refs.value
  const geometry = touched.value.find(({ layer }) => layer === ref?.layer)
  return (geometry?.property.keys.find(({ id }) => id === ref?.key)?.value ?? [0, 0]) as Point
})
const shared = computed<Through | null>(() => {
  const kinds = new Set(chosen.value.map(({ bead }) => bead.through))
  return kinds.size === 1 ? [...kinds][0]! : null
})
/** Keys that may be passed at any time: all but the first and the last. */
const inner = computed(() => chosen.value.filter(({ bead, last }) => bead.index > 0 && bead.index < last))
const allWaypoints = computed(() => inner.value.length > 0 && inner.value.every(({ bead }) => bead.waypoint))
const place = computed(() => {
  const { x, y } = chosen.value[0]!.bead
  const [below, above] = [y + BAR.away, y - BAR.away - BAR.height]
  const [middle, right, left] = [x - BAR.width / 2, x + BAR.away, x - BAR.away - BAR.width]
  const near = [below, above].flatMap((top) => [middle, right, left].map((at): Point => [at, top]))
  const corners = [props.height, 0].flatMap((top) => [0, props.width].map((at): Point => [at, top]))
  const tries = [...near, ...corners].map(inside)
  // Below its key if nothing lies there that could be taken hold of, else where least does, a corner at the last.
  const best = tries.reduce((found, tried) => (covered(tried) < covered(found) ? tried : found))
  return { left: `${best[0]}px`, top: `${best[1]}px`, width: `${BAR.width}px` }
})
const inside = ([left, top]: Point): Point => [
  clamp(left, 8, props.width - BAR.width - 8),
  clamp(top, 8, props.height - BAR.height - 8),
]
/** Beads and handle ends of the routes, on the screen. */
const held = computed<readonly Point[]>(() =>
  props.geometries.flatMap((geometry) => {
    const beads = drawRoute(geometry, document.rate).beads.map(({ x, y }): Point => [x, y])
    const isChosen = (key: string): boolean =>
      selection.hasKey({ scene: document.sceneId, layer: geometry.layer, property: 'position', key })
    return [...beads, ...routeHandles(geometry, isChosen).map(({ to }) => to)]
  }),
)
const covered = ([left, top]: Point): number =>
  held.value.filter(
    ([x, y]) =>
      x > left - BAR.clear &&
      x < left + BAR.width + BAR.clear &&
      y > top - BAR.clear &&
      y < top + BAR.height + BAR.clear,
  ).length
const choose = (through: Through): void => {
  document.apply(`Route made ${through}`, (draft) => setRouteThrough(draft, refs.value, through))
}
const toggleWaypoints = (): void => {
  const timeless = !allWaypoints.value
  document.apply(timeless ? 'Made a waypoint' : 'Given a time', (draft) =>
    setWaypoints(
      draft,
      inner.value.map(({ ref }) => ref),
      timeless,
    ),
  )
}
</script>

<template>
  <div
    v-if="chosen.length > 0"
    v-one-stop
    class="float bar"
    role="toolbar"
    aria-label="Route at the selected keys"
    :style="place"
    @pointerdown.stop
  >
    <button
      v-for="{ through, label } in THROUGHS"
      :key="through"
      type="button"
      :aria-pressed="shared === through"
      @click="choose(through)"
    >
      {{ label }}
    </button>
    <IconButton
      v-if="inner.length > 0"
      :icon="Milestone"
      :label="
        allWaypoints ? 'Give it a time of its own' : 'Waypoint: shapes the route, without a time of its own'
      "
      :pressed="allWaypoints"
      @press="toggleWaypoints"
    />
    <RouteTransform :geometries="touched" :chosen="firstPlace" />
  </div>
</template>

<style scoped>
.bar {
  position: absolute;
  display: flex;
  height: 28px;
  align-items: center;
  padding: 0 2px;
}

.bar > button {
  height: 24px;
  flex: 1;
  border-radius: 4px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.bar > button[aria-pressed='true'] {
  background: var(--sheet-2);
  box-shadow: inset 0 -2px 0 var(--pencil);
  color: var(--ink);
  font-weight: 650;
}
</style>
