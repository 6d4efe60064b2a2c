<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { toast } from '../ui/toast.ts'
import { vTopBar } from '../ui/topBar.ts'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { ProjectRole } from '../session/document/useOpenProject.ts'
import { useDocument } from '../session/document/document.ts'
import { fileName } from '../session/document/fileName.ts'
import { projectStorage, type Losses } from '../storage/index.ts'
import { saveBlob } from '../session/document/saveProject.ts'

/** What the person has to know of the open project before they go on: strips below the bar. */
const props = defineProps<{ role: ProjectRole; losses: Losses }>()
defineEmits<{ takeOver: []; keep: [] }>()

const document = useDocument()
const told = shallowRef(false)
watch(
  () => props.losses,
  () => (told.value = false),
)
/** The first few of some names, in quotes. */
const named = (names: readonly string[]): string => {
  const first = names.slice(0, 3).map((name) => `“${name}”`)
  return names.length > 3 ? `${first.join(', ')} and ${names.length - 3} more` : first.join(', ')
}
const edits = computed(() => {
  const { edits: left, aside } = props.losses
  if (left.length === 0)
    return aside > 0 ? 'Changes that could not be read earlier are still kept aside.' : ''
  const what = left.length === 1 ? 'The last change' : `The last ${left.length} changes`
  return `${what} could not be read: ${named(left)}. The project is as it was before, and what was left out is kept aside.`
})
const pictures = computed(() => {
  const { pictures: lost } = props.losses
  if (lost.length === 0) return ''
  return `${lost.length === 1 ? 'A picture is' : `${lost.length} pictures are`} missing or damaged: ${named(lost)}. In saved files a plain stand-in takes its place.`
})
const saveAside = (): Promise<void> => {
  const { id, name } = document.project!
  const make = async (): Promise<Blob> =>
    new Blob([await projectStorage.raw(id)], { type: 'application/json' })
  return saveBlob(make, fileName(`${name}, kept aside`, 'json'))
}
const forget = async (): Promise<void> => {
  try {
    await projectStorage.forgetAside(document.project!.id)
    told.value = true
  } catch (caught) {
    toast.error(sentenceOf(caught))
  }
}
</script>

<template>
  <div v-if="role === 'onlooker'" v-top-bar class="strip bg-pencil text-on-pencil" role="status">
    <span>This project is being edited in another tab. Here you see it follow; nothing can be changed.</span>
    <button type="button" class="button" @click="$emit('takeOver')">Edit here instead</button>
  </div>
  <div v-else-if="role === 'orphan'" v-top-bar class="strip bg-pencil text-on-pencil" role="alert">
    <span>This project was deleted in another tab. What you see is still here.</span>
    <button type="button" class="button" @click="$emit('keep')">Keep it</button>
  </div>
  <div v-if="!told && (edits || pictures)" v-top-bar class="strip bg-sheet-2" role="alert">
    <span class="grow">{{ edits }} {{ pictures }}</span>
    <button v-if="edits" type="button" class="button" @click="saveAside">Save what was left out…</button>
    <button v-if="losses.aside > 0" type="button" class="button" @click="forget">Forget it</button>
    <button type="button" class="button" @click="told = true">Close</button>
  </div>
</template>

<style scoped>
.strip {
  display: flex;
  flex: none;
  align-items: center;
  gap: 12px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--rule);
}

.strip .button {
  flex: none;
}
</style>
