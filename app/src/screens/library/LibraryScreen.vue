<script setup lang="ts">
import { computed, ref } from 'vue'
import BendShelf from '../../library/BendShelf.vue'
import LibraryFilters from '../../library/LibraryFilters.vue'
import { shelfCounts } from '../../library/shelfCounts.ts'
import type { ShelfBend } from '../../library/shelfBend.ts'
import { useLibrary } from '../../library/useLibrary.ts'
import { useProjectKeys } from '../../command/keys/useProjectKeys.ts'
import { useBendShelf } from '../../session/view/bendShelf.ts'
import BendDetail from './BendDetail.vue'
import PasteSheet from './PasteSheet.vue'
import { useBendFiles } from './useBendFiles.ts'
import { vTopBar } from '../../ui/topBar.ts'

/** All bends there are: found, tried on the selected move, given, linked, named, taken in and handed out. */
const shelf = useBendShelf()
const library = useLibrary()
const files = useBendFiles(library)
useProjectKeys()

const counts = computed(() => shelfCounts(library.all.value, shelf))
const chosen = computed(
  () => library.all.value.find(({ key }) => key === shelf.chosen) ?? library.shown.value[0] ?? null,
)
const choose = (one: ShelfBend): void => void (shelf.chosen = one.key)
const hintOf = (one: ShelfBend): string => `Look at “${one.name}”`
const pasting = ref(false)
/** One's own where they are looked at; else the project's. */
const saved = computed(() => (shelf.filter.shelf === 'own' ? 'own' : 'project'))
</script>

<template>
  <main class="library">
    <section class="shelf" aria-label="Bend library">
      <header v-top-bar class="head">
        <h2>Bend library</h2>
        <span class="text-ink-2" role="status"
          >{{ library.shown.value.length }} of {{ library.all.value.length }} bends</span
        >
        <span class="grow" />
        <button type="button" class="button" @click="files.open()">Add from a file…</button>
        <button type="button" class="button" @click="pasting = true">Add from CSS…</button>
        <button
          type="button"
          class="button"
          :disabled="counts[saved] === 0"
          @click="files.save(saved, 'json')"
        >
          Save as JSON…
        </button>
        <button
          type="button"
          class="button"
          :disabled="counts[saved] === 0"
          @click="files.save(saved, 'css')"
        >
          Save as CSS…
        </button>
      </header>
      <LibraryFilters :counts="counts" />
      <BendShelf class="list" :library="library" :hint-of="hintOf" @choose="choose">
        <template v-if="shelf.filter.shelf === 'project' && counts.project === 0" #none>
          This project has no bends of its own yet. Keep one from the Bend panel of the Desk, or copy one here
          from another shelf.
        </template>
        <template v-else-if="shelf.filter.shelf === 'own' && counts.own === 0" #none>
          You have kept no bends yet. They stay in this browser and are there in all projects.
        </template>
      </BendShelf>
    </section>
    <BendDetail v-if="chosen" :key="chosen.key" :one="chosen" :library="library" />
    <PasteSheet v-if="pasting" :library="library" @close="pasting = false" />
  </main>
</template>

<style scoped>
.library {
  display: flex;
  min-height: 0;
}

.shelf {
  display: flex;
  min-width: 0;
  flex: 1;
  flex-direction: column;
  gap: 8px;
  padding: 10px 12px 0;
}

.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

h2 {
  font-size: 0.9375rem;
  font-weight: 650;
}

.list {
  min-height: 0;
  flex: 1;
  overflow: hidden auto;
  padding: 2px 2px 12px;
  scrollbar-width: thin;
}

@media (width < 760px) {
  .library {
    flex-direction: column;
    overflow: auto;
  }

  .list {
    min-height: 320px;
  }
}
</style>
