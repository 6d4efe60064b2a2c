<script setup lang="ts">
import { computed } from 'vue'
import { rectOnScreen, toScreen, type StageView } from '../../../../draw/index.ts'
import { text } from '../../../../chart/route/pathText.ts'
import type { Pen } from './usePen.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import type { ShapeDraft } from './useShapeDrawing.ts'

/** What is being drawn and is no layer yet: a route by hand, a shape's box, a path under the pen. */
const props = defineProps<{
  view: StageView
  /** Points of a polyline on the screen. */
  route: string
  shape: ShapeDraft | null
  pen: Pen | null
}>()

const onScreen = (point: Point): Point => toScreen(props.view, point)
const box = computed(() => props.shape && rectOnScreen(props.view, props.shape))
const sizeWords = computed(
  () => props.shape && `${Math.round(props.shape.width)} × ${Math.round(props.shape.height)} px`,
)
const penPoints = computed(() =>
  (props.pen?.points.value ?? []).map(({ at, leave }) => ({
    at: onScreen(at),
    ends:
      leave[0] === 0 && leave[1] === 0
        ? []
        : [1, -1].map((side): Point => onScreen([at[0] + side * leave[0], at[1] + side * leave[1]])),
  })),
)
const tip = computed(() => props.pen && onScreen(props.pen.tip.value))
const stageTransform = computed(() => `translate(${props.view.x} ${props.view.y}) scale(${props.view.scale})`)
</script>

<template>
  <svg class="absolute inset-0 size-full overflow-hidden pointer-events-none" aria-hidden="true">
    <template v-if="route">
      <polyline :points="route" class="edge" />
      <polyline :points="route" class="line" />
    </template>
    <template v-if="box">
      <ellipse
        v-if="shape!.shape === 'ellipse'"
        :cx="box.x + box.width / 2"
        :cy="box.y + box.height / 2"
        :rx="box.width / 2"
        :ry="box.height / 2"
        class="line shape"
      />
      <rect v-bind="box" class="line shape" :class="{ thin: shape!.shape === 'ellipse' }" />
      <text :x="box.x + box.width + 8" :y="box.y + box.height + 16">{{ sizeWords }}</text>
    </template>
    <template v-if="pen">
      <g :transform="stageTransform">
        <path :d="pen.path.value" class="edge" vector-effect="non-scaling-stroke" />
        <path :d="pen.path.value" class="line" vector-effect="non-scaling-stroke" />
      </g>
      <g v-for="(point, i) in penPoints" :key="i">
        <template v-for="(end, j) in point.ends" :key="j">
          <path :d="`M${text(point.at)}L${text(end)}`" class="arm-edge" />
          <path :d="`M${text(point.at)}L${text(end)}`" class="arm" />
        </template>
        <circle :cx="point.at[0]" :cy="point.at[1]" :r="i === 0 && pen.closes.value ? 7 : 4" class="point" />
      </g>
      <path v-if="tip" :d="`M${tip[0] - 7} ${tip[1]}h14M${tip[0]} ${tip[1] - 7}v14`" class="arm-edge" />
      <path
        v-if="tip"
        :d="`M${tip[0] - 7} ${tip[1]}h14M${tip[0]} ${tip[1] - 7}v14`"
        class="arm"
        data-pen-tip
      />
    </template>
  </svg>
</template>

<style scoped>
/* Colours here stay the light theme's: they lie on the picture. */
.edge {
  fill: none;
  stroke: #fffdf8;
  stroke-linejoin: round;
  stroke-width: 4;
}

.line {
  fill: none;
  stroke: #0e6b75;
  stroke-linejoin: round;
  stroke-width: 2;
}

.shape {
  stroke: #c8401a;
}

.thin {
  stroke-dasharray: 3 3;
  stroke-width: 1;
}

.arm {
  stroke: #1f2b33;
  stroke-width: 1;
}

.arm-edge {
  stroke: #fffdf8;
  stroke-width: 3;
}

.point {
  fill: #fffdf8;
  stroke: #1f2b33;
  stroke-width: 1.5;
}

text {
  fill: #1f2b33;
  stroke: #fffdf8;
  stroke-width: 4;
  font-family: var(--font-mono);
  font-size: 0.75rem;
  paint-order: stroke;
}
</style>
