<script setup lang="ts">
import { drawingOf, pointerIn } from '../../../../gesture/pointerPlace.ts'
import { computed, shallowRef } from 'vue'
import type { KeyRef, PropertyRef } from '@arrow-bend/core/edit'
import { keyStateWords } from '@arrow-bend/core/property'
import { formatTime } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useContextMenu } from '../../../../session/view/contextMenu.ts'
import { useSidePanel } from '../../../../session/view/sidePanel.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useView } from '../../../../session/view/view.ts'
import { discPoints } from '../../../../chart/discPoints.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import type { LaneGripsPicture } from './laneGrips.ts'
import { isBeadChosen, keysOfBead, type BeadDrawing } from '../../../../chart/lane/laneDrawing.ts'
import type { SpanDrawing } from '../../../../chart/lane/ribbon.ts'
import LaneWords from './LaneWords.vue'
import { momentWords } from './momentWords.ts'
import { useKeyDrag } from './useKeyDrag.ts'
import { useRibbonDrag } from './useRibbonDrag.ts'

/** What takes hold of a closed lane's spans and keys, by pointer and by keyboard; it shows only when it is pointed at. */
const props = defineProps<{
  held: LaneGripsPicture
  lane: PropertyRef
  /** Ids of the selected keys. */
  chosenKeys: ReadonlySet<string>
  /** Ids of the keys that selected spans begin at. */
  chosenSpans: ReadonlySet<string>
}>()
defineEmits<{
  /** The lane is to be opened. */
  open: []
}>()

const document = useDocument()
const preferences = usePreferences()
const selection = useSelection()
const view = useView()
const contextMenu = useContextMenu()
const panel = useSidePanel()
const dragKeys = useKeyDrag()
const ribbon = useRibbonDrag(() => props.lane)

const keys = computed(() => props.held.property.keys)
const refOf = (key: string): KeyRef => ({ ...props.lane, key })
const timeOf = (index: number): string =>
  formatTime(keys.value[index]!.t, document.rate, preferences.timeDisplay)
const beadLabel = (index: number): string => {
  const which = keyStateWords({ kind: 'on', key: index + 1, of: keys.value.length }).replace('on ', '')
  return `${props.held.name}, ${which}, ${timeOf(index)}`
}
const spanLabel = ({ index, keys: many }: SpanDrawing): string =>
  `${props.held.name}, keys ${index + 1} to ${index + 1 + many.length}${many.length > 1 ? ', close together' : linkWords(many[0]!)}`
/** Which bend of the library spans follow, by the keys they begin at. */
const links = computed(
  () =>
    new Map(
      keys.value.flatMap(({ id, bend }) => (bend.kind === 'linked' ? [[id, bend.bendId] as const] : [])),
    ),
)
const linkWords = (key: string): string => {
  const bendId = links.value.get(key)
  return bendId === undefined ? '' : `, linked to ${document.bends.find(({ id }) => id === bendId)?.name}`
}
const isChosen = ({ keys: many }: SpanDrawing): boolean => props.chosenSpans.has(many[0]!)
/** A ribbon is taken hold of; where spans crowd they are selected together. */
const grab = (event: PointerEvent, span: SpanDrawing): void => {
  panel.offer()
  if (span.keys.length === 1) ribbon.press(event, span)
  else selection.selectSpans(span.keys.map(refOf), event.shiftKey || event.ctrlKey || event.metaKey)
}
/** Enter selects a span; on one that is selected it is the command that opens the selected lanes. */
const enterSpan = (event: KeyboardEvent, key: string): void => {
  if (props.chosenSpans.has(key) && !event.shiftKey) return
  event.stopPropagation()
  panel.offer()
  selection.selectSpans([refOf(key)], event.shiftKey || event.ctrlKey || event.metaKey)
}
const openSpanMenu = (event: MouseEvent, span: SpanDrawing): void => {
  if (!isChosen(span)) selection.selectSpans(span.keys.map(refOf))
  contextMenu.show(event, 'span')
}
const openBeadMenu = (event: MouseEvent, bead: BeadDrawing): void => {
  const refs = refsOf(bead)
  if (!refs.every((ref) => selection.hasKey(ref))) selection.selectKeys(refs)
  contextMenu.show(event, 'key')
}
/** What is under the pointer, said in the lane. */
const pointed = shallowRef<number | null>(null)
const point = (event: PointerEvent): void => {
  pointed.value = event.buttons === 0 ? pointerIn(event, drawingOf(event))[0] : null
}
/** Read off anew when the lane changes under a pointer that rests. */
const under = computed(() => {
  const x = pointed.value
  if (x === null) return null
  const words = momentWords(props.held.property, document.bends, {
    time: view.timeOf(x),
    unit: props.held.unit,
  })
  return words ? { x, words } : null
})
const said = { under }
const dragged = { tag: computed(() => ribbon.tag.value ?? dragKeys.tag.value) }
const going = computed(() => dragged.tag.value !== null)
/**
 * A bead is selected as it is pressed, with Ctrl/Cmd or Shift beside the others; Shift takes all from the last one in
 * this lane. One that is selected already is taken away only when it is let go without a drag.
 */
