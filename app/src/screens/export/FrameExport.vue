<script setup lang="ts">
import { Download } from '@lucide/vue'
import { computed } from 'vue'
import { frameAt } from '@arrow-bend/core/time'
import { useDocument } from '../../session/document/document.ts'
import { fileName } from '../../session/document/fileName.ts'
import { saveBlob } from '../../session/document/saveProject.ts'
import { usePlayback } from '../../session/playback/playback.ts'
import { assetShelf } from '../../storage/index.ts'
import { pictureOfFrame } from '../../work/frameDrawer.ts'

/** A picture of the moment at the playhead. */
const document = useDocument()
const playback = usePlayback()
const scene = computed(() => document.scene!)
const frame = computed(() => frameAt(playback.time, scene.value.rate))
const save = (): Promise<void> =>
  saveBlob(
    () =>
      pictureOfFrame(
        document.project!,
        { scene: scene.value, time: playback.time, width: scene.value.size[0], type: 'image/png' },
        assetShelf.read,
      ),
    fileName(`${document.project!.name} frame ${frame.value}`, 'png'),
  )
</script>

<template>
  <p>
    Frame {{ frame }}, where the playhead stands, as a PNG of {{ scene.size.join(' × ') }} px, drawn by what
    draws the stage.
  </p>
  <div>
    <button type="button" class="button button-primary" @click="save">
      <Download :size="16" aria-hidden="true" />Save PNG…
    </button>
  </div>
</template>

<style scoped>
p {
  color: var(--ink-2);
}
</style>
