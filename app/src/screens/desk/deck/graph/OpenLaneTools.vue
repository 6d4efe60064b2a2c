<script setup lang="ts">
import { ChevronsDownUp, Maximize, Pencil, UnfoldVertical } from '@lucide/vue'
import { computed } from 'vue'
import { setRules } from '@arrow-bend/core/edit'
import { compiledOf, type Outside } from '@arrow-bend/core/property'
import { useDocument } from '../../../../session/document/document.ts'
import type { OpenLane } from '../../../../session/view/openLanes.ts'
import { useView } from '../../../../session/view/view.ts'
import { vOneStop } from '../../../../ui/focus/oneStop.ts'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import type { PropertyRow } from '../rows.ts'
import { hasValueGraph } from '../../../../chart/graph/graphDrawing.ts'
import { curveCount, sampleGraph, type GraphOf } from '../../../../chart/graph/sampleGraph.ts'

/** What an open lane shows and in what range, what happens outside its keys, how high it is; under its name. */
const props = defineProps<{ row: PropertyRow; lane: OpenLane }>()

const GRAPHS = [
  { graph: 'value', label: 'Value' },
  { graph: 'speed', label: 'Speed' },
  { graph: 'both', label: 'Both' },
] as const
const OUTSIDE: readonly { rule: Outside; label: string }[] = [
  { rule: 'hold', label: 'Hold' },
  { rule: 'loop', label: 'Loop' },
  { rule: 'carryOn', label: 'Loop and carry on' },
  { rule: 'thereAndBack', label: 'There and back' },
  { rule: 'continue', label: 'Continue' },
]
const SIDES = [
  { side: 'before', label: 'Before' },
  { side: 'after', label: 'After' },
] as const
/** Heights from which there is room for more, px. */
const SECOND_ROW = 100
const THIRD_ROW = 128

const document = useDocument()
const view = useView()

const name = computed(() => `${props.row.layer.name} ${props.row.definition.label.toLowerCase()}`)
const isColour = computed(() => props.row.property.kind === 'colour')
const isPlace = computed(() => props.row.property.kind === 'place')
/** The graph whose range the fields are for: the upper one. */
const of = computed<GraphOf>(() => {
  if (props.lane.graph === 'speed' || !hasValueGraph(props.row.property)) return 'speed'
  return isPlace.value && props.lane.along ? 'distance' : 'value'
})
const range = computed(() => props.lane.ranges[of.value] ?? null)
/** What there is to be seen; looked for at so many moments, whatever the zoom. */
const LOOKS = 240
const whole = computed(() => {
  const compiled = compiledOf(props.row.property, document.bends)
  const [first = 0, last = 1] = [compiled.times[0], compiled.times[compiled.times.length - 1]]
  const xOf = (time: number): number => ((time - first) / Math.max(1, last - first)) * LOOKS
  const values = Array.from({ length: curveCount(compiled, of.value) }).flatMap((_, component) =>
    sampleGraph(compiled, component, { of: of.value, xOf, width: LOOKS }).flatMap(({ low, high }) => [
      low,
      high,
    ]),
  )
  let [low, high] = [Infinity, -Infinity]
  for (const value of values) {
    low = Math.min(low, value)
    high = Math.max(high, value)
  }
  return { low, high }
})
const shownRange = computed(() => range.value ?? whole.value)
const unit = computed(() => (of.value === 'speed' ? '' : props.row.definition.unit))

const setRange = (end: 'low' | 'high', value: number): void => {
  const next = { ...shownRange.value, [end]: value }
  if (next.high > next.low)
    view.changeLane(props.row.id, { ranges: { ...props.lane.ranges, [of.value]: next } })
}
const fit = (): void => view.changeLane(props.row.id, { ranges: {} })
const setOutside = (side: 'before' | 'after', event: Event): void => {
  const rule = (event.target as HTMLSelectElement).value as Outside
  const ref = { scene: document.sceneId, layer: props.row.layer.id, property: props.row.definition.name }
  document.apply(`${side === 'before' ? 'Before' : 'After'} the keys: ${rule}`, (draft) =>
    setRules(draft, [ref], { [side]: rule }),
  )
}
const resize = (event: PointerEvent): void => {
  const from = props.lane.height
  trackPointer(event, {
    move: (_, [, down]) => view.changeLane(props.row.id, { height: from + down }),
    end: ({ cancelled }) => cancelled && view.changeLane(props.row.id, { height: from }),
  })
}
const resizeByKey = (event: KeyboardEvent): void => {
  const by = { ArrowUp: -12, ArrowDown: 12 }[event.key]
  if (!by) return
  event.preventDefault()
  event.stopPropagation()
  view.changeLane(props.row.id, { height: props.lane.height + by })
}
</script>

