<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { readSheet, type ReadSheet } from '@arrow-bend/core/format/css'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Library } from '../../library/useLibrary.ts'
import AppDialog from '../../ui/AppDialog.vue'
import BendGlyph from '../../ui/BendGlyph.vue'

/** The easings of a style sheet, to choose from. */
const props = defineProps<{ library: Library }>()
const emit = defineEmits<{ close: [] }>()

const text = ref('')
const field = ref<HTMLElement | null>(null)
const read = computed<ReadSheet & { readonly trouble: string }>(() => {
  if (text.value.trim() === '') return { easings: [], troubles: [], trouble: '' }
  try {
    return { ...readSheet(text.value), trouble: '' }
  } catch (caught) {
    return { easings: [], troubles: [], trouble: sentenceOf(caught) }
  }
})
const left = ref<ReadonlySet<number>>(new Set())
watch(text, () => (left.value = new Set()))
const taken = computed(() => read.value.easings.filter((_, i) => !left.value.has(i)))
const toggle = (i: number): void => {
  const next = new Set(left.value)
  if (!next.delete(i)) next.add(i)
  left.value = next
}
const add = async (shelf: 'project' | 'own'): Promise<void> => {
  const bends = taken.value.map(({ name, bend }) => ({ name, bend }))
  if (shelf === 'project') props.library.toProject(bends)
  else await props.library.toOwn(bends)
  emit('close')
}
</script>

<template>
  <AppDialog open title="Bends from CSS" :first="field" @close="emit('close')">
    <div class="sheet">
      <textarea
        ref="field"
        v-model="text"
        class="field mono"
        rows="7"
        spellcheck="false"
        aria-label="CSS"
        placeholder=":root { --swell: cubic-bezier(.4, 0, .2, 1) }"
      />
      <p v-if="read.trouble" class="trouble" role="alert">{{ read.trouble }}</p>
      <p v-for="trouble in read.troubles.slice(0, 3)" :key="trouble" class="trouble" role="alert">
        {{ trouble }}
      </p>
      <ul v-if="read.easings.length > 0" aria-label="Easings found">
        <li v-for="(one, i) in read.easings" :key="i">
          <label>
            <input type="checkbox" :checked="!left.has(i)" @change="toggle(i)" />
            <BendGlyph :bend="one.bend" :width="30" :height="22" :stroke="1.5" />
            <span class="grow truncate">{{ one.name }}</span>
            <span class="mono truncate text-ink-2">{{ one.text }}</span>
          </label>
        </li>
      </ul>
      <div class="buttons">
        <button type="button" class="button" :disabled="taken.length === 0" @click="add('own')">
          Add {{ taken.length }} to my own
        </button>
        <button
          type="button"
          class="button button-primary"
          :disabled="taken.length === 0"
          @click="add('project')"
        >
          Add {{ taken.length }} to this project
        </button>
      </div>
    </div>
  </AppDialog>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 8px;
}

textarea {
  height: auto;
  padding: 6px;
  resize: vertical;
}

ul {
  overflow: auto;
  max-height: 240px;
}

label {
  display: flex;
  height: 26px;
  align-items: center;
  gap: 6px;
}

label .mono {
  max-width: 190px;
  font-size: 0.75rem;
}

.trouble {
  color: var(--pencil);
}

.buttons {
  display: flex;
  justify-content: flex-end;
  gap: 6px;
}
</style>
