<script setup lang="ts">
import { drawingOf, pointerIn } from '../../../../gesture/pointerPlace.ts'
import { computed, shallowRef } from 'vue'
import { addGuide, moveGuide, removeGuides, type GuideRef } from '@arrow-bend/core/edit'
import { toScreen, toStage, type StageView } from '../../../../draw/index.ts'
import { useDocument, type Gesture } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import { rulerTicks } from '../../../../chart/rulerTicks.ts'

/** Rulers along two sides of the stage, and guides: dragged out of a ruler, moved, dragged back into it. */
const props = defineProps<{ view: StageView; width: number; height: number }>()

type Axis = GuideRef['axis']

/** How broad a ruler is, px. */
const BROAD = 18
const NAMES: Readonly<Record<Axis, string>> = { x: 'Upright', y: 'Level' }

const document = useDocument()
const preferences = usePreferences()
const held = shallowRef<{ axis: Axis; at: number } | null>(null)

const scales = computed(() => ({
  x: rulerTicks({ start: props.view.x, scale: props.view.scale }, props.width),
  y: rulerTicks({ start: props.view.y, scale: props.view.scale }, props.height),
}))
const onScreen = (axis: Axis, at: number): number => toScreen(props.view, [at, at])[axis === 'x' ? 0 : 1]
const placed = computed(() => document.scene?.guides)
const guides = computed(() =>
  (['x', 'y'] as const).flatMap((axis) =>
    (placed.value?.[axis] ?? []).map((at, index) => ({
      axis,
      index,
      at,
      name: `${NAMES[axis]} guide at ${Math.round(at)}`,
      line: lineAt(axis, onScreen(axis, at)),
    })),
  ),
)
const lineAt = (axis: Axis, at: number): { x1: number; y1: number; x2: number; y2: number } =>
  axis === 'x' ? { x1: at, x2: at, y1: 0, y2: props.height } : { x1: 0, x2: props.width, y1: at, y2: at }
const placeOf = (axis: Axis, event: PointerEvent, box: DOMRect): number => {
  const at = toStage(props.view, pointerIn(event, box))[axis === 'x' ? 0 : 1]
  return event.altKey ? at : Math.round(at)
}
/** Whether the pointer is back on the ruler the guide came out of. */
const onRuler = (axis: Axis, event: PointerEvent, box: DOMRect): boolean =>
  pointerIn(event, box)[axis === 'x' ? 0 : 1] < (preferences.rulers ? BROAD : 0)

/** Follows a guide that is new (`index` null) or there already; let go on its ruler, it is gone. */
const dragGuide = (event: PointerEvent, axis: Axis, index: number | null): void => {
  const box = drawingOf(event).getBoundingClientRect()
  const scene = document.sceneId
  const place = (gesture: Gesture, moved: PointerEvent): void => {
    const at = placeOf(axis, moved, box)
    const away = onRuler(axis, moved, box)
    held.value = away ? null : { axis, at }
    gesture.preview((draft) => {
      const which = index ?? addGuide(draft, { scene, axis }, at)
      if (away) removeGuides(draft, scene, { scene, axis, index: which })
      else moveGuide(draft, { scene, axis, index: which }, at)
    })
  }
  let gesture: Gesture | null = null
  trackPointer(event, {
    move(moved) {
      gesture ??= document.begin(index === null ? 'Guide added' : 'Guide moved')
      place(gesture, moved)
    },
    end({ cancelled }) {
      held.value = null
      if (cancelled) gesture?.cancel()
      else gesture?.commit()
    },
  })
}
const nudge = (
  event: KeyboardEvent,
  { axis, index, at }: { axis: Axis; index: number; at: number },
): void => {
  const ref = { scene: document.sceneId, axis, index }
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    event.stopPropagation()
    document.apply('Guide removed', (draft) => removeGuides(draft, ref.scene, ref))
    return
  }
  const by = arrowWay(event)
  if (by) document.apply('Guide moved', (draft) => moveGuide(draft, ref, at + (by[0] || by[1])))
}
const heldLabel = computed(() => {
  if (!held.value) return null
  const { axis, at } = held.value
  const along = onScreen(axis, at)
  return axis === 'x' ? { x: along + 6, y: 34, words: `x ${at}` } : { x: 26, y: along - 6, words: `y ${at}` }
})
</script>

