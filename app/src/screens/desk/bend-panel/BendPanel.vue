<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  compileBend,
  FAMILIES,
  nearestStrength,
  strengthBend,
  strengthOf,
  type Bend,
  type PlainBend,
  type Mode,
  type NumberOfFamily,
} from '@arrow-bend/core/bend'
import { changeBends, setBends } from '@arrow-bend/core/edit'
import { asHandles } from '@arrow-bend/core/fit'
import { useDocument, type Gesture, type Recipe } from '../../../session/document.ts'
import NumberField from '../../../ui/NumberField.vue'
import EditField from '../EditField.vue'
import type { DeskActions } from '../useDeskActions.ts'
import BendPlot from './BendPlot.vue'
import FamilyChooser from './FamilyChooser.vue'
import { useLastBend } from './lastBend.ts'
import PacePreview from './PacePreview.vue'
import QuickBends from './QuickBends.vue'
import { handleFields, peakOf, riseForSpeed, withSide, type Side } from './spanNumbers.ts'
import StrengthSlider from './StrengthSlider.vue'
import { useTargetSpans } from './useTargetSpans.ts'

/** Edits the bend of the selected spans, one or many. */
const props = defineProps<{ actions: DeskActions }>()

const document = useDocument()
const last = useLastBend()

const {
  spans,
  first,
  refs,
  shown,
  stored,
  linkedTo,
  smooth,
  mixed,
  handles,
  definition,
  hue,
  seconds,
  frames,
  elapsed,
  title,
} = useTargetSpans()
const strength = computed(() => {
  if (!shown.value) return { value: 0, exact: true }
  const known = stored.value && !smooth.value ? strengthOf(stored.value) : null
  return known === null
    ? { value: nearestStrength(compileBend(shown.value)), exact: false }
    : { value: known, exact: true }
})
const fields = computed(() => handleFields(spans.value))
const peak = computed(() => peakOf(spans.value))
const speedUnit = computed(() => (definition.value?.unit ? `${definition.value.unit}/s` : '/s'))
const family = computed(() =>
  stored.value?.kind === 'family' && !smooth.value ? FAMILIES[stored.value.family] : null,
)
const MODES: readonly { mode: Mode; label: string }[] = [
  { mode: 'in', label: 'In' },
  { mode: 'out', label: 'Out' },
  { mode: 'inOut', label: 'In-out' },
]
/** What stands where there is no one number. */
const absent = computed(() => (spans.value.length > 1 ? 'mixed' : '–'))
const focused = ref<Side | null>(null)

/** The edit that makes every target span's bend anew. */
const bendsRecipe = (change: (bend: PlainBend) => Bend): Recipe<unknown> => {
  const chosen = refs.value
  return (draft) => changeBends(draft, chosen, change)
}
const speedRecipe = (side: Side, value: number): Recipe<unknown> => {
  const chosen = spans.value
  return (draft) => {
    for (const span of chosen) {
      changeBends(draft, [span.ref], (bend) => withSide(bend, side, riseForSpeed(span, side, value)))
    }
  }
}
const remember = (): void => {
  if (shown.value) last.remember(shown.value)
}
let gesture: Gesture | null = null
const begin = (label: string): void => {
  gesture = document.begin(label)
}
const preview = (change: (bend: PlainBend) => Bend): void => gesture?.preview(bendsRecipe(change))
const commit = (): void => {
  gesture?.commit()
  gesture = null
  remember()
}
const cancel = (): void => {
  gesture?.cancel()
  gesture = null
}
const once = (label: string, change: (bend: PlainBend) => Bend): void => {
  document.apply(label, bendsRecipe(change))
  remember()
}
const choose = (bend: PlainBend): void => {
  document.apply('Bend chosen', (draft) => setBends(draft, refs.value, bend))
  last.remember(bend)
}
const chooseMode = (mode: Mode): void => {
  once('Mode chosen', (bend) =>
    bend.kind === 'family' && FAMILIES[bend.family].natural ? { ...bend, mode } : bend,
  )
}
const nudge = (side: Side, reach: number, rise: number): void =>
  once('Handle moved', (bend) => {
    const now = asHandles(bend)[side]
    return withSide(bend, side, { reach: Math.min(1, Math.max(0, now.reach + reach)), rise: now.rise + rise })
  })
