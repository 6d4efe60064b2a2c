<script setup lang="ts">
import { shallowRef, toRef, watch } from 'vue'
import { RouterLink, RouterView } from 'vue-router'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { useDocument } from '../session/document.ts'
import { projectStorage, useWriteLock } from '../storage/index.ts'
import { useThumbnailKeeper } from './useThumbnailKeeper.ts'
import ProjectBar from './ProjectBar.vue'

/** Opens the project of the address and shows its screens under one bar. */
const props = defineProps<{ id: string }>()

const document = useDocument()
const trouble = shallowRef('')
const ready = shallowRef(false)
const lock = useWriteLock(toRef(props, 'id'))

useThumbnailKeeper()

const open = async (): Promise<void> => {
  ready.value = false
  trouble.value = ''
  try {
    document.load(await projectStorage.open(props.id))
    ready.value = true
  } catch (caught) {
    trouble.value = sentenceOf(caught)
  }
}
const takeOver = async (): Promise<void> => {
  lock.takeOver()
  await open()
}
watch(() => props.id, open, { immediate: true })
watch(lock.state, (state) => (document.readOnly = state === 'elsewhere'), { immediate: true })
</script>

<template>
  <div v-if="trouble" class="grid h-full place-items-center p-8">
    <div class="float max-w-md p-6">
      <h1 class="mb-2 text-[15px] font-semibold">The project could not be opened</h1>
      <p class="mb-4">{{ trouble }}</p>
      <RouterLink class="button" to="/">Back to the projects</RouterLink>
    </div>
  </div>
  <div v-else-if="ready" class="flex h-full flex-col">
    <ProjectBar />
    <div
      v-if="lock.state.value === 'elsewhere'"
      class="flex items-center gap-3 bg-pencil px-4 py-1.5 text-on-pencil"
      role="status"
    >
      <span>This project is being edited in another tab. Here it can be looked at, not changed.</span>
      <button type="button" class="button" @click="takeOver">Edit here instead</button>
    </div>
    <RouterView class="min-h-0 flex-1" />
  </div>
  <p v-else class="grid h-full place-items-center text-ink-2" role="status">Opening…</p>
</template>
