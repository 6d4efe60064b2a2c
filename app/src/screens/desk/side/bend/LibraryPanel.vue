<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { PlainBend } from '@arrow-bend/core/bend'
import { keepAndLink } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { useBendShelf } from '../../../../session/view/bendShelf.ts'
import AnchoredPanel from '../../../../ui/AnchoredPanel.vue'
import BendShelf from '../../../../library/BendShelf.vue'
import LibraryFilters from '../../../../library/LibraryFilters.vue'
import { shelfCounts } from '../../../../library/shelfCounts.ts'
import type { ShelfBend } from '../../../../library/shelfBend.ts'
import { useLibrary } from '../../../../library/useLibrary.ts'

/** The library in short, beside the Bend panel: choose one for what is selected, draw one onto a ribbon, keep this one. */
const props = defineProps<{ anchor: HTMLElement; bend: PlainBend }>()
defineEmits<{ close: [] }>()

const document = useDocument()
const shelf = useBendShelf()
const library = useLibrary()
const name = ref('')
const keep = (links: boolean): void => {
  const named = name.value.trim() || 'My bend'
  const { bend } = props
  if (links) {
    const [spans, { makeId }] = [library.target.value, document]
    const kept = document.apply(`Kept as ${named} and linked`, (draft) =>
      keepAndLink(draft, spans, { name: named, bend, makeId }),
    )
    if (kept === null) return
  } else void library.toOwn([{ name: named, bend }])
  name.value = ''
}
const counts = computed(() => shelfCounts(library.all.value, shelf))
const hintOf = (one: ShelfBend): string =>
  one.shelf === 'project'
    ? `Link what is selected to “${one.name}”; with Alt give it a copy`
    : `Give what is selected “${one.name}”`
</script>

<template>
  <AnchoredPanel
    :anchor="anchor"
    label="Bend library"
    placement="bottom-end"
    :busy="document.gesturing"
    @close="$emit('close')"
  >
    <div class="library" @keydown="(event) => event.ctrlKey || event.metaKey || event.stopPropagation()">
      <LibraryFilters :counts="counts" />
      <BendShelf
        class="list"
        drawable
        :library="library"
        :hint-of="hintOf"
        @choose="(one, copy) => library.apply(one, { copy })"
      />
      <form class="keep" @submit.prevent="keep(true)">
        <input
          v-model="name"
          class="field grow px-2"
          maxlength="120"
          placeholder="Keep this bend as…"
          aria-label="Name to keep this bend by"
        />
        <button
          type="submit"
          class="button small"
          title="Keeps it in this project; the selected spans follow it from then on"
        >
          Keep and link
        </button>
        <button
          type="button"
          class="button small"
          title="For all projects, in this browser"
          @click="keep(false)"
        >
          Keep as own
        </button>
      </form>
      <RouterLink
        class="all"
        :to="{ name: 'library', params: { id: document.project?.id, scene: document.sceneId } }"
        >The whole library: tags, files, CSS, what is linked where</RouterLink
      >
    </div>
  </AnchoredPanel>
</template>

<style scoped>
.library {
  display: flex;
  width: 312px;
  min-height: 0;
  flex-direction: column;
  gap: 6px;
}

.list {
  min-height: 90px;
  flex: 1 1 240px;
  overflow: hidden auto;
  scrollbar-width: thin;
}

.keep {
  display: flex;
  gap: 4px;
}

.keep input {
  min-width: 0;
}

.small {
  min-height: 24px;
  padding: 0 7px;
  font-size: 0.75rem;
  white-space: nowrap;
}

.all {
  color: var(--ink-2);
  font-size: 0.75rem;
  text-decoration: underline;
}
</style>
