<script setup lang="ts">
import { computed } from 'vue'
import { QUICK_BENDS, type PlainBend } from '@arrow-bend/core/bend'
import { setPartBend } from '@arrow-bend/core/edit'
import { PARTS, type Layer, type Parts } from '@arrow-bend/core/scene'
import type { CommandId } from '../../../../command/commandTable.ts'
import { useDocument } from '../../../../session/document/document.ts'

/** What of a text moves as one, and how the delays between its parts grow. */
const props = defineProps<{ layer: Layer }>()
const emit = defineEmits<{ act: [command: CommandId] }>()

const document = useDocument()

const COMMANDS: Readonly<Record<Parts, CommandId>> = {
  whole: 'asWhole',
  letters: 'byLetters',
  words: 'byWords',
  lines: 'byLines',
}
const parts = computed(() => String(props.layer.properties['parts']!.value) as Parts)
/** How delays can grow: evenly, as a quick bend goes, as one of the library does. */
const growths = computed(() => [
  { label: 'evenly', bend: null },
  ...QUICK_BENDS.filter(({ name }) => !['linear', 'hold', 'smooth'].includes(name)).map(
    ({ label, bend }) => ({
      label: `as “${label}”`,
      bend,
    }),
  ),
  ...document.bends.map(({ name, bend }) => ({ label: `as “${name}”`, bend })),
])
const OTHER = -1
const isSame = (one: PlainBend | null, other: PlainBend | null): boolean =>
  JSON.stringify(one) === JSON.stringify(other)
const growth = computed(() => {
  const own = props.layer.partBend ?? null
  return growths.value.findIndex(({ bend }) => isSame(bend, own))
})
const grow = (event: Event): void => {
  const bend = growths.value[Number((event.target as HTMLSelectElement).value)]?.bend ?? null
  const ref = { scene: document.sceneId, layer: props.layer.id }
  document.apply('Growth of delays set', (draft) => setPartBend(draft, ref, bend))
}
</script>

<template>
  <label class="line">
    moves by
    <select
      class="field"
      :value="parts"
      :disabled="layer.locked"
      @change="emit('act', COMMANDS[($event.target as HTMLSelectElement).value as Parts])"
    >
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
