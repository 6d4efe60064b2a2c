<script setup lang="ts">
import { Link } from '@lucide/vue'
import { computed } from 'vue'
import {
  colourText,
  compiledOf,
  hexOf,
  isColour,
  KIND_WIDTH,
  parseColour,
  valueAt,
  type OklabAlpha,
  type Outline,
  type Value,
} from '@arrow-bend/core/property'
import { currentValue, setValueAt, type PropertyRef } from '@arrow-bend/core/edit'
import { LIMITS, stopOf, type PropertyDefinition } from '@arrow-bend/core/scene'
import { toast } from '../../../../ui/toast.ts'
import { useDeferredViews } from '../../../../session/document/deferredViews.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useLayerTime } from '../../../../session/playback/useLayerTime.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import ColourSwatch from '../../colour/ColourSwatch.vue'
import { steady } from '../../../../ui/steady.ts'
import EditField from '../../../../gesture/EditField.vue'
import type { PropertyRow } from '../rows.ts'
import GradientChoice from './GradientChoice.vue'
import PartsChoice from './PartsChoice.vue'
import StopRemover from './StopRemover.vue'
import { useValueTargets, type NumberChange } from './useValueTargets.ts'

/** A property's value at the playhead, in fields that fit its kind. */
const props = defineProps<{ row: PropertyRow; tight?: boolean }>()

const document = useDocument()

const deferred = useDeferredViews()
const playback = usePlayback()
const preferences = usePreferences()

const definition = computed<PropertyDefinition>(() => props.row.definition)
const kind = computed(() => props.row.property.kind)
const time = useLayerTime(() => props.row.layer.id)
const numbers = steady(() => valueAt(compiledOf(props.row.property, document.bends), time.value))
const ref = computed<PropertyRef>(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: definition.value.name,
}))
const limits = computed(() => definition.value.limits ?? [-LIMITS.magnitude, LIMITS.magnitude])
const wholeOf = (component: number): number | undefined =>
  definition.value.unit === 'px' ? document.size[component] : undefined

/** Sizes along one axis cannot be typed beyond their limits; overshooting them between keys is a bend's business. */
const bounds = computed(() => ({
  min: Math.max(-LIMITS.magnitude, limits.value[0]),
  max: Math.min(LIMITS.magnitude, limits.value[1]),
}))
const title = computed(() => `${props.row.layer.name} ${definition.value.label.toLowerCase()}`)

const recipeOf = (value: Value): Recipe<unknown> => {
  const change = { value, autoKey: preferences.autoKey, makeId: document.makeId }
  return (draft) => setValueAt(draft, ref.value, playback.time, change)
}
/** What the components were when the edit began: previews start from there, not from one another. */
const targets = useValueTargets(() => props.row)
let begun: ReturnType<typeof targets.targets> = []
const begin = (): void => {
  playback.pause()
  begun = targets.targets()
}
const many = computed(() => {
  const count = targets.count()
  return count > 1
    ? `Sets all ${count} selected layers; a typed += or a drag changes each by as much`
    : undefined
})
const set = (value: Value): void => {
  document.apply(`${definition.value.label} set`, recipeOf(value))
}
/** Half a frame is seen in a delay. */
const DIGITS: Partial<Record<PropertyDefinition['unit'], number>> = { s: 3 }
/** One field for a number, two for a pair. */
const fields = computed(() => {
  const single = KIND_WIDTH[kind.value] === 1
  return (single ? [''] : [' x', ' y']).map((axis, component) => ({
    component,
    class: single ? 'one' : 'half',
    label: `${title.value}${axis}`,
    unit: single ? definition.value.unit : '',
    digits: DIGITS[definition.value.unit] ?? (!single && definition.value.unit === 'px' ? 0 : 1),
    modelValue: numbers.value[component]!,
    whole: wholeOf(component),
  }))
})
const hex = computed(() =>
  kind.value === 'colour' ? hexOf(numbers.value as [number, number, number, number]) : '',
)
const setColour = (text: string): void => {
  if (text === hex.value) return
  if (!isColour(text)) {
    toast.error(
      `“${text.slice(0, 40)}” is not a colour. Try #C8401A or oklch(0.6 0.17 40). The old one was kept.`,
    )
    return
  }
  // Six digits say nothing of alpha; what the colour had stays.
  const alpha = /^#[0-9a-f]{6}$/i.test(text) ? parseColour(hex.value)[3] : 1
  set(alpha < 1 ? `${text}${hex.value.slice(7)}` : text)
}
const setText = (text: string): void => {
  if (text.length > LIMITS.textLength) {
    toast.error(
      `That text has ${text.length.toLocaleString('en')} characters; ${LIMITS.textLength} is the most. The old one was kept.`,
    )
  } else if (text !== shown.value) set(text)
}
/** In a field of one line a new line is a sign: the field itself would lose it. */
const NEW_LINE = ' ↵ '
const lineShown = (text: string): string => text.replace(/\r\n|[\n\r]/g, NEW_LINE)
const lineTyped = (text: string): string => text.replace(/ ?↵ ?/g, '\n')
const shown = computed<Value>(() => currentValue(props.row.property, time.value, document.bends))
const stop = computed(() => stopOf(definition.value.name))
const still = computed(() => {
  const value = shown.value
  if (kind.value === 'outline') return `${(value as Outline).vertices.length} points`
  return deferred.deck.project?.assets.find(({ id }) => id === value)?.name ?? ''
})
</script>

