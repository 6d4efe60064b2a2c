<script setup lang="ts">
import { computed, useId } from 'vue'
import { setKeys } from '@arrow-bend/core/edit'
import { clamp } from '@arrow-bend/core/number'
import { colourText, oklabOfOklch, type ColourLook } from '@arrow-bend/core/property'
import {
  drawColour,
  type ColourBand,
  type ColourBead,
  type ColourPart,
} from '../../../../chart/colour/colourDrawing.ts'
import { text } from '../../../../chart/route/pathText.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { usePointerDrag } from '../../../../gesture/usePointerDrag.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useContextMenu } from '../../../../session/view/contextMenu.ts'
import { useView } from '../../../../session/view/view.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import type { PropertyRow } from '../rows.ts'
import { useLaneStop } from './laneStop.ts'
import { useContrast } from './useContrast.ts'

/** A colour of an open lane, drawn large: its ramp, and its lightness, chroma and hue, whose keys are dragged up and down. */
const props = defineProps<{ row: PropertyRow; top: number; bottom: number }>()

const hatch = useId()
const stop = useLaneStop()
const document = useDocument()
const selection = useSelection()
const view = useView()
const contextMenu = useContextMenu()
const dragging = usePointerDrag('deck')

/** Black on white; what W3C asks for of texts, and of large ones (WCAG 2.2, 1.4.3). */
const [MOST_CONTRAST, WANTED, WANTED_LARGE] = [21, 4.5, 3]
const isText = computed(() => props.row.layer.kind === 'text' && props.row.definition.name === 'fill')
/** A fourth of the lane. */
const contrastHeight = computed(() => (isText.value ? (props.bottom - props.top) / 4 : 0))
const drawing = computed(() =>
  drawColour(props.row.property, {
    xOf: view.xOf,
    timeAt: view.timeOf,
    width: view.laneWidth,
    top: props.top + 4,
    bottom: props.bottom - 2 - contrastHeight.value,
    library: document.bends,
  }),
)
/** For texts a band of its own at the foot: how well they are read on what lies beneath them. */
const contrast = useContrast(() => props.row)
const contrastBand = computed(() => {
  const looks = contrast.looks.value
  if (!isText.value || looks.length === 0) return null
  const [top, bottom] = [props.bottom - contrastHeight.value, props.bottom - 4]
  const y = (ratio: number): number => bottom - (Math.log(ratio) / Math.log(MOST_CONTRAST)) * (bottom - top)
  const least = Math.min(...looks.map(({ ratio }) => ratio))
  return {
    top,
    bottom,
    path: `M${looks.map(({ time, ratio }) => text([view.xOf(time), y(ratio)])).join('L')}`,
    wanted: y(WANTED),
    words: `Contrast ${numberWords(least, 1)} : 1 at least · dashed: ${WANTED} : 1, for letters of any size`,
    isPoor: least < WANTED_LARGE,
  }
})
const lane = computed(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
}))
const chosen = computed(() => selection.keysIn(lane.value))
const name = computed(() => `${props.row.layer.name} ${props.row.definition.label.toLowerCase()}`)

/** What an arrow press changes each part by, and how it is said. */
const STEPS: Readonly<Record<ColourPart, number>> = { lightness: 0.01, chroma: 0.005, hue: 1, alpha: 0.01 }
const wordsOf = (part: ColourPart, value: number): string => {
  if (part === 'chroma') return numberWords(value, 3)
  return part === 'hue' ? `${numberWords(((value % 360) + 360) % 360, 1)}°` : `${Math.round(value * 100)} %`
}
/** An end of a band's scale; hues that go on past a full turn are told as far as they go. */
const endWords = ({ part }: ColourBand, value: number): string =>
  part === 'hue' ? `${Math.round(value)}°` : wordsOf(part, value)
