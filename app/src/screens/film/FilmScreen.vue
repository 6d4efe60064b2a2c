<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { filmOfFile, type FilmOfFile } from './filmOfFile.ts'

/** A page for programs that drive a browser: they give it a file, ask for a film of it, and are handed that as a download. */
const file = ref<File | null>(null)
const words = ref('')

/** @returns why there is none, in a sentence; empty where it was handed over */
async function make(order: FilmOfFile): Promise<string> {
  if (!file.value) return 'No file was given.'
  try {
    const made = await filmOfFile(file.value, order, (done, of) => {
      words.value = `${done} of ${of} frames`
    })
    const link = Object.assign(document.createElement('a'), {
      href: URL.createObjectURL(made),
      download: 'film',
    })
    link.click()
    return ''
  } catch (caught) {
    return sentenceOf(caught)
  }
}

const take = (event: Event): void => {
  file.value = (event.target as HTMLInputElement).files?.[0] ?? null
}
onMounted(() => Object.assign(window, { makeFilm: make }))
</script>

<template>
  <main class="grid place-content-center gap-3 p-6">
    <p>This page makes films for the command line: arrow-bend convert regatta.bend regatta.webm.</p>
    <input type="file" aria-label="Project file" @change="take" />
    <p role="status">{{ words }}</p>
  </main>
</template>