const SIDES: readonly { side: Side; label: string }[] = [
  { side: 'leave', label: 'Leave' },
  { side: 'arrive', label: 'Arrive' },
]
const percentOf = (share: number | null): number | null => (share === null ? null : share * 100)
/** Reach, rise and speed of one side, as fields. */
const sideFields = (side: Side) => {
  const { reach, rise, speed, endless } = fields.value[side]
  const share = (what: 'reach' | 'rise') => (value: number) =>
    bendsRecipe((bend) => withSide(bend, side, { [what]: value / 100 }))
  return [
    {
      label: 'Reach',
      unit: '%',
      min: 0,
      max: 100,
      modelValue: percentOf(reach),
      placeholder: absent.value,
      recipe: share('reach'),
    },
    {
      label: 'Rise',
      unit: '%',
      modelValue: percentOf(rise),
      placeholder: absent.value,
      recipe: share('rise'),
    },
    {
      label: 'Speed',
      unit: speedUnit.value,
      digits: 0,
      modelValue: speed,
      placeholder: endless ? 'endless' : absent.value,
      readonly: speed === null && !endless,
      recipe: (value: number) => speedRecipe(side, value),
    },
  ]
}
const scaleOf = (number: NumberOfFamily): number => (number.percent ? 100 : 1)
const withNumber = (bend: PlainBend, number: NumberOfFamily, value: number): Bend => {
  if (bend.kind !== 'family' || bend.family !== family.value?.name) return bend
  return { ...bend, [number.name]: number.whole ? Math.round(value) : value / scaleOf(number) }
}
</script>

