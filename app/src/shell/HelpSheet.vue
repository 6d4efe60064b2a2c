<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { COMMANDS, type CommandId } from '../command/commandTable.ts'
import { isChangeable, shownKeys, withKey } from '../command/keys/ownKeys.ts'
import { USUAL_KEYS, usePreferences } from '../session/preferences.ts'
import AppDialog from '../ui/AppDialog.vue'
import { useHelpSheet } from '../session/view/helpSheet.ts'
import { GESTURE_WORDS } from './gestureWords.ts'

/**
 * All shortcuts, from the one table that also drives them, and what hands can do; found by any word of theirs. Keys that
 * are pressed alone are switched off and changed here.
 */
const help = useHelpSheet()
const preferences = usePreferences()
const search = ref<HTMLInputElement | null>(null)
const query = ref('')
/** Whether keys can be changed, and the command that waits for another one. */
const changing = ref(false)
const waiting = ref<CommandId | null>(null)
const trouble = ref('')

const words = computed(() => query.value.toLowerCase().split(/\s+/).filter(Boolean))
const fits = (text: string): boolean => words.value.every((word) => text.toLowerCase().includes(word))

const all = computed(() =>
  (Object.keys(COMMANDS) as CommandId[]).flatMap((id) => {
    const shown = shownKeys(id, preferences.ownKeys)
    const { label, group, name } = COMMANDS[id]
    return COMMANDS[id].shown.length > 0 ? [{ id, shown, label, group, name }] : []
  }),
)
const groups = computed(() =>
  [...new Set(all.value.map(({ group }) => group))].flatMap((name) => {
    const list = all.value.filter(
      ({ group, label, shown }) => group === name && fits([name, label, ...shown].join(' ')),
    )
    return list.length > 0 ? [{ name, list }] : []
  }),
)
const gestures = computed(() => GESTURE_WORDS.filter(({ on, does }) => fits(`${on} ${does} gestures`)))
const isChanged = computed(() => Object.keys(preferences.ownKeys.changed).length > 0)
const canChange = (id: CommandId): boolean => changing.value && preferences.ownKeys.single && isChangeable(id)

const switchSingle = (event: Event): void => {
  preferences.ownKeys = { ...preferences.ownKeys, single: (event.target as HTMLInputElement).checked }
  waiting.value = null
}
const waitFor = (id: CommandId): void => {
  trouble.value = ''
  waiting.value = id
}
/** The next key pressed is the command's; Escape keeps the old one. */
const takeKey = (event: KeyboardEvent, id: CommandId): void => {
  if (waiting.value !== id || ['Shift', 'Control', 'Alt', 'Meta', 'Tab'].includes(event.key)) return
  event.preventDefault()
  event.stopPropagation()
  trouble.value = ''
  if (event.key !== 'Escape')
    try {
      preferences.ownKeys = withKey(preferences.ownKeys, id, event.key)
    } catch (caught) {
      trouble.value = sentenceOf(caught)
      return
    }
  const { currentTarget } = event
  waiting.value = null
  void nextTick(() => (currentTarget as HTMLElement).focus())
}
</script>

<template>
  <AppDialog :open="help.open" :first="search" title="Keys and gestures" wide @close="help.hide()">
    <div class="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
      <input
        ref="search"
        v-model="query"
        class="field h-7! w-72 px-2"
        aria-label="Find a key or a gesture"
        placeholder="Find a key or a gesture"
        autocomplete="off"
      />
      <label class="flex h-7 items-center gap-2">
        <input type="checkbox" class="size-4" :checked="preferences.ownKeys.single" @change="switchSingle" />
        Letters and digits pressed alone are commands
      </label>
      <button
        type="button"
        class="button"
        :aria-pressed="changing"
        :disabled="!preferences.ownKeys.single"
        @click="((changing = !changing), (waiting = null), (trouble = ''))"
      >
        {{ changing ? 'Done with the keys' : 'Change keys…' }}
      </button>
      <button
        v-if="isChanged"
        type="button"
        class="button"
        @click="preferences.ownKeys = { ...USUAL_KEYS, single: preferences.ownKeys.single }"
      >
        All as they were at first
      </button>
    </div>
    <p v-if="changing" class="mb-2 text-ink-2" :class="{ 'text-pencil!': trouble }" role="status">
      {{
        trouble ||
        'Press a key below, then the letter, digit or sign that is to be in its place. Escape keeps the old one.'
      }}
    </p>
    <div class="columns-3 gap-6 text-[0.75rem]">
      <section v-for="group in groups" :key="group.name" class="mb-4 break-inside-avoid">
        <h2 class="mb-1 font-semibold">{{ group.name }}</h2>
        <dl class="keys">
          <template v-for="entry in group.list" :key="entry.id">
            <dt>
              <button
                v-if="canChange(entry.id)"
                type="button"
                class="mono key change"
                :aria-label="`Key of ${entry.name}: ${entry.shown.join(' or ')}`"
                @click="waitFor(entry.id)"
                @keydown="takeKey($event, entry.id)"
                @blur="waiting = null"
              >
                {{ waiting === entry.id ? 'press a key' : entry.shown.join(' ') }}
              </button>
              <template v-else>
                <kbd v-for="keys in entry.shown" :key="keys" class="mono key">{{ keys }}</kbd>
                <span v-if="entry.shown.length === 0" class="text-ink-2">off</span>
              </template>
            </dt>
            <dd class="text-ink-2">{{ entry.label }}</dd>
          </template>
        </dl>
      </section>
      <section v-if="gestures.length > 0" class="mb-4">
        <h2 class="mb-1 break-after-avoid font-semibold">Gestures</h2>
        <dl class="space-y-1">
          <div v-for="{ on, does, drawn } in gestures" :key="on" class="gesture">
            <svg v-if="drawn" width="44" height="24" viewBox="0 0 44 24" aria-hidden="true">
              <path class="thing" :d="drawn.thing" />
              <path class="way" :d="drawn.way" />
            </svg>
            <dt>{{ on }}</dt>
            <dd class="text-ink-2">{{ does }}</dd>
          </div>
        </dl>
      </section>
    </div>
    <p v-if="groups.length + gestures.length === 0" class="text-ink-2">Nothing is called so.</p>
    <p class="mt-3 text-[0.75rem] text-ink-2">
      Arrow Bend is free software under the MIT licence. It is built with
      <a class="underline" href="/third-party.txt" target="_blank">packages of others</a>.
    </p>
  </AppDialog>
</template>

<style scoped>
/* The drawing stands beside both, what is said of it below its name. */
.gesture {
  display: grid;
  column-gap: 8px;
  grid-template-columns: 44px minmax(0, 1fr);
  break-inside: avoid;
}

.gesture svg {
  grid-row: 1 / 3;
}

.gesture path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.thing {
  stroke: var(--ink-2);
}

.way {
  stroke: var(--pencil);
  stroke-width: 1.5;
}

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
  font-size: 0.75rem;
  white-space: nowrap;
}

.change {
  min-width: 28px;
  min-height: 24px;
  border-color: var(--ink-2);
}

@media (width < 900px) {
  .columns-3 {
    columns: 1;
  }
}
</style>
