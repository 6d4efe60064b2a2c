<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import {
  compileBend,
  FAMILIES,
  nearestStrength,
  strengthBend,
  strengthOf,
  type PlainBend,
  type Mode,
} from '@arrow-bend/core/bend'
import { changeBends } from '@arrow-bend/core/edit'
import { useDocument, type Gesture, type Recipe } from '../../../../session/document/document.ts'
import { heldUntilIdle } from '../../../../session/document/idle.ts'
import type { Commands } from '../../../../command/useCommands.ts'
import AgreeRow from './AgreeRow.vue'
import BendFacts from './BendFacts.vue'
import BendKind from './BendKind.vue'
import BendPlot from './BendPlot.vue'
import LibraryOpener from './LibraryOpener.vue'
import LinkRow from './LinkRow.vue'
import { useLastBend } from '../../../../session/selection/lastBend.ts'
import { useLinkedBends } from '../../../../session/selection/linkedBends.ts'
import { EDIT_LABELS, editBend, type PlotEdit } from './plotEdit.ts'
import { LADDER_WIDTH, plotSize } from '../../../../chart/plot/plotScale.ts'
import PointFields from './PointFields.vue'
import QuickBends from './QuickBends.vue'
import SideFields from './SideFields.vue'
import type { Side } from '../../../../chart/plot/spanNumbers.ts'
import StrengthSlider from './StrengthSlider.vue'
import { useGhost } from './useGhost.ts'
import type { TargetSpans } from './useTargetSpans.ts'

/** Edits the bend of the selected spans, one or many. */
const props = defineProps<{ actions: Commands; target: TargetSpans }>()

// Reading CSS takes a parser, which comes after all else is there.
const ColourMix = defineAsyncComponent(() => import('../ColourMix.vue'))
const CssField = defineAsyncComponent(() => import('./CssField.vue'))

const document = useDocument()
const last = useLastBend()
const linked = useLinkedBends()
const { spans, first, refs, shown, stored, linkedTo, smooth, mixed, handles, definition } = props.target
const { hue, seconds, frames, elapsed, title } = props.target

/** What stands round the plot: height of all other rows, and width of the fields beside it, px. */
const OTHER_ROWS = 242
const NUMBERS_ROW = 28
const LINK_ROW = 28
/** What does not fit below it is scrolled to, px. */
const LEAST_PLOT = 140
const FIELDS = 108
const SIDES: readonly Side[] = ['leave', 'arrive']
const panel = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(panel)
/** The first is linked, and all others play the same. */
const isLinked = computed(() => linkedTo.value !== null && !mixed.value)
const presentKind = computed(() => (mixed.value ? null : smooth.value ? shown.value : stored.value))
const size = computed(() => {
  const family = presentKind.value?.kind === 'family' ? FAMILIES[presentKind.value.family] : null
  const rows =
    OTHER_ROWS +
    (family && family.numbers.length > 0 ? NUMBERS_ROW : 0) +
    (isLinked.value || spans.value.length > 1 ? LINK_ROW : 0)
  const across = (width.value || 318) - FIELDS - LADDER_WIDTH - 14
  return plotSize(Math.min(across, Math.max(LEAST_PLOT, (height.value || 368) - rows + 8)))
})
const exactStrength = computed(() => (stored.value && !smooth.value ? strengthOf(stored.value) : null))
/** Where no number says it, the nearest, which nobody looks at while something is dragged. */
const strength = heldUntilIdle(
  () => {
    const exact = exactStrength.value
    if (exact !== null || !shown.value) return { value: exact ?? 0, exact: true }
    return { value: nearestStrength(compileBend(shown.value)), exact: false }
  },
  ({ exact }) => !exact && exactStrength.value === null,
)
/** A drag of handles or points leaves the kind of bend as it is; what is shown of it waits. */
const isSameKind = (before: PlainBend | null, now: PlainBend | null): boolean =>
  (before?.kind === 'handles' && now?.kind === 'handles') ||
  (before?.kind === 'points' && now?.kind === 'points' && before.nodes.length === now.nodes.length)
const quietKind = heldUntilIdle(
  () => presentKind.value,
  (before) => isSameKind(before, presentKind.value),
)
const quietShown = heldUntilIdle(
  () => shown.value!,
  (before) => isSameKind(before, shown.value),
)
const speedUnit = computed(() => (definition.value?.unit ? `${definition.value.unit}/s` : '/s'))
const ghost = useGhost(
  () => first.value && `${first.value.ref.layer}/${first.value.ref.property}/${first.value.ref.key}`,
  () => shown.value,
  () => document.gesturing,
)
const focused = ref<Side | null>(null)
const point = ref<number | null>(null)
const pointsShown = computed(() => (shown.value?.kind === 'points' ? shown.value : null))
const chosenPoint = computed(() => {
  const most = (pointsShown.value?.nodes.length ?? 0) - 2
  return point.value !== null && point.value >= 1 && point.value <= most ? point.value : null
})
watch(
  () => first.value?.ref.key,
  () => (point.value = null),
)

