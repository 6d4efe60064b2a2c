<script setup lang="ts">
import { fileOpen } from 'browser-fs-access'
import { CircleHelp, Contrast, FilePlus2, FolderOpen, Sailboat } from '@lucide/vue'
import { useDebounceFn } from '@vueuse/core'
import { onMounted, onScopeDispose, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { toast } from '../../ui/toast.ts'
import { readName } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { ProjectFile, ReadBendFile } from '@arrow-bend/core/format/project'
import { usePreferences } from '../../session/preferences.ts'
import {
  keepProject,
  makeProject,
  readDemo,
  withNewId,
  type NewProject,
} from '../../session/document/projectFiles.ts'
import { tellTaken } from '../../session/view/takenOver.ts'
import { useHelpSheet } from '../../session/view/helpSheet.ts'
import {
  database,
  EMPTIED,
  projectChannel,
  projectStorage,
  renameStored,
  sweepAssets,
  type ProjectCard as Card,
} from '../../storage/index.ts'
import { cancellable } from '../../ui/cancellable.ts'
import { NewerFile, readProjectFile } from '../../work/fileReader.ts'
import ArrowMark from '../../ui/ArrowMark.vue'
import IconButton from '../../ui/IconButton.vue'
import { distinctName } from '@arrow-bend/core/scene'
import { PROJECT_ORDERS, useShownProjects } from './useShownProjects.ts'
import NewProjectDialog from './NewProjectDialog.vue'
import ProjectCard from './ProjectCard.vue'

/** The id the demo is seeded under; later copies get their own. */
const DEMO_ID = 'lantern-regatta'

const router = useRouter()
const preferences = usePreferences()
const help = useHelpSheet()
const cards = shallowRef<readonly Card[] | null>(null)
const { query, order, shown } = useShownProjects(cards)
const trouble = ref('')
const emptied = ref(false)
/** Settles once the demo of a first visit is among the projects. */
let seeding: Promise<unknown> = Promise.resolve()
/** A file of a later version of this program that the person may have a copy of. */
const newerFile = shallowRef<{ readonly file: File; readonly sentence: string } | null>(null)
const making = ref(false)
const dropping = ref(false)
const busy = ref(false)

/** Runs something that may fail; tells what went wrong and shows the list as it then is. */
const attempt = async (work: () => Promise<void>): Promise<void> => {
  busy.value = true
  try {
    await work()
    await refresh()
  } catch (caught) {
    toast.error(sentenceOf(caught))
  } finally {
    busy.value = false
  }
}
const refresh = async (): Promise<void> => {
  try {
    cards.value = await projectStorage.list()
    trouble.value = ''
  } catch (caught) {
    cards.value = []
    trouble.value = sentenceOf(caught)
  }
}
const seedDemo = async (): Promise<void> => {
  if (await projectStorage.preference('seeded')) return
  await keepProject(await readDemo(DEMO_ID))
  await projectStorage.keepPreference('seeded', true)
}
/** What is opened or copied can be told from what is there. */
const distinct = async (name: string): Promise<string> => {
  await seeding
  const taken = (await projectStorage.list()).map((card) => card.name)
  return distinctName(name, taken)
}
const show = (id: string): void => void router.push({ name: 'project', params: { id } })
const keepAndShow = (file: ProjectFile): Promise<void> =>
  attempt(async () => {
    await keepProject(file)
    show(file.project.id)
  })
const openFile = async (): Promise<void> => {
  const file = await fileOpen({
    extensions: ['.bend', '.json', '.svg', '.lottie', '.css', '.html'],
    description: 'Projects and files that move',
  }).catch(() => null)
  if (file) await take(file)
}
const take = (file: File, newer: ReadBendFile['newer'] = 'refuse'): Promise<void> =>
  attempt(async () => {
    newerFile.value = null
    const taking = cancellable(`Reading ${file.name}…`, async (signal) => {
      const { leftOut, ...read } = await readProjectFile(file, signal, { newer })
      const kept = withNewId(read, await distinct(read.project.name))
      await keepProject(kept, signal)
      return { project: kept.project, leftOut }
    })
    const taken = await taking.catch((caught: unknown) => {
      if (!(caught instanceof NewerFile)) throw caught
      newerFile.value = { file, sentence: caught.message }
      return null
    })
    if (!taken) return
    const { project, leftOut } = taken
    show(project.id)
    if (leftOut) tellTaken(file.name, { layers: project.scenes[0]!.layers, leftOut })
  })
const openDemo = (): Promise<void> =>
  attempt(async () => {
    const demo = await readDemo()
    await keepAndShow({ ...demo, project: { ...demo.project, name: await distinct(demo.project.name) } })
  })
const create = async (wanted: NewProject): Promise<void> => {
  making.value = false
  const name = await distinct(wanted.name)
  await keepAndShow({ project: makeProject({ ...wanted, name }), assets: new Map() })
}
const onDrop = async (event: DragEvent): Promise<void> => {
  dropping.value = false
  const file = event.dataTransfer?.files[0]
  if (file) await take(file)
}
const rename = (card: Card, name: string): Promise<void> =>
  attempt(() => renameStored(card.id, readName(name)))
const duplicate = (card: Card): Promise<void> =>
  attempt(async () => {
    const { project } = await projectStorage.look(card.id)
    // Its pictures are here already.
    await keepProject(
      withNewId({ project, assets: new Map() }, await distinct(`${card.name.slice(0, 110)} copy`)),
    )
  })
const remove = (card: Card): Promise<void> =>
  attempt(async () => {
    const removed = await projectStorage.remove(card.id)
    projectChannel.send({ kind: 'deleted', id: card.id })
    const restore = async (): Promise<void> => {
      await projectStorage.restore(removed)
      projectChannel.send({ kind: 'restored', id: card.id })
    }
    toast(`“${card.name}” deleted.`, {
      duration: 12_000,
      action: { label: 'Undo', onClick: () => void attempt(restore) },
    })
  })

// Other tabs rename, edit and delete, too.
const refreshSoon = useDebounceFn(refresh, 300)
onScopeDispose(projectChannel.listen(() => void refreshSoon()))

/** The person has read that the browser lost its projects. */
const forgetEmptied = (): Promise<void> =>
  attempt(async () => {
    emptied.value = false
    await projectStorage.keepPreference(EMPTIED, false)
  })

/** Pictures nothing names any more go when the page has nothing better to do. */
const sweepSoon = (): void => {
  const sweep = (): void => void sweepAssets(database).catch(() => undefined)
  requestIdleCallback(sweep, { timeout: 10_000 })
}

onMounted(async () => {
  seeding = seedDemo().catch((caught: unknown) => (trouble.value = sentenceOf(caught)))
  await seeding
  await refresh()
  sweepSoon()
  emptied.value = (await projectStorage.preference(EMPTIED).catch(() => false)) === true
})
</script>

<template>
  <div
    class="flex h-full flex-col"
    @dragover.prevent="dropping = true"
    @dragleave.self="dropping = false"
    @drop.prevent="onDrop"
  >
    <header class="flex h-11 flex-none items-center gap-2 border-b border-rule px-3">
      <span class="grid size-7 place-items-center"><ArrowMark /></span>
      <h1 class="text-[0.9375rem] font-semibold">Arrow Bend</h1>
      <span class="grow" />
      <IconButton
        :icon="Contrast"
        :label="preferences.theme === 'paper' ? 'Dark theme' : 'Light theme'"
        @press="preferences.switchTheme()"
      />
      <IconButton :icon="CircleHelp" label="Help" @press="help.show()" />
    </header>
    <main class="flex-1 overflow-auto px-8 py-6" :aria-busy="busy">
      <div class="mx-auto max-w-[1160px]">
        <div class="mb-5 flex items-end gap-3">
          <h2 class="grow text-[1.25rem] leading-7 font-semibold">Projects</h2>
          <button type="button" class="button" @click="openDemo">
            <Sailboat :size="16" aria-hidden="true" />Open the demo
          </button>
          <button type="button" class="button" @click="openFile">
            <FolderOpen :size="16" aria-hidden="true" />Open a file…
          </button>
          <button type="button" class="button button-primary" @click="making = true">
            <FilePlus2 :size="16" aria-hidden="true" />New project…
          </button>
        </div>
        <p v-if="trouble" class="mb-4 rounded-md border border-pencil bg-sheet p-3" role="alert">
          {{ trouble }}
        </p>
        <div
          v-if="emptied"
          class="mb-4 flex items-center gap-3 rounded-md border border-pencil bg-sheet p-3"
          role="alert"
        >
          <p class="grow">
            The browser found what it kept damaged, perhaps because it was ended while it wrote, and emptied
            it: the projects that were here are gone. Those you saved as files can be opened again.
          </p>
          <button type="button" class="button flex-none" @click="openFile">Open a file…</button>
          <button type="button" class="button flex-none" @click="forgetEmptied">Close</button>
        </div>
        <div
          v-if="newerFile"
          class="mb-4 flex items-center gap-3 rounded-md border border-pencil bg-sheet p-3"
          role="alert"
        >
          <p class="grow">“{{ newerFile.file.name }}”: {{ newerFile.sentence }}</p>
          <button type="button" class="button flex-none" @click="take(newerFile.file, 'asUnderstood')">
            Open a copy
          </button>
          <button type="button" class="button flex-none" @click="newerFile = null">Close</button>
        </div>
        <div v-if="cards && cards.length > 1" class="mb-4 flex items-center gap-3">
          <input
            v-model="query"
            class="field h-7! w-64 px-2"
            aria-label="Find a project"
            placeholder="Find a project"
            autocomplete="off"
            @keydown.esc="query = ''"
          />
          <select v-model="order" class="field h-7! px-1" aria-label="Order of the projects">
            <option v-for="({ label }, value) in PROJECT_ORDERS" :key="value" :value="value">
              {{ label }}
            </option>
          </select>
          <span class="text-ink-2" role="status">{{
            query ? `${shown.length} of ${cards.length}` : `${cards.length} projects`
          }}</span>
        </div>
        <p v-if="cards && cards.length > 0 && shown.length === 0" class="text-ink-2">
          No project is called “{{ query }}”.
        </p>
        <ul
          v-else-if="cards && cards.length > 0"
          class="grid grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-5"
        >
          <li v-for="card in shown" :key="card.id">
            <ProjectCard
              :card="card"
              @rename="(name) => rename(card, name)"
              @duplicate="duplicate(card)"
              @remove="remove(card)"
            />
          </li>
        </ul>
        <div
          v-else-if="cards"
          class="rounded-lg border border-dashed border-rule p-10 text-center text-ink-2"
        >
          <p class="mb-1 text-ink">No projects here yet.</p>
          <p>Make a new one, open a .bend file, or take the demo apart to see how it moves.</p>
        </div>
        <p v-else class="text-ink-2" role="status">Reading the projects…</p>
      </div>
    </main>
    <div
      v-if="dropping"
      class="pointer-events-none fixed inset-3 grid place-items-center rounded-lg border-2 border-dashed border-pencil bg-sheet/80 text-[0.9375rem]"
    >
      Drop a .bend file to open it
    </div>
    <NewProjectDialog :open="making" @close="making = false" @make="create" />
  </div>
</template>
