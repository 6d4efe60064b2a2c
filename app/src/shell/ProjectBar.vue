<script setup lang="ts">
import { CircleHelp, Contrast, Redo2, Undo2 } from '@lucide/vue'
import { computed, ref } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { renameProject } from '@arrow-bend/core/edit'
import { useDocument } from '../session/document/document.ts'
import { usePreferences } from '../session/preferences.ts'
import { useJournal } from '../session/document/journal.ts'
import { keysOf } from '../command/keys/keysOf.ts'
import ArrowMark from '../ui/ArrowMark.vue'
import IconButton from '../ui/IconButton.vue'
import NameField from '../ui/NameField.vue'
import { steady } from '../ui/steady.ts'
import { vOneStop } from '../ui/focus/oneStop.ts'
import { useHelpSheet } from '../session/view/helpSheet.ts'
import SceneMenu from './SceneMenu.vue'

/** The bar above a project's screens. */
const document = useDocument()
const saving = useJournal()
const preferences = usePreferences()
const help = useHelpSheet()
const route = useRoute()

const renaming = ref(false)
const params = steady(() => ({ id: document.project?.id ?? '', scene: document.sceneId }))
const name = computed(() => document.project?.name ?? '')
/** Screens beside the Desk, which is where all other addresses lead. */
const OTHERS = { library: 'Library', match: 'Match', export: 'Export' } as const
const tabs = computed(() => [
  { name: 'Desk', to: { name: 'desk', params: params.value }, here: !(String(route.name) in OTHERS) },
  ...Object.entries(OTHERS).map(([name, label]) => ({
    name: label,
    to: { name, params: params.value },
    here: route.name === name,
  })),
])
const saved = computed(() => {
  const { state } = saving
  if (state.kind === 'saving') return 'Saving…'
  if (state.kind === 'failed') return 'Not saved'
  if (state.at === null) return ''
  return `Saved ${new Date(state.at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}`
})
const rename = (to: string): void => {
  document.apply('Project renamed', (draft) => renameProject(draft, to))
}
</script>

<template>
  <header v-one-stop class="bar" data-region="bar">
    <RouterLink to="/" class="mark" aria-label="All projects"><ArrowMark /></RouterLink>
    <NameField
      v-if="renaming"
      class="name"
      label="Project name"
      :name="name"
      @rename="rename"
      @done="renaming = false"
    />
    <h1 v-else class="name">
      <button type="button" class="truncate" title="Rename" @click="renaming = true">
        {{ name }}
      </button>
    </h1>
    <span class="text-ink-2" aria-hidden="true">·</span>
    <SceneMenu />
    <!-- Room for all it says, so that what stands beside it does not move. -->
    <span class="w-[104px] shrink-0 text-[0.75rem] text-ink-2" role="status">
      <button
        v-if="saving.state.kind === 'failed'"
        type="button"
        class="button h-6! border-pencil! px-2 font-semibold"
        :title="`${saving.state.sentence} Press to try again.`"
        @click="saving.tryAgain()"
      >
        {{ saved }}
      </button>
      <template v-else>{{ saved }}</template>
    </span>
    <span class="grow" />
    <IconButton
      :icon="Undo2"
      label="Undo"
      :keys="keysOf('undo')"
      :disabled="!document.undoLabel"
      @press="document.undo()"
    />
    <IconButton
      :icon="Redo2"
      label="Redo"
      :keys="keysOf('redo')"
      :disabled="!document.redoLabel"
      @press="document.redo()"
    />
    <span class="last-edit">{{ document.undoLabel ?? '' }}</span>
    <span class="grow" />
    <nav class="flex h-11" aria-label="Screens">
      <RouterLink v-for="tab in tabs" :key="tab.name" :to="tab.to" class="tab" :class="{ here: tab.here }">
        {{ tab.name }}
      </RouterLink>
    </nav>
    <span class="h-5 w-px bg-rule" />
    <IconButton
      :icon="Contrast"
      :label="preferences.theme === 'paper' ? 'Dark theme' : 'Light theme'"
      @press="preferences.switchTheme()"
    />
    <IconButton :icon="CircleHelp" label="Help" :keys="keysOf('help')" @press="help.show()" />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  min-height: 44px;
  flex: none;
  align-items: center;
  gap: 0 8px;
  padding: 0 12px;
  border-bottom: 1px solid var(--rule);
  background: var(--bench);
}

.mark {
  display: grid;
  width: 28px;
  height: 28px;
  flex: none;
  place-items: center;
  border-radius: 5px;
}

.name {
  max-width: 260px;
  min-width: 0;
  font-size: 0.9375rem;
  font-weight: 650;
}

.name button {
  display: block;
  max-width: 100%;
}

.last-edit {
  width: 170px;
  overflow: hidden;
  color: var(--ink-2);
  text-overflow: ellipsis;
  white-space: nowrap;
}

@media (width < 520px) {
  .bar {
    flex-wrap: wrap;
  }
}

/* The tooltip of Undo says it, too. */
@media (width < 900px) {
  .last-edit {
    display: none;
  }
}

.tab {
  display: flex;
  align-items: center;
  padding: 0 14px;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
  color: var(--ink-2);
}

.tab:hover {
  color: var(--ink);
}

.tab.here {
  border-bottom-color: var(--pencil);
  color: var(--ink);
  font-weight: 650;
}
</style>