<template>
  <div v-one-stop class="tools" @pointerdown.stop>
    <div
      v-if="isColour || hasValueGraph(row.property)"
      class="choice"
      role="group"
      :aria-label="`Graph of ${row.definition.label}`"
    >
      <button
        v-for="{ graph, label } in GRAPHS"
        :key="graph"
        type="button"
        :aria-pressed="lane.graph === graph"
        @click="view.changeLane(row.id, { graph })"
      >
        {{ isColour && graph === 'value' ? 'Colour' : label }}
      </button>
    </div>
    <span v-else class="grow text-[0.75rem] text-ink-2">Speed</span>
    <IconButton
      small
      :icon="Maximize"
      :label="`Fit all values of ${name}`"
      :disabled="!lane.ranges.value && !lane.ranges.speed && !lane.ranges.distance"
      @press="fit"
    />
    <IconButton
      small
      :icon="UnfoldVertical"
      :label="`The whole deck for ${name}`"
      keys="Shift+Enter"
      @press="view.stretchLane(row.id)"
    />
    <IconButton
      small
      :icon="ChevronsDownUp"
      :label="`Close the graph of ${name}`"
      keys="Enter"
      @press="view.toggleLane(row.id)"
    />
  </div>
  <div
    v-if="lane.height >= SECOND_ROW && !(isColour && lane.graph === 'value')"
    class="tools"
    @pointerdown.stop
  >
    <span class="axis" title="What of the values the graph shows, from the lowest to the highest">Axis</span>
    <NumberField
      class="end"
      show-label
      label="from"
      :name="`${name}, shown from`"
      :unit="unit"
      :digits="0"
      :max="shownRange.high"
      :model-value="shownRange.low"
      @input="(value) => setRange('low', value)"
    />
    <NumberField
      class="end"
      show-label
      label="to"
      :name="`${name}, shown to`"
      :unit="unit"
      :digits="0"
      :min="shownRange.low"
      :model-value="shownRange.high"
      @input="(value) => setRange('high', value)"
    />
    <IconButton
      v-if="of === 'speed' || lane.graph === 'both'"
      small
      :icon="Pencil"
      label="Draw the speed: drag across the graph"
      :pressed="lane.drawing"
      @press="view.changeLane(row.id, { drawing: !lane.drawing })"
    />
    <button
      v-if="isPlace && lane.graph !== 'speed'"
      type="button"
      class="along"
      :aria-pressed="lane.along"
      title="How far it has gone along its motion path (route), in place of X and Y"
      @click="view.changeLane(row.id, { along: !lane.along })"
    >
      Distance
    </button>
  </div>
  <div v-if="lane.height >= THIRD_ROW" class="tools" @pointerdown.stop>
    <label v-for="{ side, label } in SIDES" :key="side" class="outside">
      {{ label }}
      <select
        class="field"
        :value="row.property[side] ?? 'hold'"
        :aria-label="`${label} the keys of ${name}`"
        @change="setOutside(side, $event)"
      >
        <option v-for="{ rule, label: words } in OUTSIDE" :key="rule" :value="rule">{{ words }}</option>
      </select>
    </label>
  </div>
  <div
    class="foot"
    role="separator"
    aria-orientation="horizontal"
    tabindex="0"
    :aria-label="`Height of ${name}`"
    :aria-valuenow="lane.height"
    aria-valuemin="72"
    :aria-valuemax="Math.max(400, view.deckHeight)"
    @pointerdown.left.stop="resize"
    @keydown="resizeByKey"
  />
</template>

<style scoped>
.tools {
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 3px 4px 0 24px;
}

.choice {
  display: flex;
  height: 24px;
  flex: 1;
  border: 1px solid var(--rule);
  border-radius: 5px;
}

.choice button {
  flex: 1;
  border-radius: 4px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.choice button[aria-pressed='true'],
.along[aria-pressed='true'] {
  background: var(--sheet-2);
  box-shadow: inset 0 -2px 0 var(--pencil);
  color: var(--ink);
  font-weight: 650;
}

.along {
  height: 24px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.end {
  width: 84px;
  flex: 1 1 0;
}

.outside {
  display: flex;
  min-width: 0;
  flex: 1 1 0;
  align-items: center;
  gap: 4px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.outside select {
  min-width: 0;
  flex: 1;
  color: var(--ink);
}

.foot {
  height: 8px;
  margin-top: auto;
  cursor: ns-resize;
}

.foot::after {
  display: block;
  width: 28px;
  height: 3px;
  margin: 2px auto 0;
  border-radius: 2px;
  background: var(--rule);
  content: '';
}
.axis {
  color: var(--ink-2);
  font-size: 0.75rem;
}
</style>
