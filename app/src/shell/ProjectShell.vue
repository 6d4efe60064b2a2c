<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { defineAsyncComponent, toRef } from 'vue'
import {
  onBeforeRouteLeave,
  onBeforeRouteUpdate,
  RouterLink,
  RouterView,
  useRoute,
  useRouter,
} from 'vue-router'
import { toast } from '../ui/toast.ts'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { useJournal } from '../session/document/journal.ts'
import { useOpenProject } from '../session/document/useOpenProject.ts'
import { projectStorage } from '../storage/index.ts'
import ProjectBar from './ProjectBar.vue'
import { saveBlob } from '../session/document/saveProject.ts'
import { useSceneAddress } from './useSceneAddress.ts'
import { useThumbnailKeeper } from './useThumbnailKeeper.ts'

/** Opens the project of the address and shows its screens under one bar. */
const props = defineProps<{ id: string }>()

// There is seldom anything to be told; the screen does not wait for what would tell it.
const ProjectNotices = defineAsyncComponent(() => import('./ProjectNotices.vue'))

const route = useRoute()
const router = useRouter()
const asked = (scene: string | string[] | undefined): string | null =>
  typeof scene === 'string' ? scene : null
const saving = useJournal()
const { phase, trouble, role, losses, takeOver, keep } = useOpenProject(toRef(props, 'id'), () =>
  asked(route.params['scene']),
)

useSceneAddress()
useThumbnailKeeper()

useEventListener(window, 'beforeunload', (event) => {
  if (saving.state.kind !== 'saved') event.preventDefault()
})
const mayLeave = (): boolean =>
  saving.state.kind !== 'failed' ||
  confirm('Your last changes are not saved. If you leave now, they are lost. Leave all the same?')
onBeforeRouteLeave(mayLeave)
onBeforeRouteUpdate((to, from) => to.params['id'] === from.params['id'] || mayLeave())

const saveRaw = (): Promise<void> =>
  saveBlob(
    async () => new Blob([await projectStorage.raw(props.id)], { type: 'application/json' }),
    'stored project.json',
  )
const remove = async (): Promise<void> => {
  try {
    await projectStorage.remove(props.id)
    await router.push('/')
  } catch (caught) {
    toast.error(sentenceOf(caught))
  }
}
</script>

<template>
  <div v-if="phase === 'trouble'" class="grid h-full place-items-center p-8">
    <div class="float max-w-lg p-6" role="alert">
      <h1 class="mb-2 text-[0.9375rem] font-semibold">The project could not be opened</h1>
      <p class="mb-4">{{ trouble }}</p>
      <div class="flex flex-wrap gap-2">
        <RouterLink class="button button-primary" to="/">Back to the projects</RouterLink>
        <button type="button" class="button" @click="saveRaw">Save what is stored…</button>
        <button type="button" class="button" @click="remove">Delete it</button>
      </div>
    </div>
  </div>
  <div v-else-if="phase === 'open'" class="flex h-full flex-col">
    <ProjectBar />
    <ProjectNotices :role="role" :losses="losses" @take-over="takeOver" @keep="keep" />
    <RouterView class="min-h-0 flex-1" />
  </div>
  <p v-else class="grid h-full place-items-center text-ink-2" role="status">Opening…</p>
</template>