/** The colour a key has with one part of it changed. */
const changed = (look: ColourLook, part: ColourPart, value: number): string => {
  const { lightness, chroma, hue, alpha }: Record<ColourPart, number> = {
    lightness: look.lightness,
    chroma: look.chroma,
    hue: look.hue,
    alpha: look.alpha,
    ...{ [part]: part === 'hue' ? value : Math.max(0, value) },
  }
  return colourText(oklabOfOklch(clamp(lightness, 0, 1), chroma, hue, clamp(alpha, 0, 1)))
}
const recipeOf = ({ key, look, part }: ColourBead, value: number): Recipe<unknown> => {
  const edit = { ref: { ...lane.value, key }, value: changed(look, part, value) }
  return (draft) => setKeys(draft, [edit])
}
const press = (event: PointerEvent, bead: ColourBead): void => {
  const ref = { ...lane.value, key: bead.key }
  const adds = event.shiftKey || event.ctrlKey || event.metaKey
  if (adds || !selection.hasKey(ref)) selection.selectKeys([ref], adds)
  // The scale it was taken hold of on: that of hues goes along with them.
  const { y, valueOf } = drawing.value.bands.find(({ part }) => part === bead.part)!
  const from = bead.look[bead.part]
  dragging.drag(event, {
    label: `${props.row.definition.label} set`,
    moveTo: ({ way }) => {
      const value = valueOf(y(from) + way[1])
      return {
        recipe: recipeOf(bead, value),
        words: wordsOf(bead.part, bead.part === 'hue' ? value : Math.max(0, value)),
      }
    },
  })
}
const nudge = (event: KeyboardEvent, bead: ColourBead): void => {
  const by = arrowWay(event)
  if (by && by[1] !== 0)
    document.apply(
      `${props.row.definition.label} set`,
      recipeOf(bead, bead.look[bead.part] - by[1] * STEPS[bead.part]),
    )
}
const openMenu = (event: MouseEvent, { key }: ColourBead): void => {
  const ref = { ...lane.value, key }
  if (!selection.hasKey(ref)) selection.selectKeys([ref])
  contextMenu.show(event, 'key')
}
</script>

<template>
  <g data-graph="colour">
    <pattern :id="hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="1.5" height="5" class="hatch" />
    </pattern>
    <g aria-hidden="true">
      <rect :y="top + 4" :width="view.laneWidth" :height="drawing.rampHeight" class="checks" />
      <rect
        v-for="(cell, i) in drawing.ramp"
        :key="i"
        :x="cell.x"
        :y="top + 4"
        :width="cell.width"
        :height="drawing.rampHeight"
        :fill="cell.colour"
        shape-rendering="crispEdges"
      />
      <g v-for="band in drawing.bands" :key="band.part" :data-band="band.part">
        <line :x2="view.laneWidth" :y1="band.bottom" :y2="band.bottom" class="rule" />
        <path v-if="band.beyond" :d="band.beyond" :fill="`url(#${hatch})`" data-part="beyond" />
        <path :d="band.path" class="curve" />
        <text x="6" :y="band.top + 11" class="label">
          {{ band.label }} {{ endWords(band, band.low) }} – {{ endWords(band, band.high)
          }}<tspan v-if="band.beyond"> · hatched: beyond sRGB</tspan>
        </text>
      </g>
      <g v-if="contrastBand" data-band="contrast">
        <line :x2="view.laneWidth" :y1="contrastBand.bottom" :y2="contrastBand.bottom" class="rule" />
        <line :x2="view.laneWidth" :y1="contrastBand.wanted" :y2="contrastBand.wanted" class="wanted" />
        <path :d="contrastBand.path" class="contrast" />
        <text x="6" :y="contrastBand.bottom - 3" class="label" :class="{ poor: contrastBand.isPoor }">
          {{ contrastBand.words }}
        </text>
      </g>
    </g>
    <g
      v-for="bead in drawing.beads"
      :key="`${bead.key}${bead.part}`"
      class="bead"
      role="slider"
      :tabindex="stop"
      :aria-label="`${name}, key ${bead.index + 1}, ${bead.part}`"
      :aria-valuenow="Number(bead.look[bead.part].toFixed(3))"
      :aria-valuetext="wordsOf(bead.part, bead.look[bead.part])"
      @pointerdown.left.stop="press($event, bead)"
      @contextmenu.stop.prevent="openMenu($event, bead)"
      @keydown="nudge($event, bead)"
    >
      <circle :cx="bead.x" :cy="bead.y" r="10" fill="transparent" />
      <circle :cx="bead.x" :cy="bead.y" r="4.25" class="dot" :class="{ chosen: chosen.has(bead.key) }" />
    </g>
    <PointerTag :of="dragging" />
  </g>
</template>

<style scoped>
.hatch {
  fill: var(--ink-2);
  fill-opacity: 0.45;
}

.checks {
  fill: var(--rule-soft);
}

.rule {
  stroke: var(--rule);
}

.curve {
  fill: none;
  stroke: var(--hue);
  stroke-linejoin: round;
  stroke-width: 2;
}

.wanted {
  stroke: var(--ink-2);
  stroke-dasharray: 3 4;
}

.contrast {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.label.poor {
  fill: var(--ink);
  font-weight: 650;
}

.label {
  fill: var(--ink-2);
  stroke: var(--sheet-2);
  stroke-width: 3;
  font-size: 0.6875rem;
  paint-order: stroke;
}

.bead {
  cursor: ns-resize;
}

.dot {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.bead:hover .dot,
.bead:focus-visible .dot {
  stroke-width: 2.5;
}

.dot.chosen {
  fill: var(--pencil);
  stroke: var(--sheet-2);
}
</style>
