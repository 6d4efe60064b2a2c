<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { ChevronUp, Volume2, VolumeX } from '@lucide/vue'
import { usePreferences } from '../../../session/preferences.ts'
import IconButton from '../../../ui/IconButton.vue'

/** Whether sounds and clips are heard while they play, and when else. */
const preferences = usePreferences()
</script>

<template>
  <div class="sound">
    <IconButton
      :icon="preferences.muted ? VolumeX : Volume2"
      label="Sound"
      :pressed="!preferences.muted"
      @press="preferences.muted = !preferences.muted"
    />
    <Popover class="relative">
      <PopoverButton class="opener" aria-label="When sounds are heard" title="When sounds are heard">
        <ChevronUp :size="12" aria-hidden="true" />
      </PopoverButton>
      <PopoverPanel class="float panel">
        <label><input v-model="preferences.scrubHeard" type="checkbox" />while the playhead is moved</label>
        <label>
          <input v-model="preferences.pitchKept" type="checkbox" />at other playback speeds, at their own
          pitch
        </label>
      </PopoverPanel>
    </Popover>
  </div>
</template>

<style scoped>
.sound {
  display: flex;
  align-items: center;
}

.sound :deep(.opener) {
  display: grid;
  width: 16px;
  height: 28px;
  border-radius: 4px;
  color: var(--ink-2);
  place-items: center;
}

.sound :deep(.opener:hover),
.sound :deep(.opener[aria-expanded='true']) {
  background: var(--rule-soft);
}

.panel {
  position: absolute;
  z-index: 30;
  bottom: 32px;
  left: 0;
  display: grid;
  width: 290px;
  padding: 9px 11px;
  font-size: 0.75rem;
  gap: 6px;
}

label {
  display: flex;
  align-items: center;
  gap: 5px;
}
</style>
