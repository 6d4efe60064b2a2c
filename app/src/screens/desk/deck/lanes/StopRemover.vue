<script setup lang="ts">
import { Minus } from '@lucide/vue'
import type { Layer } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'

/** Takes a stop out of a gradient. */
const props = defineProps<{ layer: Layer; stop: number }>()

const document = useDocument()
const remove = async (): Promise<void> => {
  const { removeStop } = await import('../../../../command/seldomEdits.ts')
  const ref = { scene: document.sceneId, layer: props.layer.id }
  document.apply('Stop taken out', (draft) => removeStop(draft, ref, props.stop))
}
</script>

<template>
  <button
    type="button"
    tabindex="-1"
    class="grid size-[22px] shrink-0 place-items-center rounded hover:bg-rule-soft"
    :aria-label="`Take stop ${stop} of ${layer.name} out`"
    title="Take this stop out"
    @click="remove"
  >
    <Minus :size="13" aria-hidden="true" />
  </button>
</template>