const pressBead = (event: PointerEvent, bead: BeadDrawing): void => {
  const refs = refsOf(bead)
  const was = refs.every((ref) => selection.hasKey(ref))
  const add = event.shiftKey || event.ctrlKey || event.metaKey
  if (!was && event.shiftKey) selection.selectKeys([...selection.keys, ...rangeTo(bead)])
  else if (!was) selection.selectKeys(add ? [...selection.keys, ...refs] : refs)
  dragKeys.press(event, keys.value[bead.index]!.t, () => {
    if (!was) return
    if (add) selection.selectKeys(refs, true)
    else selection.selectKeys(refs)
  })
}
const refsOf = (bead: BeadDrawing): KeyRef[] => keysOfBead(bead, props.held.property).map(refOf)
/** All keys from the one of this lane selected last to a bead, those selected already left out; else the bead's own. */
const rangeTo = (bead: BeadDrawing): KeyRef[] => {
  const { layer, property } = props.lane
  const last = selection.keys.findLast((key) => key.layer === layer && key.property === property)
  const from = last ? keys.value.findIndex(({ id }) => id === last.key) : -1
  if (from < 0) return refsOf(bead)
  const [low, high] = [Math.min(from, bead.index), Math.max(from, bead.index + bead.count - 1)]
  return keys.value
    .slice(low, high + 1)
    .map(({ id }) => refOf(id))
    .filter((ref) => !selection.hasKey(ref))
}
</script>

<template>
  <g :class="{ going }" :data-layer="lane.layer" :data-property="lane.property">
    <polygon
      v-for="span in held.drawing.spans"
      :key="span.slot"
      :data-place="span.index * 2 + 1"
      :data-span="span.key"
      class="span"
      role="button"
      tabindex="-1"
      :points="`${span.x0},0.75 ${span.x1},0.75 ${span.x1},25.25 ${span.x0},25.25`"
      :aria-label="spanLabel(span)"
      :aria-pressed="isChosen(span)"
      @pointerdown.left.stop="grab($event, span)"
      @pointermove="point"
      @pointerleave="pointed = null"
      @keydown.enter="enterSpan($event, span.key)"
      @contextmenu="openSpanMenu($event, span)"
      @dblclick="$emit('open')"
    />
    <polygon
      v-for="bead in held.drawing.beads"
      :key="bead.slot"
      :data-place="bead.index * 2"
      class="bead"
      :points="discPoints(bead.x, 13, 10)"
      role="button"
      tabindex="-1"
      :aria-label="beadLabel(bead.index)"
      :aria-pressed="isBeadChosen(bead, held.property, chosenKeys)"
      @pointerdown.left.stop="pressBead($event, bead)"
      @contextmenu="openBeadMenu($event, bead)"
      @keydown.enter.stop="selection.selectKeys([refOf(bead.key)], $event.shiftKey)"
    />
  </g>
  <LaneWords :said="said" :width="view.laneWidth" />
  <PointerTag :of="dragged" />
</template>

<style scoped>
.span,
.bead {
  fill: transparent;
}

.span:hover {
  fill: var(--ink);
  fill-opacity: 0.08;
}

.bead {
  cursor: ew-resize;
}

.bead:hover {
  stroke: var(--ink);
}

/* What is dragged has left where it was taken hold of. */
.going .span:hover {
  fill: transparent;
}

.going .bead:hover {
  stroke: none;
}

/* What is selected is pencil; where the keyboard is, is ink. */
.span:focus-visible,
.bead:focus-visible {
  outline: none;
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
