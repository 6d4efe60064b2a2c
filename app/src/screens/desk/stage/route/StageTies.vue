<script setup lang="ts">
import { computed } from 'vue'
import { fittingRoll, skidOf, swingOf } from '@arrow-bend/core/match'
import { compiledOf, timedKeys, valueInto } from '@arrow-bend/core/property'
import { compileOwnMatrix, layerById, applyMatrix, type Layer, type Scene } from '@arrow-bend/core/scene'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { toScreen, type StageView } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { numberWords } from '../../../../ui/numberWords.ts'

/** What of the selected layers should move as one and does not: how the point they zoom about wanders, and how they skid. */
const props = defineProps<{ scene: Scene; layers: readonly string[]; view: StageView }>()

const MOST_LAYERS = 12
/** px of the screen a px of skid is drawn as. */
const SKID_SCALE = 8
const MOST_SKID = 40

const document = useDocument()
const onScreen = (x: number, y: number) => toScreen(props.view, [x, y])
const layers = computed(() =>
  props.layers.slice(0, MOST_LAYERS).flatMap((id) => layerById(props.scene, id) ?? []),
)
/** From the first to the last of a layer’s keys that place it. */
const stretchOf = ({ properties }: Layer) => {
  const times = ['position', 'scale', 'turn'].flatMap((name) => {
    const property = properties[name]
    return property ? timedKeys(property).map(({ t }): number => t) : []
  })
  return times.length > 1 ? { from: asTicks(Math.min(...times)), to: asTicks(Math.max(...times)) } : null
}
const swings = computed(() =>
  layers.value.flatMap((layer) => {
    const stretch = stretchOf(layer)
    const swing = stretch && swingOf(props.scene, layer.id, { ...stretch, library: document.bends })
    if (!swing) return []
    const points = swing.trail.map(([x, y]) => onScreen(x, y))
    const [x, y] = onScreen(...swing.point)
    const { farthest, fastest } = swing
    return [
      {
        id: layer.id,
        x,
        y,
        path: `M${points.map((point) => point.map((part) => part.toFixed(1)).join(' ')).join('L')}`,
        words:
          farthest.px < 0.01
            ? 'no swing'
            : `swings ${numberWords(farthest.px, 1)} px, ${numberWords(fastest.px, 2)} px a frame`,
      },
    ]
  }),
)
/** Bars under the route, from its frames down: what it slips there. */
const skids = computed(() =>
  layers.value.flatMap((layer) => {
    const roll = layer.rolls ? null : fittingRoll(layer, document.bends)
    const skid = roll && skidOf(props.scene, layer, roll, document.bends)
    if (!skid) return []
    const compiled = compiledOf(layer.properties['position']!, document.bends)
    const frame = frameTicks(props.scene.rate)
    const parentAt = compileOwnMatrix(props.scene, layer.parent ?? '', document.bends)
    const point = new Float64Array(2)
    const bars = Array.from(skid.slips, (slip, i) => {
      const time = (skid.first + i) * frame
      valueInto(point, compiled, time)
      const [x, y] = onScreen(...applyMatrix(parentAt(time), point[0]!, point[1]!))
      const long = Math.min(MOST_SKID, Math.abs(slip) * SKID_SCALE)
      return long < 0.5 ? '' : `M${x.toFixed(1)} ${(y + 6).toFixed(1)}v${long.toFixed(1)}`
    }).join('')
    return [{ id: layer.id, bars, words: `skids up to ${numberWords(Math.abs(skid.most.px), 2)} px a frame` }]
  }),
)
</script>

<template>
  <g role="group" aria-label="Swing and skid">
    <g v-for="swing in swings" :key="swing.id" role="img" :aria-label="swing.words">
      <path class="trail" :d="swing.path" />
      <path class="point" :d="`M${swing.x - 7} ${swing.y}h14M${swing.x} ${swing.y - 7}v14`" />
      <text :x="swing.x + 10" :y="swing.y - 8">{{ swing.words }}</text>
    </g>
    <g v-for="skid in skids" :key="skid.id" role="img" :aria-label="skid.words">
      <path class="skid" :d="skid.bars" />
    </g>
  </g>
</template>

<style scoped>
.trail,
.skid,
.point {
  fill: none;
  stroke: var(--pencil);
}

.trail {
  stroke-width: 1.25;
}

.skid {
  stroke-width: 1.5;
}

.point {
  stroke: var(--ink);
  paint-order: stroke;
}

text {
  fill: var(--ink);
  font-size: 0.75rem;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3;
}
</style>
