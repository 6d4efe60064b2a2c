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

/** Every command by its name, those chosen last first. */
const props = defineProps<{ actions: Commands }>()

const document = useDocument()
const selection = useSelection()
const commandList = useCommandList()
const query = ref('')
const input = ref<InstanceType<typeof ComboboxInput> | null>(null)

const target = computed(() => (document.scene ? selectionWords(document.scene, selection.state) : ''))
const all = computed(() => {
  const ids = Object.keys(COMMANDS) as CommandId[]
  const recent = commandList.recent as readonly CommandId[]
  return [...recent, ...ids.filter((id) => id !== 'list' && !recent.includes(id))]
})
const matches = computed(() => {
  const words = query.value.toLowerCase().split(/\s+/).filter(Boolean)
  const has = (text: string): boolean => words.every((word) => text.toLowerCase().includes(word))
  const found = all.value.filter((id) =>
    has(`${COMMANDS[id].name} ${COMMANDS[id].label} ${COMMANDS[id].group}`),
  )
  // What is called so comes before what is only described so.
  return [...found.filter((id) => has(COMMANDS[id].name)), ...found.filter((id) => !has(COMMANDS[id].name))]
})
const run = (id: CommandId | null | undefined): void => {
  // Once something was chosen the same Enter chooses nothing more.
  if (!id || !commandList.open) return
  commandList.remember(id)
  commandList.open = false
  // Once the dialog has given the keyboard back.
  void nextTick(() => props.actions.run(id, false))
}
/** The list marks its first line a moment after it was typed for: Enter that is faster means that line. */
const takeFirst = (): void => void nextTick(() => run(matches.value[0]))
// What is typed while it comes is not lost.
watch(
  () => [commandList.early, commandList.isTaken] as const,
  async ([early, isTaken]) => {
    await nextTick()
    const field = input.value?.$el as HTMLInputElement | undefined
    if (field && early) {
      query.value = field.value = early
      field.dispatchEvent(new Event('input', { bubbles: true }))
    }
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
        placeholder="Find a command"
        autocomplete="off"
        @keydown.enter="takeFirst"
        @keydown.esc.stop="commandList.open = false"
        @change="query = $event.target.value"
      />
      <ComboboxOptions static class="list" aria-label="Commands">
        <ComboboxOption v-for="id in matches" :key="id" v-slot="{ active }" :value="id" as="template">
          <li class="option" :class="{ active }">
            <span>
              {{ COMMANDS[id].name }}
              <small v-if="COMMANDS[id].label !== COMMANDS[id].name">{{ COMMANDS[id].label }}</small>
            </span>
            <kbd>{{ keysOf(id) }}</kbd>
          </li>
        </ComboboxOption>
        <li v-if="matches.length === 0" class="option">No command is called so.</li>
      </ComboboxOptions>
    </Combobox>
  </AppDialog>
</template>

<style scoped>
.list {
  overflow: auto;
  max-height: 360px;
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