/** The edit that makes every target span's bend anew. */
const recipeOf = (change: (bend: PlainBend) => PlainBend): Recipe<unknown> => {
  const chosen = refs.value
  return (draft) => changeBends(draft, chosen, change)
}
/** Of several spans each keeps its own bend but for what is changed; a bend's points are given to all. */
const plotRecipe = (edit: PlotEdit, drawn = shown.value!): Recipe<unknown> => {
  const chosen = refs.value
  if (edit.kind === 'side' || edit.kind === 'hold' || chosen.length < 2)
    return recipeOf((bend) => editBend(bend, edit))
  return (draft) => changeBends(draft, chosen, () => editBend(drawn, edit))
}
const remember = (): void => {
  if (shown.value) last.remember(shown.value)
}
let gesture: Gesture | null = null
let begun: PlainBend | null = null
let begunLinked = false
const begin = (label: string): void => {
  gesture = document.begin(label, 'panel')
  begun = shown.value
  begunLinked = linkedTo.value !== null
}
const commit = (): void => {
  gesture?.commit()
  gesture = null
  remember()
}
const cancel = (): void => {
  gesture?.cancel()
  gesture = null
}
const once = (label: string, recipe: Recipe<unknown>): void => {
  document.apply(label, recipe)
  remember()
}
const reach = computed(() => (linkedTo.value === null ? '' : linked.reach(refs.value)))
/** With Alt linked spans get a copy, so that nothing else changes with them. */
const drag = (edit: PlotEdit, copy: boolean): void => {
  const recipe = plotRecipe(edit, begun!)
  gesture?.preview(copy && begunLinked ? linked.onCopy(refs.value, recipe) : recipe)
}
const plotOnce = (edit: PlotEdit): void => {
  const before = pointsShown.value?.nodes.length ?? 2
  once(EDIT_LABELS[edit.kind], plotRecipe(edit))
  if (edit.kind !== 'add' || !pointsShown.value || pointsShown.value.nodes.length <= before) return
  const added = pointsShown.value.nodes.findIndex(({ at }) => Math.abs(at[0] - edit.u) < 1e-6)
  if (added > 0) point.value = added
}
const choose = (bend: PlainBend): void => {
  document.apply('Bend chosen', (draft) => changeBends(draft, refs.value, () => bend))
  last.remember(bend)
}
const chooseMode = (mode: Mode): void =>
  once(
    'Mode chosen',
    recipeOf((bend) => (bend.kind === 'family' && FAMILIES[bend.family].natural ? { ...bend, mode } : bend)),
  )
</script>

<template>
  <section ref="panel" class="panel" aria-label="Bend panel">
    <template v-if="first && shown && stored">
      <header class="head">
        <span class="chip" :style="{ background: `var(--hue-${hue})` }" aria-hidden="true" />
        <h2 class="truncate" :title="`${title}, keys ${first.index + 1} to ${first.index + 2}`">
          {{ title }}
        </h2>
        <span class="grow" />
        <span v-if="spans.length > 1" class="shrink-0 text-[0.75rem]"
          ><b>{{ spans.length }} spans</b>{{ mixed ? ', mixed' : '' }}</span
        >
        <LibraryOpener :target="target" :linked-to="isLinked ? linkedTo : null" />
        <span class="mono shrink-0 text-[0.75rem]"
          >{{ Number(frames.toFixed(2)) }}<i>f</i> {{ seconds.toFixed(2) }}<i>s</i></span
        >
      </header>
      <LinkRow v-if="isLinked" :target="target" :actions="actions" />
      <AgreeRow v-else-if="spans.length > 1" :target="target" :actions="actions" />
      <div class="flex gap-px">
        <BendPlot
          :bend="shown"
          :ghost="ghost"
          :handles="handles"
          :size="size"
          :frames="frames"
          :elapsed="elapsed"
          :hue="hue"
          :chosen="focused"
          :point="chosenPoint"
          :reach="reach"
          @start="(kind) => begin(EDIT_LABELS[kind])"
          @drag="drag"
          @done="commit"
          @cancel="cancel"
          @once="plotOnce"
          @choose="(index) => (point = index)"
        />
        <div class="fields">
          <SideFields
            v-for="side in SIDES"
            :key="side"
            :side="side"
            :target="target"
            :speed-unit="speedUnit"
            :recipe-of="recipeOf"
            @done="remember"
            @focused="focused = side"
            @blurred="focused = null"
          />
        </div>
      </div>
      <BendFacts :target="target" :speed-unit="speedUnit" :recipe-of="recipeOf" @done="remember" />
      <QuickBends :target="target" @choose="(command) => props.actions.run(command, false)" />
      <BendKind
        :bend="quietKind"
        :shown="quietShown"
        :point="chosenPoint"
        :recipe-of="recipeOf"
        @choose="choose"
        @mode="chooseMode"
        @edit="plotOnce"
        @done="remember"
      />
      <PointFields
        v-if="pointsShown && chosenPoint !== null"
        :bend="pointsShown"
        :point="chosenPoint"
        :recipe-of="plotRecipe"
        @done="remember"
        @remove="plotOnce({ kind: 'remove', index: chosenPoint })"
      />
      <StrengthSlider
        v-else
        :strength="strength.value"
        :exact="strength.exact"
        @start="begin('Strength set')"
        @drag="(value) => gesture?.preview(recipeOf(() => strengthBend(value)))"
        @done="commit"
        @cancel="cancel"
        @set="
          (value) =>
            once(
              'Strength set',
              recipeOf(() => strengthBend(value)),
            )
        "
      />
      <ColourMix v-if="first.compiled.property.kind === 'colour'" :spans="target.spans.value" />
      <CssField :bend="mixed ? null : shown" @choose="choose" />
    </template>
  </section>
</template>

<style scoped>
.panel {
  display: flex;
  min-height: 0;
  flex: 1;
  flex-direction: column;
  gap: 4px;
  overflow: hidden auto;
  padding: 2px 11px 3px;
  scrollbar-width: thin;
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
  font-size: 0.75rem;
}

/* What does not fit is scrolled to, never squeezed. */
.panel > :deep(*) {
  flex-shrink: 0;
}

.head {
  display: flex;
  height: 22px;
  flex: none;
  align-items: center;
  gap: 6px;
}

h2 {
  min-width: 0;
  font-weight: 650;
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
</style>
