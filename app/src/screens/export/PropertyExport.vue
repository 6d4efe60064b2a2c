<script setup lang="ts">
import { Download } from '@lucide/vue'
import { computed, ref } from 'vue'
import { sampleCsv } from '@arrow-bend/core/format/csv'
import { compileLayerClock, playedProperties, playedProperty } from '@arrow-bend/core/scene'
import { formatRate, parseRate } from '@arrow-bend/core/time'
import { useDocument } from '../../session/document/document.ts'
import { fileName } from '../../session/document/fileName.ts'
import { saveBlob } from '../../session/document/saveProject.ts'
import RateField from './RateField.vue'

/** One property as a table, with its speed. */
const document = useDocument()
const scene = computed(() => document.scene!)

const layerId = ref('')
const propertyName = ref('')
const rate = ref(formatRate(scene.value.rate))
const withSpeed = ref(true)

const layers = computed(() => scene.value.layers)
const layer = computed(
  () =>
    layers.value.find(({ id }) => id === layerId.value) ??
    layers.value.find(({ properties }) => Object.values(properties).some(({ keys }) => keys.length > 0)) ??
    layers.value[0] ??
    null,
)
const definitions = computed(() => (layer.value ? playedProperties(layer.value) : []))
const definition = computed(
  () =>
    definitions.value.find(({ name }) => name === propertyName.value) ??
    definitions.value.find(({ name }) => layer.value!.properties[name]!.keys.length > 0) ??
    definitions.value[0] ??
    null,
)

const saveCsv = (): Promise<void> =>
  saveBlob(
    () => {
      const { name } = definition.value!
      const { bends: library } = document.project!
      const csv = sampleCsv(playedProperty(layer.value!, name, document.bends), {
        rate: parseRate(rate.value),
        duration: scene.value.duration,
        speed: withSpeed.value,
        library,
        clock: compileLayerClock(scene.value, layer.value!.id, library),
      })
      return new Blob([csv], { type: 'text/csv' })
    },
    fileName(`${layer.value!.name} ${definition.value!.label}`, 'csv'),
  )
</script>

<template>
  <p>A CSV table with one row a frame.</p>
  <div v-if="layer && definition" class="flex flex-wrap items-end gap-3">
    <label
      ><span>Layer</span>
      <select
        class="field h-7 max-w-[220px]"
        :value="layer.id"
        @change="layerId = ($event.target as HTMLSelectElement).value"
      >
        <option v-for="option in layers" :key="option.id" :value="option.id">
          {{ option.name }}
        </option>
      </select>
    </label>
    <label
      ><span>Property</span>
      <select
        class="field h-7"
        :value="definition.name"
        @change="propertyName = ($event.target as HTMLSelectElement).value"
      >
        <option v-for="option in definitions" :key="option.name" :value="option.name">
          {{ option.label }}
        </option>
      </select>
    </label>
    <RateField v-model="rate" />
    <label class="flex! h-7 items-center gap-2"
      ><input v-model="withSpeed" type="checkbox" class="size-4" />With speed</label
    >
  </div>
  <p v-else>This scene has no layers yet.</p>
  <div>
    <button type="button" class="button button-primary" :disabled="!layer" @click="saveCsv">
      <Download :size="16" aria-hidden="true" />Save table…
    </button>
  </div>
</template>

<style scoped>
p {
  color: var(--ink-2);
}

label span {
  display: block;
  margin-bottom: 3px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

select {
  padding: 0 6px;
}
</style>
