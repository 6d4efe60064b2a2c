<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed } from 'vue'
import { artScale, type ArtFit } from '@arrow-bend/core/edit'
import type { Art, ArtNode } from '@arrow-bend/core/scene'
import { useDocument } from '../../../session/document/document.ts'
import AppDialog from '../../../ui/AppDialog.vue'
import { useArtImport } from '../../../command/artImport.ts'

/** Asks how pictures come into the frame, where there is a choice. */
const FITS: readonly { fit: ArtFit; label: string }[] = [
  { fit: 'fit', label: 'Whole in the frame' },
  { fit: 'fill', label: 'Covering the frame' },
  { fit: 'asIs', label: 'At its own size' },
]
const FORMS = [
  { svg: 'layers', label: 'As layers, by its groups' },
  { svg: 'picture', label: 'As one picture' },
] as const

const document = useDocument()
const art = useArtImport()
const { fit, svg, waiting } = storeToRefs(art)

const frame = computed(() => document.size)
const hasSvg = computed(() => waiting.value.some(({ isSvg }) => isSvg))
const sizeOf = ({ size }: Art): string => size.map((side) => Math.round(side)).join(' × ')
const scaleOf = ({ size }: Art): string => `${Math.round(100 * artScale(size, frame.value, fit.value))} %`
const countOf = (nodes: readonly ArtNode[]): number =>
  nodes.reduce((sum, node) => sum + 1 + (node.kind === 'group' ? countOf(node.children) : 0), 0)
const layersOf = (art: Art, isSvg: boolean): string => {
  const count = isSvg && svg.value === 'picture' ? 1 : countOf(art.nodes)
  return count === 1 ? '1 layer' : `${count} layers`
}
</script>

<template>
  <AppDialog
    :open="waiting.length > 0"
    :title="waiting.length > 1 ? `Add ${waiting.length} pictures` : 'Add a picture'"
    @close="art.giveUp()"
  >
    <form class="space-y-4" @submit.prevent="art.place()">
      <table class="w-full">
        <thead class="sr-only">
          <tr>
            <th>File</th>
            <th>Size, px</th>
            <th>Drawn at</th>
            <th>Becomes</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in waiting" :key="one.file.name" class="border-b border-rule-soft">
            <td class="max-w-44 truncate py-1.5" :title="one.file.name">{{ one.file.name }}</td>
            <td class="mono px-2 text-right text-[0.75rem]">{{ sizeOf(one.art) }} px</td>
            <td class="mono px-2 text-right text-[0.75rem]">{{ scaleOf(one.art) }}</td>
            <td class="text-right text-[0.75rem] text-ink-2">{{ layersOf(one.art, one.isSvg) }}</td>
          </tr>
        </tbody>
      </table>
      <fieldset>
        <legend class="mb-1 text-ink-2">The frame is {{ frame.join(' × ') }} px</legend>
        <label v-for="choice in FITS" :key="choice.fit" class="flex h-7 items-center gap-2">
          <input v-model="fit" type="radio" name="fit" :value="choice.fit" />{{ choice.label }}
        </label>
      </fieldset>
      <fieldset v-if="hasSvg">
        <legend class="mb-1 text-ink-2">SVG</legend>
        <label v-for="choice in FORMS" :key="choice.svg" class="flex h-7 items-center gap-2">
          <input v-model="svg" type="radio" name="svg" :value="choice.svg" />{{ choice.label }}
        </label>
      </fieldset>
      <div class="flex justify-end gap-2">
        <button type="button" class="button" @click="art.giveUp()">Cancel</button>
        <button type="submit" class="button button-primary">Add</button>
      </div>
    </form>
  </AppDialog>
</template>

<style scoped>
input[type='radio'] {
  accent-color: var(--pencil);
}
</style>
