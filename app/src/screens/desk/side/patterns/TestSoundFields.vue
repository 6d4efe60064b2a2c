<script setup lang="ts">
import { ref } from 'vue'
import type { TestSound } from '@arrow-bend/core/sound'
import { useArtImport } from '../../../../command/artImport.ts'
import NumberField from '../../../../ui/NumberField.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'

/** A sound to try things with, made here. */
const art = useArtImport()
const KINDS: readonly { value: TestSound; label: string }[] = [
  { value: 'drums', label: 'Drums' },
  { value: 'clicks', label: 'Clicks' },
]
const kind = ref<TestSound>('drums')
const perMinute = ref(120)
const seconds = ref(8)
const add = async (): Promise<void> => {
  const [{ testSound }, { writeWav }] = await Promise.all([
    import('@arrow-bend/core/sound'),
    import('@arrow-bend/core/format/sound'),
  ])
  const bytes = writeWav(testSound({ kind: kind.value, perMinute: perMinute.value, seconds: seconds.value }))
  const name = `${kind.value === 'drums' ? 'Drums' : 'Clicks'} at ${perMinute.value}.wav`
  await art.take([new File([bytes], name, { type: 'audio/wav' })])
}
</script>

<template>
  <h3>A sound to try with</h3>
  <SegmentedChoice v-model="kind" label="What is played" :options="KINDS" />
  <div class="line">
    <NumberField
      class="grow"
      show-label
      label="Beats"
      name="Beats a minute of the sound"
      unit="/min"
      :digits="0"
      :min="20"
      :max="300"
      :model-value="perMinute"
      @input="(value: number) => (perMinute = Math.round(value))"
    />
    <NumberField
      class="grow"
      show-label
      label="Long"
      name="How long the sound is"
      unit="s"
      :digits="0"
      :min="1"
      :max="600"
      :model-value="seconds"
      @input="(value: number) => (seconds = Math.round(value))"
    />
    <button type="button" class="button small" @click="add">Add it</button>
  </div>
</template>
