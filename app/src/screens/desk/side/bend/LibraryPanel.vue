<script setup lang="ts">
import { autoUpdate, flip, shift, size, useFloating } from '@floating-ui/vue'
import { onClickOutside, useEventListener } from '@vueuse/core'
import { computed, onMounted, ref, toRef } from 'vue'
import { RouterLink } from 'vue-router'
import type { PlainBend } from '@arrow-bend/core/bend'
import { keepAndLink } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { useBendShelf } from '../../../../session/view/bendShelf.ts'
import BendShelf from '../../../../library/BendShelf.vue'
import LibraryFilters from '../../../../library/LibraryFilters.vue'
import { shelfCounts } from '../../../../library/shelfCounts.ts'
import type { ShelfBend } from '../../../../library/shelfBend.ts'
import { useLibrary } from '../../../../library/useLibrary.ts'

/** The library in short, beside the Bend panel: choose one for what is selected, draw one onto a ribbon, keep this one. */
const props = defineProps<{ anchor: HTMLElement; bend: PlainBend }>()
const emit = defineEmits<{ close: [] }>()

const document = useDocument()
const shelf = useBendShelf()
const library = useLibrary()
const panel = ref<HTMLElement | null>(null)
const { floatingStyles } = useFloating(toRef(props, 'anchor'), panel, {
  strategy: 'fixed',
  placement: 'bottom-end',
  middleware: [
    flip(),
    shift({ padding: 8 }),
    size({
      padding: 8,
      apply: ({ availableHeight, elements }) => {
        elements.floating.style.maxHeight = `${Math.min(430, Math.max(220, availableHeight))}px`
      },
    }),
  ],
  whileElementsMounted: autoUpdate,
})
onMounted(() => panel.value?.querySelector('input')?.focus())
onClickOutside(panel, () => emit('close'), { ignore: [toRef(props, 'anchor')] })
const close = (): void => {
  emit('close')
  props.anchor.focus()
}
useEventListener(
  window,
  'keydown',
  (event) => {
    if (event.key !== 'Escape' || event.defaultPrevented || document.gesturing) return
    event.preventDefault()
    event.stopPropagation()
    close()
  },
  { capture: true },
)

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
  <Teleport to="body">
    <section
      ref="panel"
      class="panel float"
      role="dialog"
      aria-label="Bend library"
      :style="floatingStyles"
      @keydown="(event) => event.ctrlKey || event.metaKey || event.stopPropagation()"
    >
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
    </section>
  </Teleport>
</template>

<style scoped>
.panel {
  z-index: 30;
  display: flex;
  width: 330px;
  flex-direction: column;
  gap: 6px;
  padding: 8px;
  border: 1px solid var(--rule);
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