<template>
  <section class="panel" aria-label="Bend panel">
    <template v-if="first && shown && stored">
      <header class="head">
        <span class="chip" :style="{ background: `var(--hue-${hue})` }" aria-hidden="true" />
        <h2 class="truncate" :title="title">{{ title }}</h2>
        <span class="grow" />
        <span v-if="spans.length > 1" class="shrink-0 text-[12px]"
          ><b>{{ spans.length }} spans</b>{{ mixed ? ', mixed' : '' }}</span
        >
        <span v-else class="shrink-0 text-[12px] text-ink-2"
          >{{ linkedTo === null ? '' : `linked to ${linkedTo}, ` }}keys {{ first.index + 1 }} to
          {{ first.index + 2 }}</span
        >
        <span class="mono shrink-0 text-[12px]"
          >{{ Number(frames.toFixed(2)) }}<i>f</i> {{ seconds.toFixed(2) }}<i>s</i></span
        >
      </header>
      <div class="flex gap-px">
        <BendPlot
          :bend="shown"
          :handles="handles"
          :frames="frames"
          :elapsed="elapsed"
          :hue="hue"
          :chosen="focused"
          @start="begin('Bend handle moved')"
          @drag="(side, reach, rise) => preview((bend) => withSide(bend, side, { reach, rise }))"
          @done="commit"
          @cancel="cancel"
          @nudge="nudge"
        />
        <div class="fields">
          <template v-for="{ side, label } in SIDES" :key="side">
            <h3>{{ label }}</h3>
            <EditField
              v-for="field in sideFields(side)"
              :key="field.label"
              v-bind="field"
              show-label
              :edit="`${label} ${field.label.toLowerCase()} set`"
              @done="remember"
              @focused="focused = side"
              @blurred="focused = null"
            />
          </template>
          <NumberField
            show-label
            readonly
            label="Peak"
            :unit="speedUnit"
            :digits="0"
            :model-value="peak"
            placeholder="endless"
          />
        </div>
      </div>
      <QuickBends
        :present="mixed ? null : stored"
        :smooth="!mixed && smooth"
        @choose="(command) => props.actions.run(command, false)"
      />
      <div class="flex h-6 items-center gap-2">
        <FamilyChooser :bend="mixed ? null : smooth ? shown : stored" @choose="choose" />
        <div
          v-if="family?.natural && stored.kind === 'family'"
          class="segments"
          role="group"
          aria-label="Mode"
        >
          <button
            v-for="{ mode, label } in MODES"
            :key="mode"
            type="button"
            :aria-pressed="(stored.mode ?? 'in') === mode"
            @click="chooseMode(mode)"
          >
            {{ label }}
          </button>
        </div>
      </div>
      <div v-if="family && family.numbers.length > 0 && stored.kind === 'family'" class="flex gap-2">
        <EditField
          v-for="number in family.numbers"
          :key="number.name"
          class="flex-1"
          show-label
          :label="number.label"
          :unit="number.percent ? '%' : ''"
          :digits="number.whole ? 0 : 2"
          :min="number.least * scaleOf(number)"
          :max="number.most * scaleOf(number)"
          :step="number.step * scaleOf(number)"
          :model-value="(stored[number.name] ?? number.usual) * scaleOf(number)"
          :edit="`${number.label} set`"
          :recipe="(value: number) => bendsRecipe((bend) => withNumber(bend, number, value))"
          @done="remember"
        />
      </div>
      <StrengthSlider
        :strength="strength.value"
        :exact="strength.exact"
        @start="begin('Strength set')"
        @drag="(value) => preview(() => strengthBend(value))"
        @done="commit"
        @cancel="cancel"
        @set="(value) => once('Strength set', () => strengthBend(value))"
      />
      <PacePreview :waiting="document.gesturing" :bend="shown" :seconds="seconds" :hue="hue" />
    </template>
    <div v-else class="empty">
      <h2>Bend</h2>
      <p>Click a ribbon in the deck to bend how it travels between its two keys.</p>
      <p class="text-ink-2">
        Drag across lanes to take many spans at once, or press Ctrl/Cmd+A for all of them. Then press a digit
        from 1 to 7.
      </p>
    </div>
  </section>
</template>

<style scoped>
.panel {
  display: flex;
  flex: none;
  flex-direction: column;
  gap: 5px;
  overflow: hidden auto;
  padding: 3px 11px 4px;
  border-left: 1px solid var(--rule);
  background: var(--sheet);
  scrollbar-width: thin;
}

.head {
  display: flex;
  height: 26px;
  flex: none;
  align-items: center;
  gap: 6px;
}

h2 {
  min-width: 0;
  font-weight: 650;
}

h3 {
  font-size: 12px;
  font-weight: 650;
  line-height: 14px;
}

i {
  margin: 0 4px 0 2px;
  color: var(--ink-2);
  font-family: var(--font-sans);
  font-style: normal;
}

.chip {
  width: 10px;
  height: 8px;
  flex: none;
  border-radius: 2px;
}

.fields {
  display: flex;
  min-width: 0;
  flex: 1;
  flex-direction: column;
  gap: 3px;
}

.fields :deep(.number-field) {
  padding: 0 3px;
}

.fields :deep(input),
.fields :deep(.unit) {
  font-size: 12px;
}

.segments {
  display: flex;
  height: 24px;
  flex: 1;
  overflow: hidden;
  border: 1px solid var(--rule);
  border-radius: 5px;
}

.segments button {
  flex: 1;
  color: var(--ink-2);
}

.segments button[aria-pressed='true'] {
  background: var(--sheet-2);
  box-shadow: inset 0 -2px 0 var(--pencil);
  color: var(--ink);
  font-weight: 650;
}

.empty {
  display: grid;
  gap: 8px;
  padding: 10px 0;
}

.empty h2 {
  font-size: 15px;
}
</style>
