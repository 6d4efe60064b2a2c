<script setup lang="ts">
import { computed } from 'vue'
import { isSameBend } from '@arrow-bend/core/bend'
import { layerById, PARTS, type Layer, type Parts } from '@arrow-bend/core/scene'
import { usePlayByParts } from '../../../../command/usePlayByParts.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useGrowths } from '../../useBendChoices.ts'

/** What of a text moves as one, and how the delays between its parts grow. */
const props = defineProps<{
  layer: Layer
  /** The layer itself, or all selected ones when it is among them. */
  chosen: readonly string[]
}>()

const document = useDocument()
const playByParts = usePlayByParts()

const texts = computed(() => props.chosen.filter((id) => layerById(document.scene!, id)?.kind === 'text'))
const parts = computed(() => String(props.layer.properties['parts']!.value) as Parts)
const play = async (event: Event): Promise<void> => {
  const list = event.target as HTMLSelectElement
  await playByParts(list.value as Parts, texts.value)
  // What was refused is not what it moves by.
  list.value = parts.value
}
const growths = useGrowths()
const OTHER = -1
const growth = computed(() => {
  const own = props.layer.partBend
  return growths.value.findIndex(({ bend }) => (own && bend ? isSameBend(bend, own) : !own && !bend))
})
const grow = async (event: Event): Promise<void> => {
  const bend = growths.value[Number((event.target as HTMLSelectElement).value)]?.bend ?? null
  const { setPartBend } = await import('../../../../command/seldomEdits.ts')
  document.apply('Growth of delays set', (draft) =>
    texts.value.forEach((layer) => setPartBend(draft, { scene: document.sceneId, layer }, bend)),
  )
}
</script>

<template>
  <label class="line">
    moves by
    <select class="field" :value="parts" :disabled="layer.locked" @change="play">
      <option v-for="one in PARTS" :key="one" :value="one">{{ one === 'whole' ? 'the whole' : one }}</option>
    </select>
  </label>
  <label v-if="parts !== 'whole'" class="line in">
    delays grow
    <select class="field" :value="growth" :disabled="layer.locked" @change="grow">
      <option v-if="growth === OTHER" :value="OTHER">by a bend of its own</option>
      <option v-for="(one, i) in growths" :key="i" :value="i">{{ one.label }}</option>
    </select>
  </label>
</template>

<style scoped src="./menuLine.css"></style>
<style scoped>
.in {
  margin-left: 16px;
}
</style>
