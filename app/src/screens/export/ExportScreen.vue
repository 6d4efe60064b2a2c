<script setup lang="ts">
import { Download } from '@lucide/vue'
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { exportCssPage, leftOutOfPage } from '@arrow-bend/core/format/web'
import { sampleCsv } from '@arrow-bend/core/format/csv'
import { compileLayerClock, playedProperties, playedProperty, reachesScene } from '@arrow-bend/core/scene'
import { FRAME_RATES, formatRate, frameAt, parseRate } from '@arrow-bend/core/time'
import { measureText } from '../../draw/index.ts'
import { useDocument } from '../../session/document/document.ts'
import { usePlayback } from '../../session/playback/playback.ts'
import { fileName } from '../../session/document/fileName.ts'
import { saveBlob, saveProject } from '../../session/document/saveProject.ts'
import { assetShelf } from '../../storage/index.ts'
import { pictureOfFrame } from '../../work/frameDrawer.ts'
import { dataUrl, textFontUrl } from './dataUrls.ts'

/** Where the work leaves: a page that plays by itself, numbers of a property, the project as a file. */
const document = useDocument()
const playback = usePlayback()
const project = computed(() => document.project!)
const scene = computed(() => document.scene!)

const layerId = ref('')
const propertyName = ref('')
const rate = ref(formatRate(scene.value.rate))
const withSpeed = ref(true)
const busy = ref(false)

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

const savePage = async (): Promise<void> => {
  busy.value = true
  await saveBlob(
    async () => {
      const urls = new Map(
        await Promise.all(
          project.value.assets
            .filter(({ kind }) => kind === 'picture')
            .map(async (asset) => [asset.id, await dataUrl(await assetShelf.read(asset))] as const),
        ),
      )
      const page = exportCssPage(project.value, scene.value, {
        pictureUrl: (id) => urls.get(id) ?? '',
        ...(hasText() ? { fontUrl: await textFontUrl(), measureText } : {}),
      })
      return new Blob([page], { type: 'text/html' })
    },
    fileName(`${project.value.name} ${scene.value.name}`, 'html'),
  )
  busy.value = false
}
const frame = computed(() => frameAt(playback.time, scene.value.rate))
const saveFrame = (): Promise<void> =>
  saveBlob(
    () =>
      pictureOfFrame(
        project.value,
        { scene: scene.value, time: playback.time, width: scene.value.size[0], type: 'image/png' },
        assetShelf.read,
      ),
    fileName(`${project.value.name} frame ${frame.value}`, 'png'),
  )
const saveCsv = (): Promise<void> =>
  saveBlob(
    () => {
      const { name } = definition.value!
      const { bends: library } = project.value
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

/** Layers of the scene, and of those it shows. */
const allLayers = computed(() => {
  const { id } = scene.value
  return project.value.scenes
    .filter((one) => one.id === id || reachesScene(project.value.scenes, id, one.id))
    .flatMap((one) => one.layers)
})
const hasText = (): boolean => allLayers.value.some(({ kind }) => kind === 'text')
/** What a page cannot say of this scene. */
const leftOut = computed(() => {
  const parts = leftOutOfPage(allLayers.value)
  return parts.length > 0 ? `Left out of the page: ${parts.join(', ')}.` : ''
})

/** The keyboard begins at the top of the screen, not where it was on the one before. */
const title = useTemplateRef('title')
onMounted(() => title.value?.focus())
</script>

<template>
  <main class="overflow-auto bg-bench px-8 py-6">
    <div class="mx-auto grid max-w-[880px] gap-4">
      <h2 ref="title" tabindex="-1" class="text-[1.25rem] leading-7 font-semibold outline-none">
        Export “{{ scene.name }}”
      </h2>
      <section class="card" aria-labelledby="page-title">
        <div>
          <h3 id="page-title">Web page</h3>
          <p>
            One HTML file that plays by itself, over and over, in any current browser. Moves are CSS
            keyframes, without scripts. It fits any window whole, has a pause button, and stands still where
            less motion is asked for.
          </p>
          <p class="text-[0.75rem]">
            Held to the stage at every frame: positions within 0.1 px, opacity within 0.1 %, colours within
            1/255. The letters of texts stand where the browser that plays the page sets them.
          </p>
          <p v-if="leftOut" class="text-[0.75rem] font-semibold">{{ leftOut }}</p>
        </div>
        <button type="button" class="button button-primary" :disabled="busy" @click="savePage">
          <Download :size="16" aria-hidden="true" />Save page…
        </button>
      </section>
      <section class="card" aria-labelledby="frame-title">
        <div>
          <h3 id="frame-title">Picture of this frame</h3>
          <p>
            Frame {{ frame }}, where the playhead stands, as a PNG of {{ scene.size.join(' × ') }} px, drawn
            by what draws the stage.
          </p>
        </div>
        <button type="button" class="button" @click="saveFrame">
          <Download :size="16" aria-hidden="true" />Save PNG…
        </button>
      </section>
      <section class="card" aria-labelledby="csv-title">
        <div>
          <h3 id="csv-title">Numbers of a property</h3>
          <p>A CSV table with one row a frame.</p>
          <div v-if="layer && definition" class="mt-3 flex flex-wrap items-end gap-3">
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
            <label
              ><span>Frames per second</span>
              <select v-model="rate" class="field h-7">
                <option v-for="option in FRAME_RATES.map(formatRate)" :key="option" :value="option">
                  {{ option }}
                </option>
              </select>
            </label>
            <label class="flex! h-7 items-center gap-2"
              ><input v-model="withSpeed" type="checkbox" class="size-4" />With speed</label
            >
          </div>
          <p v-else class="mt-2">This scene has no layers yet.</p>
        </div>
        <button type="button" class="button" :disabled="!layer" @click="saveCsv">
          <Download :size="16" aria-hidden="true" />Save table…
        </button>
      </section>
      <section class="card" aria-labelledby="project-title">
        <div>
          <h3 id="project-title">Project file</h3>
          <p>Everything in one .bend file: layers, keys, bends and pictures. Open it again on any machine.</p>
        </div>
        <button type="button" class="button" @click="saveProject(project)">
          <Download :size="16" aria-hidden="true" />Save project…
        </button>
      </section>
    </div>
  </main>
</template>

<style scoped>
.card {
  display: grid;
  align-items: start;
  gap: 24px;
  grid-template-columns: 1fr auto;
  padding: 16px 20px;
  border: 1px solid var(--rule);
  border-radius: 8px;
  background: var(--sheet);
}

h3 {
  margin-bottom: 2px;
  font-size: 0.9375rem;
  font-weight: 650;
}

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
