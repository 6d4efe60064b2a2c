<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, onScopeDispose, shallowRef } from 'vue'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { assetShelf } from '../../../../storage/index.ts'
import { pictureOfFrame } from '../../../../work/frameDrawer.ts'

/** The last frame of what is played, and the first, which follows it in a loop, side by side. */
const document = useDocument()
const playback = usePlayback()

/** px */
const WIDTH = 300
/** Quiet time after an edit before they are drawn anew, ms. */
const QUIET_MS = 250

const frames = computed(() => {
  const [from, to] = playback.range
  return [
    { label: 'Last frame', time: Math.max(from, to - frameTicks(document.rate)) },
    { label: 'then the first', time: from },
  ]
})
const pictures = shallowRef<readonly string[]>([])
const show = (next: readonly string[]): void => {
  pictures.value.forEach((url) => URL.revokeObjectURL(url))
  pictures.value = next
}
let round = 0
watchDebounced(
  () => [document.committed, document.scene, ...frames.value.map(({ time }) => time)],
  async () => {
    const { committed, scene } = document
    if (!committed || !scene) return
    const mine = (round += 1)
    const drawn = frames.value.map(({ time }) =>
      pictureOfFrame(committed, { scene, time, width: WIDTH, type: 'image/webp' }, assetShelf.read),
    )
    // A frame that cannot be drawn is no reason for a message: the numbers stand below.
    const blobs = await Promise.all(drawn).catch(() => null)
    if (blobs && mine === round) show(blobs.map((blob) => URL.createObjectURL(blob)))
  },
  { debounce: QUIET_MS, immediate: true },
)
onScopeDispose(() => {
  round = -1
  show([])
})
</script>

<template>
  <div class="pair">
    <figure v-for="({ label }, i) in frames" :key="label">
      <img v-if="pictures[i]" :src="pictures[i]" :alt="label" />
      <div v-else class="empty" />
      <figcaption>{{ label }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
img,
.empty {
  width: 100%;
  border: 1px solid var(--rule);
  border-radius: 3px;
  aspect-ratio: 16 / 9;
  object-fit: contain;
}

figcaption {
  color: var(--ink-2);
  font-size: 0.75rem;
}
</style>