<template>
  <span class="value" :class="{ tight }" @pointerdown.stop @dblclick.stop>
    <template v-if="kind !== 'colour' && KIND_WIDTH[kind] > 0">
      <EditField
        v-for="{ component, ...field } in fields"
        :key="component"
        v-memo="[
          field.label,
          field.unit,
          field.digits,
          field.modelValue,
          field.whole,
          definition,
          bounds,
          many,
        ]"
        v-bind="field"
        plain
        :step="definition.step"
        :min="bounds.min"
        :max="bounds.max"
        :edit="`${definition.label} set`"
        :title="many"
        :recipe="(_value: number, change: NumberChange) => targets.recipe(begun, component, change)"
        @start="begin"
      />
      <span v-if="fields.length > 1 && !tight" class="unit">
        <Link v-if="targets.isProportioned()" :size="12" aria-label="Proportion kept" />
        <template v-else>{{ definition.unit }}</template>
      </span>
    </template>
    <template v-else-if="kind === 'colour'">
      <StopRemover v-if="stop !== null" :layer="row.layer" :stop="stop" />
      <ColourSwatch
        :name="title"
        :model-value="colourText(numbers as OklabAlpha)"
        :edit="`${definition.label} set`"
        :recipe="(colour) => recipeOf(colour)"
      />
      <input
        tabindex="-1"
        class="text mono w-[78px]"
        :aria-label="title"
        :value="hex"
        @keydown.stop
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @change="setColour(($event.target as HTMLInputElement).value)"
      />
    </template>
    <input
      v-else-if="kind === 'choice' && definition.name === 'content'"
      tabindex="-1"
      class="text w-[130px] text-right"
      :aria-label="title"
      :value="lineShown(String(shown))"
      @keydown.stop
      @keydown.enter="($event.target as HTMLInputElement).blur()"
      @change="setText(lineTyped(($event.target as HTMLInputElement).value))"
    />
    <GradientChoice
      v-else-if="definition.name === 'gradient'"
      :layer="row.layer"
      :name="title"
      :choices="definition.choices!"
      :shown="String(shown)"
    />
    <PartsChoice
      v-else-if="definition.name === 'parts' && row.property.keys.length === 0"
      :layer="row.layer"
      :name="title"
      :choices="definition.choices!"
      :shown="String(shown)"
    />
    <select
      v-else-if="definition.choices"
      tabindex="-1"
      class="text"
      :aria-label="title"
      :value="shown"
      @keydown.stop
      @change="set(($event.target as HTMLSelectElement).value)"
    >
      <option v-for="choice in definition.choices" :key="choice" :value="choice">{{ choice }}</option>
    </select>
    <span v-else class="truncate text-ink-2">{{ still }}</span>
  </span>
</template>

<style scoped>
/* The value keeps its room; names and words beside it give way. */
.value {
  display: flex;
  max-width: 166px;
  flex: none;
  align-items: center;
  justify-content: flex-end;
  gap: 3px;
  font-size: 0.75rem;
}

.one {
  width: 66px;
}

.half {
  width: 42px;
  flex: none;
}

.tight .half {
  width: 38px;
}

.value :deep(input) {
  font-size: 0.75rem;
}

.unit {
  width: 14px;
  color: var(--ink-2);
}

.text {
  height: 20px;
  padding: 0 3px;
  border: 1px solid transparent;
  border-radius: 4px;
  background: none;
}

.text:hover,
.text:focus {
  border-color: var(--rule);
  background: var(--sheet-2);
}
</style>
