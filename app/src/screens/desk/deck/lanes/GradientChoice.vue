<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { computed } from 'vue'
import type { GradientKind, Layer } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'

/** Whether a shape is filled by a gradient, and by which; further stops are added here. */
const props = defineProps<{ layer: Layer; name: string; choices: readonly string[]; shown: string }>()

const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const ref = computed(() => ({ scene: document.sceneId, layer: props.layer.id }))

const choose = async (kind: string): Promise<void> => {
  const { setGradient } = await import('../../../../command/seldomEdits.ts')
  const { time } = playback
  const options = { time, autoKey: preferences.autoKey, makeId: document.makeId }
  document.apply(kind === 'none' ? 'Filled plainly' : `Filled by a ${kind} gradient`, (draft) =>
    setGradient(draft, ref.value, { kind: kind as GradientKind, ...options }),
  )
}
const add = async (): Promise<void> => {
  const { addStop } = await import('../../../../command/seldomEdits.ts')
  const { time } = playback
  document.apply('Stop added', (draft) => addStop(draft, ref.value, { time }))
}
</script>

<template>
  <button
    v-if="shown !== 'none'"
    type="button"
    tabindex="-1"
    class="add"
    :aria-label="`Add a stop to the gradient of ${layer.name}`"
    title="Add a stop, of the colour that is there"
    @click="add"
  >
    <Plus :size="13" aria-hidden="true" />
  </button>
  <select
    tabindex="-1"
    class="field-text"
    :aria-label="name"
    :value="shown"
    @keydown.stop
    @change="choose(($event.target as HTMLSelectElement).value)"
  >
    <option v-for="choice in choices" :key="choice" :value="choice">{{ choice }}</option>
  </select>
</template>

<style scoped>
.add {
  display: grid;
  width: 22px;
  height: 22px;
  border-radius: 4px;
  place-items: center;
}

.add:hover,
.add:focus-visible {
  background: var(--rule-soft);
}

.field-text {
  height: 20px;
  padding: 0 3px;
  border: 1px solid transparent;
  border-radius: 3px;
  background: transparent;
}

.field-text:hover,
.field-text:focus {
  border-color: var(--rule);
}
</style>
