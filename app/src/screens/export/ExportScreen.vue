<script setup lang="ts">
import { Download } from '@lucide/vue'
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { useDocument } from '../../session/document/document.ts'
import { saveProject } from '../../session/document/saveProject.ts'
import { vOneStop } from '../../ui/focus/oneStop.ts'
import { EXPORT_CHOICES, FORMS_OF, type ExportChoice } from './exportChoices.ts'
import FilmExport from './FilmExport.vue'
import FormExport from './FormExport.vue'
import FrameExport from './FrameExport.vue'
import PropertyExport from './PropertyExport.vue'
import { useStretch } from './useStretch.ts'

/** Where the work leaves: what it is to be on the left, how on the right. */
const document = useDocument()
/** Kept while one looks at what else there is. */
const stretch = useStretch()
const chosen = ref<ExportChoice>('html')
const words = computed(() =>
  EXPORT_CHOICES.flatMap(({ choices }) => choices).find(({ choice }) => choice === chosen.value)!,
)
const film = computed(() => {
  const choice = chosen.value
  return choice === 'film' || choice === 'gif' || choice === 'frames' ? choice : null
})

/** The keyboard begins at the top of the screen, not where it was on the one before. */
const title = useTemplateRef('title')
onMounted(() => title.value?.focus())
</script>

<template>
  <main class="export">
    <nav v-one-stop aria-label="What to save">
      <h2 ref="title" tabindex="-1" class="truncate" :title="document.scene?.name">
        Export “{{ document.scene?.name }}”
      </h2>
      <section v-for="{ title: heading, choices } in EXPORT_CHOICES" :key="heading">
        <h3>{{ heading }}</h3>
        <button
          v-for="{ choice, label, hint } in choices"
          :key="choice"
          type="button"
          :aria-current="choice === chosen"
          :data-entry="choice === chosen ? '' : undefined"
          @click="chosen = choice"
        >
          <b>{{ label }}</b> <span>{{ hint }}</span>
        </button>
      </section>
    </nav>
    <section class="detail" aria-labelledby="chosen-title">
      <h3 id="chosen-title">{{ words.label }}</h3>
      <FormExport v-if="FORMS_OF[chosen]" :key="chosen" :choice="chosen" :stretch="stretch" />
      <FilmExport v-else-if="film" :key="film" :choice="film" :stretch="stretch" />
      <FrameExport v-else-if="chosen === 'frame'" />
      <PropertyExport v-else-if="chosen === 'property'" />
      <template v-else>
        <p>Everything in one .bend file: layers, keys, bends and pictures. Open it again on any machine.</p>
        <div>
          <button type="button" class="button button-primary" @click="saveProject(document.project!)">
            <Download :size="16" aria-hidden="true" />Save project…
          </button>
        </div>
      </template>
    </section>
  </main>
</template>

<style scoped>
.export {
  display: grid;
  min-height: 0;
  background: var(--bench);
  grid-template-columns: 260px 1fr;
}

nav {
  overflow: auto;
  padding: 16px 12px;
  border-right: 1px solid var(--rule);
  background: var(--sheet);
  scrollbar-width: thin;
}

h2 {
  margin: 0 8px 12px;
  font-size: 1.0625rem;
  font-weight: 600;
  line-height: 1.5rem;
  outline: none;
}

nav h3 {
  margin: 12px 8px 4px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

nav button {
  display: grid;
  width: 100%;
  padding: 5px 8px;
  border-left: 3px solid transparent;
  border-radius: 4px;
  text-align: left;
}

nav button:hover {
  background: var(--sheet-2);
}

nav button[aria-current='true'] {
  border-left-color: var(--pencil);
  background: var(--sheet-2);
}

nav b {
  font-weight: 600;
}

nav span {
  color: var(--ink-2);
  font-size: 0.75rem;
}

.detail {
  display: grid;
  overflow: auto;
  max-width: 940px;
  padding: 20px 28px;
  align-content: start;
  gap: 16px;
}

.detail > h3 {
  font-size: 1.25rem;
  font-weight: 600;
}

.detail > p {
  color: var(--ink-2);
}
</style>
