<script setup lang="ts">
import { computed, ref } from 'vue'
import { COMMANDS } from '../command/commands.ts'
import AppDialog from '../ui/AppDialog.vue'
import { useHelpSheet } from '../session/view/helpSheet.ts'
import { GESTURE_WORDS } from './gestureWords.ts'

/** All shortcuts, from the one table that also drives them, and what hands can do; found by any word of theirs. */
const help = useHelpSheet()
const search = ref<HTMLInputElement | null>(null)
const query = ref('')

const words = computed(() => query.value.toLowerCase().split(/\s+/).filter(Boolean))
const fits = (text: string): boolean => words.value.every((word) => text.toLowerCase().includes(word))

const all = Object.values(COMMANDS).filter(({ shown }) => shown.length > 0)
const groups = computed(() =>
  [...new Set(all.map(({ group }) => group))].flatMap((name) => {
    const list = all.filter(
      ({ group, label, shown }) => group === name && fits([name, label, ...shown].join(' ')),
    )
    return list.length > 0 ? [{ name, list }] : []
  }),
)
const gestures = computed(() => GESTURE_WORDS.filter(({ on, does }) => fits(`${on} ${does} gestures`)))
</script>

<template>
  <AppDialog :open="help.open" :first="search" title="Keys and gestures" wide @close="help.hide()">
    <input
      ref="search"
      v-model="query"
      class="field mb-3 h-7! w-72 px-2"
      aria-label="Find a key or a gesture"
      placeholder="Find a key or a gesture"
      autocomplete="off"
    />
    <div class="columns-3 gap-6 text-[12px]">
      <section v-for="group in groups" :key="group.name" class="mb-4 break-inside-avoid">
        <h2 class="mb-1 font-semibold">{{ group.name }}</h2>
        <dl class="keys">
          <template v-for="entry in group.list" :key="entry.label">
            <dt>
              <kbd v-for="keys in entry.shown" :key="keys" class="mono key">{{ keys }}</kbd>
            </dt>
            <dd class="text-ink-2">{{ entry.label }}</dd>
          </template>
        </dl>
      </section>
      <section v-if="gestures.length > 0" class="mb-4">
        <h2 class="mb-1 break-after-avoid font-semibold">Gestures</h2>
        <dl class="space-y-1">
          <div v-for="{ on, does } in gestures" :key="on" class="break-inside-avoid">
            <dt>{{ on }}</dt>
            <dd class="pl-3 text-ink-2">{{ does }}</dd>
          </div>
        </dl>
      </section>
    </div>
    <p v-if="groups.length + gestures.length === 0" class="text-ink-2">Nothing is called so.</p>
    <p class="mt-3 text-[12px] text-ink-2">
      Arrow Bend is free software under the MIT licence. It is built with
      <a class="underline" href="/third-party.txt" target="_blank">packages of others</a>.
    </p>
  </AppDialog>
</template>

<style scoped>
/* One width of keys for all groups, so that the words stand in line. */
.keys {
  display: grid;
  grid-template-columns: 136px 1fr;
  gap: 3px 8px;
  align-items: baseline;
}

.key {
  padding: 0 5px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
  font-size: 12px;
  white-space: nowrap;
}

@media (width < 900px) {
  .columns-3 {
    columns: 1;
  }
}
</style>
