<script setup lang="ts">
import { useDocument } from '../../session/document/document.ts'
import { usePreferences } from '../../session/preferences.ts'
import TimeField from '../../ui/TimeField.vue'
import ExportField from './ExportField.vue'
import type { Stretch } from './useStretch.ts'

/** From when until when a scene leaves. */
defineProps<{ stretch: Stretch }>()

const document = useDocument()
const preferences = usePreferences()
</script>

<template>
  <div class="stretch" role="group" aria-label="Stretch">
    <ExportField label="From">
      <TimeField
        label="From"
        :model-value="stretch.from.value"
        :rate="document.rate"
        :display="preferences.timeDisplay"
        @take="stretch.setFrom"
      />
    </ExportField>
    <ExportField label="Until">
      <TimeField
        label="Until"
        :model-value="stretch.to.value"
        :rate="document.rate"
        :display="preferences.timeDisplay"
        @take="stretch.setTo"
      />
    </ExportField>
    <button v-if="document.scene?.playRange" type="button" class="button" @click="stretch.takePlayRange">
      Play range
    </button>
    <button v-if="!stretch.isWhole.value" type="button" class="button" @click="stretch.takeAll">
      Whole scene
    </button>
  </div>
</template>

<style scoped>
.stretch {
  display: flex;
  align-items: end;
  gap: 10px;
}
</style>
