<script setup lang="ts">
import { autoUpdate, flip, shift, useFloating } from '@floating-ui/vue'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { FlipHorizontal2, FlipVertical2, Waypoints } from '@lucide/vue'
import { ref } from 'vue'
import { scaleAndTurn, transformRoutes, type PropertyRef } from '@arrow-bend/core/edit'
import { applyMatrix, invertMatrix, parentMatrixAt } from '@arrow-bend/core/scene'
import { useDocument, type Gesture } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import type { Point, RouteGeometry } from '../../../../chart/route/routeGeometry.ts'

/** Moves whole routes, and scales, turns and mirrors them about a point; what is typed or dragged is seen at once. */
const props = defineProps<{
  geometries: readonly RouteGeometry[]
  /** The key the bar hangs on, in the place's own px. */
  chosen: Point
}>()

type About = 'middle' | 'key' | 'frame'

const ABOUTS: readonly { about: About; label: string }[] = [
  { about: 'middle', label: 'its middle' },
  { about: 'key', label: 'this key' },
  { about: 'frame', label: 'the frame’s middle' },
]

const document = useDocument()
const playback = usePlayback()
const about = ref<About>('middle')
let gesture: Gesture | null = null
/** What the route is turned or scaled about when the edit begins: previews start from there. */
let centres: readonly { ref: PropertyRef; centre: Point }[] = []

const refOf = ({ layer }: RouteGeometry): PropertyRef => ({
  scene: document.sceneId,
  layer,
  property: 'position',
})
const centreOf = ({ layer, property }: RouteGeometry): Point => {
  if (about.value === 'key') return props.chosen
  if (about.value === 'frame') {
    const [width, height] = document.scene!.size
    const inverse = invertMatrix(parentMatrixAt(document.scene!, layer, playback.time, document.bends))
    return inverse ? applyMatrix(inverse, width / 2, height / 2) : [0, 0]
  }
  const points = property.keys.map(({ value }) => value as Point)
  const middle = (axis: 0 | 1): number => {
    const list = points.map((point) => point[axis])
    return (Math.min(...list) + Math.max(...list)) / 2
  }
  return [middle(0), middle(1)]
}
const begin = (label: string): void => {
  centres = props.geometries.map((geometry) => ({ ref: refOf(geometry), centre: centreOf(geometry) }))
  gesture = document.begin(label)
}
const preview = (scale: Point, degrees: number, by: Point = [0, 0]): void => {
  gesture?.preview((draft) => {
    for (const { ref: route, centre } of centres)
      transformRoutes(draft, [route], { matrix: scaleAndTurn(scale, degrees), about: centre, by })
  })
}
const commit = (): void => {
  gesture?.commit()
  gesture = null
}
const cancel = (): void => {
  gesture?.cancel()
  gesture = null
}
const once = (label: string, scale: Point, degrees = 0): void => {
  begin(label)
  preview(scale, degrees)
  commit()
}

/** Inside the window wherever the bar stands. */
const opener = ref<InstanceType<typeof PopoverButton> | null>(null)
const panel = ref<InstanceType<typeof PopoverPanel> | null>(null)
const { floatingStyles } = useFloating(opener, panel, {
  placement: 'top-end',
  middleware: [flip({ padding: 6 }), shift({ padding: 6, crossAxis: true })],
  whileElementsMounted: autoUpdate,
})
</script>

<template>
  <div class="host">
    <Popover>
      <PopoverButton
        ref="opener"
        class="opener"
        aria-label="Whole route"
        title="Whole motion path (route): move, scale, turn, mirror"
      >
        <Waypoints :size="16" :stroke-width="1.75" aria-hidden="true" />
      </PopoverButton>
      <PopoverPanel ref="panel" class="float panel" :style="floatingStyles" aria-label="Whole route">
        <h3>Whole route</h3>
        <div class="row pair">
          <NumberField
            v-for="(way, axis) in ['Right', 'Down']"
            :key="way"
            show-label
            :label="way"
            unit="px"
            :model-value="0"
            @start="begin('Whole route moved')"
            @input="(value: number) => preview([1, 1], 0, axis === 0 ? [value, 0] : [0, value])"
            @done="commit"
            @cancel="cancel"
          />
        </div>
        <NumberField
          show-label
          label="Scale"
          unit="%"
          :model-value="100"
          :min="-1000"
          :max="1000"
          @start="begin('Route scaled')"
          @input="(value: number) => preview([value / 100, value / 100], 0)"
          @done="commit"
          @cancel="cancel"
        />
        <NumberField
          show-label
          label="Turn"
          unit="°"
          :model-value="0"
          @start="begin('Route turned')"
          @input="(value: number) => preview([1, 1], value)"
          @done="commit"
          @cancel="cancel"
        />
        <div class="row">
          <IconButton
            :icon="FlipVertical2"
            label="Mirror left to right"
            @press="once('Route mirrored', [-1, 1])"
          />
          <IconButton
            :icon="FlipHorizontal2"
            label="Mirror top to bottom"
            @press="once('Route mirrored', [1, -1])"
          />
          <label>
            about
            <select v-model="about" class="field">
              <option v-for="{ about: point, label } in ABOUTS" :key="point" :value="point">
                {{ label }}
              </option>
            </select>
          </label>
        </div>
      </PopoverPanel>
    </Popover>
  </div>
</template>

<style scoped>
.host {
  position: relative;
  flex: none;
  margin-left: 4px;
}

/* A popover's button has two roots, so that scoped styles do not reach it by themselves. */
.host :deep(.opener) {
  display: grid;
  width: 28px;
  height: 24px;
  place-items: center;
  border-radius: 4px;
}

.host :deep(.opener:hover) {
  background: var(--rule-soft);
}

.panel {
  z-index: 20;
  display: grid;
  width: 236px;
  gap: 6px;
  padding: 8px 10px;
}

.panel h3 {
  font-weight: 650;
}

.row {
  display: flex;
  align-items: center;
  gap: 4px;
}

.pair > * {
  flex: 1 1 0;
}

.row label {
  display: flex;
  flex: 1;
  align-items: center;
  justify-content: flex-end;
  gap: 5px;
  font-size: 0.75rem;
}
</style>
