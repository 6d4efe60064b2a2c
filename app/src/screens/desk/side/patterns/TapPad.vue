<script setup lang="ts">
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useTaps } from '../../../../session/playback/taps.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { keysOf } from '../../../../command/keys/keysOf.ts'
import NumberField from '../../../../ui/NumberField.vue'

/** Beats tapped by hand while it plays. */
const playback = usePlayback()
const preferences = usePreferences()
const taps = useTaps()
/** By pointer as it comes down; keys and other ways of pressing as a click. */
const click = (event: MouseEvent): void => {
  if (event.detail === 0) taps.tap(playback.moment())
}
</script>

<template>
  <h3>Tap them</h3>
  <div class="line">
    <button
      type="button"
      class="pad"
      :title="`A beat now; by key: ${keysOf('tapBeat')}`"
      @pointerdown.left="taps.tap(playback.moment())"
      @click="click"
    >
      {{ taps.count > 0 ? `${taps.count} tapped` : playback.playing ? 'Tap' : 'Play, then tap' }}
    </button>
    <NumberField
      class="grow"
      show-label
      label="Tapped late by"
      name="How late beats are tapped"
      unit="ms"
      :digits="0"
      :min="-1000"
      :max="1000"
      :model-value="preferences.tapLatency"
      @input="(value: number) => (preferences.tapLatency = Math.round(value))"
    />
  </div>
</template>

<style scoped>
.pad {
  min-width: 128px;
  height: 44px;
  border: 1px solid var(--rule);
  border-radius: 8px;
  background: var(--sheet-2);
  font-weight: 650;
  touch-action: manipulation;
}

.pad:active {
  border-color: var(--pencil);
  background: color-mix(in srgb, var(--pencil) 18%, var(--sheet-2));
}
</style>
