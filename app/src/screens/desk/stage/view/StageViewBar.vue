<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { Ghost, Grid3x3, History, Spline } from '@lucide/vue'
import { computed } from 'vue'
import { addGuide, removeGuides } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import { vOneStop } from '../../../../ui/focus/oneStop.ts'

/** What the stage shows beside the picture: routes, ghosts, how it was before, lines to place things by. */
const document = useDocument()
const preferences = usePreferences()
const stageView = useStageView()

const SWITCHES = [
  { name: 'rulers', label: 'Rulers' },
  { name: 'thirds', label: 'Thirds' },
  { name: 'safe', label: 'Safe areas' },
  { name: 'grid', label: 'Grid of 120 px' },
  { name: 'align', label: 'Dragged things come into line' },
] as const
const OUTSIDES = [
  { value: 'shown', label: 'shown' },
  { value: 'dimmed', label: 'dimmed' },
  { value: 'hidden', label: 'hidden' },
] as const
const GHOSTS = [
  { name: 'onionBefore', label: 'Before', unit: '', min: 0, max: 12 },
  { name: 'onionAfter', label: 'After', unit: '', min: 0, max: 12 },
  { name: 'onionEvery', label: 'Every', unit: 'f', min: 1, max: 48 },
] as const

const soloWords = computed(() => {
  const names = document.scene!.layers.filter(({ id }) => stageView.solo.includes(id)).map(({ name }) => name)
  return names.length > 2 ? `${names.length} layers` : names.join(', ')
})

const guideInMiddle = (axis: 'x' | 'y'): void => {
  const [width, height] = document.size
  document.apply('Guide added', (draft) =>
    addGuide(draft, { scene: document.sceneId, axis }, (axis === 'x' ? width : height) / 2),
  )
}
const takeGuidesAway = (): void => {
  document.apply('Guides removed', (draft) => removeGuides(draft, document.sceneId))
}
</script>

<template>
  <div
    v-one-stop
    class="float bar"
    role="toolbar"
    aria-orientation="vertical"
    aria-label="Stage view"
    @pointerdown.stop
  >
    <IconButton
      :icon="Spline"
      label="Routes and spacing marks"
      :pressed="preferences.showRoutes"
      @press="preferences.showRoutes = !preferences.showRoutes"
    />
    <IconButton
      :icon="Ghost"
      label="Onion skin"
      :pressed="stageView.onion"
      @press="stageView.onion = !stageView.onion"
    />
    <IconButton
      :icon="History"
      label="Before: as it was"
      :pressed="stageView.before"
      @press="stageView.before = !stageView.before"
    />
    <div class="host relative">
      <Popover>
        <PopoverButton class="opener" aria-label="Lines and space" title="Lines and space">
          <Grid3x3 :size="16" :stroke-width="1.75" aria-hidden="true" />
        </PopoverButton>
        <PopoverPanel class="float panel" aria-label="Lines and space">
          <label v-for="{ name, label } in SWITCHES" :key="name" class="line">
            <input v-model="preferences[name]" type="checkbox" />{{ label }}
          </label>
          <label class="line">
            Beyond the frame
            <select v-model="preferences.outside" class="field">
              <option v-for="{ value, label } in OUTSIDES" :key="value" :value="value">{{ label }}</option>
            </select>
          </label>
          <div class="line">
            Guide
            <button type="button" class="button" @click="guideInMiddle('x')">upright</button>
            <button type="button" class="button" @click="guideInMiddle('y')">level</button>
            <button type="button" class="button" :disabled="!document.scene?.guides" @click="takeGuidesAway">
              none
            </button>
          </div>
        </PopoverPanel>
      </Popover>
    </div>
  </div>
  <div v-if="stageView.onion && !stageView.before" class="float note" @pointerdown.stop>
    <b>Onion skin</b>
    <NumberField
      v-for="{ name, label, unit, min, max } in GHOSTS"
      :key="name"
      class="ghosts"
      show-label
      :label="label"
      :unit="unit"
      :digits="0"
      :min="min"
      :max="max"
      :model-value="preferences[name]"
      @input="(value: number) => (preferences[name] = Math.round(value))"
    />
  </div>
  <div v-if="soloWords && !stageView.before && !stageView.onion" class="float note" @pointerdown.stop>
    <span>Shown alone: {{ soloWords }}</span>
    <button type="button" class="button" @click="stageView.solo = []">Show all</button>
  </div>
  <div v-if="stageView.before" class="float note" role="status" @pointerdown.stop>
    <span
      ><b>Before:</b>
      {{ stageView.referenceSet ? 'as it was at the set point' : 'as it was when opened' }}</span
    >
    <button type="button" class="button" @click="(stageView.setReference(), (stageView.before = false))">
      Compare with now from here on
    </button>
  </div>
</template>

<style scoped>
.bar {
  position: absolute;
  z-index: 6;
  top: calc(8px + var(--ruler));
  right: 8px;
  display: flex;
  flex-direction: column;
  padding: 4px;
}

/* A popover's button has two roots, so that scoped styles do not reach it by themselves. */
.host :deep(.opener) {
  display: grid;
  width: 28px;
  height: 28px;
  place-items: center;
  border-radius: 5px;
}

.host :deep(.opener:hover),
.host :deep(.opener[aria-expanded='true']) {
  background: var(--rule-soft);
}

.panel {
  position: absolute;
  top: -84px;
  right: 36px;
  display: grid;
  width: 252px;
  gap: 2px;
  padding: 6px 8px;
}

.line {
  display: flex;
  min-height: 26px;
  align-items: center;
  gap: 8px;
}

.line select {
  margin-left: auto;
}

.line .button {
  min-height: 24px;
  padding: 0 8px;
}

.note {
  position: absolute;
  z-index: 5;
  top: calc(8px + var(--ruler));
  left: 50%;
  display: flex;
  min-height: 34px;
  align-items: center;
  gap: 8px;
  padding: 4px 10px;
  transform: translateX(-50%);
  white-space: nowrap;
}

.note .button {
  min-height: 24px;
}

.ghosts {
  width: 84px;
}
</style>
