<script setup lang="ts">
import { addGuide, removeGuides } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'

/** Lines to place things by, and how what lies beyond the frame is shown. */
const document = useDocument()
const preferences = usePreferences()

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
  <div class="lines">
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
  </div>
</template>

<style scoped>
.lines {
  display: grid;
  width: 236px;
  gap: 2px;
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
</style>