<template>
  <svg
    class="absolute inset-0 size-full overflow-hidden pointer-events-none"
    aria-label="Guides"
    role="group"
  >
    <g
      v-for="guide in guides"
      :key="`${guide.axis}${guide.index}`"
      class="guide"
      :class="guide.axis"
      role="slider"
      tabindex="0"
      :aria-label="`${NAMES[guide.axis]} guide`"
      :aria-orientation="guide.axis === 'x' ? 'horizontal' : 'vertical'"
      :aria-valuenow="Math.round(guide.at)"
      :aria-valuetext="`${Math.round(guide.at * 10) / 10} px`"
      @pointerdown.left.stop="dragGuide($event, guide.axis, guide.index)"
      @keydown="nudge($event, guide)"
    >
      <line v-bind="guide.line" class="reach" />
      <line v-bind="guide.line" class="edge" />
      <line v-bind="guide.line" class="line" />
    </g>
    <g v-if="preferences.rulers" class="rulers">
      <g v-for="axis in ['y', 'x'] as const" :key="axis">
        <rect
          class="ground"
          :class="axis === 'x' ? 'from-left' : 'from-top'"
          :width="axis === 'x' ? BROAD : width"
          :height="axis === 'x' ? height : BROAD"
          :data-ruler="axis === 'x' ? 'left' : 'top'"
          @pointerdown.left.stop="dragGuide($event, axis, null)"
        >
          <title>Drag a guide out of the ruler</title>
        </rect>
      </g>
      <g v-for="tick in scales.x" :key="`x${tick.at}`">
        <line :x1="tick.at" :x2="tick.at" :y1="tick.label ? 8 : 13" :y2="BROAD" class="tick" />
        <text v-if="tick.label" :x="tick.at + 3" y="10">{{ tick.label }}</text>
      </g>
      <g v-for="tick in scales.y" :key="`y${tick.at}`">
        <line :y1="tick.at" :y2="tick.at" :x1="tick.label ? 8 : 13" :x2="BROAD" class="tick" />
        <text v-if="tick.label" :transform="`translate(10 ${tick.at - 3}) rotate(-90)`">
          {{ tick.label }}
        </text>
      </g>
      <rect class="ground corner" :width="BROAD" :height="BROAD" />
    </g>
    <text v-if="heldLabel" :x="heldLabel.x" :y="heldLabel.y" class="held">{{ heldLabel.words }}</text>
  </svg>
</template>

<style scoped>
.ground {
  fill: var(--sheet);
  pointer-events: all;
  stroke: var(--rule);
}

.from-left {
  cursor: ew-resize;
}

.from-top {
  cursor: ns-resize;
}

.corner {
  cursor: default;
}

.tick {
  stroke: var(--ink-2);
}

.rulers text {
  fill: var(--ink-2);
  font-family: var(--font-mono);
  font-size: 0.625rem;
  pointer-events: none;
}

.tick {
  pointer-events: none;
}

.guide {
  pointer-events: stroke;
}

.guide.x {
  cursor: ew-resize;
}

.guide.y {
  cursor: ns-resize;
}

.reach {
  stroke: transparent;
  stroke-width: 9;
}

/* On the picture, so the light theme's. */
.edge {
  stroke: #fffdf8;
  stroke-opacity: 0.35;
  stroke-width: 3;
}

.line {
  stroke: #2f5c9e;
  stroke-width: 1;
}

.guide:hover .line,
.guide:focus-visible .line {
  stroke-width: 2.5;
}

.held {
  fill: #1f2b33;
  stroke: #fffdf8;
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 0.75rem;
  paint-order: stroke;
}
</style>
