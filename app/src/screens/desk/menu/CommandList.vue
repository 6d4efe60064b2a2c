<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { computed, nextTick, ref, watch } from 'vue'
import { selectionWords } from '@arrow-bend/core/choose'
import { COMMANDS, type CommandId } from '../../../command/commandTable.ts'
import { keysOf } from '../../../command/keys/keysOf.ts'
import type { Commands } from '../../../command/useCommands.ts'
import { useDocument } from '../../../session/document/document.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { useCommandList } from '../../../session/view/commandList.ts'
import AppDialog from '../../../ui/AppDialog.vue'
import { useValueEntries, type ValueEntry } from './useValueEntries.ts'

/** Every command by its name, those chosen last first, and every value of what is selected by its property's name. */
const props = defineProps<{ actions: Commands }>()

type Line = { readonly command: CommandId } | { readonly value: ValueEntry }

const document = useDocument()
const selection = useSelection()
const commandList = useCommandList()
const query = ref('')
const input = ref<InstanceType<typeof ComboboxInput> | null>(null)
const { entries, take } = useValueEntries(() => query.value)

const target = computed(() => (document.scene ? selectionWords(document.scene, selection.state) : ''))
const all = computed(() => {
  const ids = Object.keys(COMMANDS) as CommandId[]
  const recent = commandList.recent as readonly CommandId[]
  return [...recent, ...ids.filter((id) => id !== 'list' && !recent.includes(id))]
})
const matches = computed<readonly Line[]>(() => {
  const typed = query.value.toLowerCase()
  const words = typed.split(/\s+/).filter(Boolean)
  const has = (text: string): boolean => words.every((word) => text.toLowerCase().includes(word))
  const found = all.value.filter((id) =>
    has(`${COMMANDS[id].name} ${COMMANDS[id].label} ${COMMANDS[id].group}`),
  )
  const linesOf = (ids: readonly CommandId[]): Line[] => ids.map((command) => ({ command }))
  const meant = entries.value.filter(
    ({ label, typed: text }) => text !== '' || label.toLowerCase().startsWith(typed.trim()),
  )
  const others = entries.value.filter((entry) => !meant.includes(entry))
  const [good, bad] = [true, false].map((can) => meant.filter(({ trouble }) => (trouble === '') === can))
  // What is called so comes before what is only described so, and a command before a value that cannot be.
  return [
    ...good!.map((value) => ({ value })),
    ...linesOf(found.filter((id) => has(COMMANDS[id].name))),
    ...bad!.map((value) => ({ value })),
    ...others.map((value) => ({ value })),
    ...linesOf(found.filter((id) => !has(COMMANDS[id].name))),
  ]
})
const nameOf = (line: Line): string => ('command' in line ? line.command : `value ${line.value.name}`)
/** Puts a text in the field, as if it were typed. */
const retype = (text: string): void => {
  const field = input.value?.$el as HTMLInputElement | undefined
  if (!field) return
  query.value = field.value = text
  field.dispatchEvent(new Event('input', { bubbles: true }))
}
/** Leaves a text to go on with: the field is emptied where a line is chosen. */
const askFor = (text: string): void => void nextTick(() => retype(text))
const runCommand = (id: CommandId): void => {
  commandList.remember(id)
  commandList.open = false
  // Once the dialog has given the keyboard back.
  void nextTick(() => props.actions.run(id, false))
}
const run = (line: Line | null | undefined): void => {
  // Once something was chosen the same Enter chooses nothing more.
  if (!line || !commandList.open) return
  if ('command' in line) runCommand(line.command)
  else if (line.value.typed === '') askFor(`${line.value.label} `)
  else if (line.value.trouble !== '') askFor(query.value)
  else {
    commandList.open = false
    take(line.value)
  }
}
const valueHint = ({ typed, trouble }: ValueEntry): string => {
  if (trouble !== '') return trouble
  return typed === ''
    ? 'A value: type its name and the value, as in “opacity 50”'
    : 'Set here, at the playhead'
}
/** The list marks its first line a moment after it was typed for: Enter that is faster means that line. */
const takeFirst = (): void => void nextTick(() => run(matches.value[0]))
// What is typed while it comes is not lost.
watch(
  () => [commandList.early, commandList.isTaken] as const,
  async ([early, isTaken]) => {
    await nextTick()
    if (early) retype(early)
    if (isTaken) takeFirst()
  },
  { immediate: true },
)
</script>

<template>
  <AppDialog
    :open="commandList.open"
    :first="input?.$el"
    title="All commands"
    @close="commandList.open = false"
  >
    <p class="mb-2 truncate text-[0.75rem] text-ink-2">
      {{ target ? `They act on what is selected: ${target}.` : 'Nothing is selected.' }}
    </p>
    <Combobox as="div" :model-value="null" @update:model-value="run">
      <ComboboxInput
        ref="input"
        class="field h-7! w-full px-2"
        aria-label="Find a command"
        placeholder="A command, or a value: “opacity 50”"
        autocomplete="off"
        @keydown.enter="takeFirst"
        @keydown.esc.stop="commandList.open = false"
        @change="query = $event.target.value"
      />
      <ComboboxOptions static class="list" aria-label="Commands">
        <ComboboxOption
          v-for="line in matches"
          :key="nameOf(line)"
          v-slot="{ active }"
          :value="line"
          as="template"
        >
          <li v-if="'command' in line" class="option" :class="{ active }">
            <span>
              {{ COMMANDS[line.command].name }}
              <small v-if="COMMANDS[line.command].label !== COMMANDS[line.command].name">
                {{ COMMANDS[line.command].label }}
              </small>
            </span>
            <kbd>{{ keysOf(line.command) }}</kbd>
          </li>
          <li v-else class="option" :class="{ active }" :data-trouble="line.value.trouble ? '' : undefined">
            <span class="min-w-0">
              {{ line.value.label }} of <span class="of">{{ line.value.of }}</span>
              <small>{{ valueHint(line.value) }}</small>
            </span>
            <kbd class="mono">{{ line.value.now }}{{ line.value.then && ` → ${line.value.then}` }}</kbd>
          </li>
        </ComboboxOption>
        <li v-if="matches.length === 0" class="option">Nothing is called so.</li>
      </ComboboxOptions>
    </Combobox>
  </AppDialog>
</template>

<style scoped>
.list {
  overflow: auto;
  /* The same however many are found, so that the field stays where it is. */
  height: min(360px, 50vh);
  margin-top: 6px;
}

.option {
  display: flex;
  min-height: 34px;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  padding: 3px 8px;
  border-radius: 4px;
  line-height: 1.25;
}

.option.active {
  background: var(--rule-soft);
}

.of {
  overflow-wrap: anywhere;
}

.option[data-trouble] small {
  color: var(--ink);
}

small {
  display: block;
  color: var(--ink-2);
  font-size: 0.75rem;
}

kbd {
  flex: none;
  color: var(--ink-2);
  font-family: inherit;
  font-size: 0.75rem;
}
</style>
