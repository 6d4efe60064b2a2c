<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import { computed, ref, watch } from 'vue'
import { clamp } from '@arrow-bend/core/number'
import { asTicks, frameTicks, MOST_TICKS, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../../session/document/document.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { runKey, useMatchRuns } from '../../../session/view/matchRuns.ts'
import AnchoredPanel from '../../../ui/AnchoredPanel.vue'
import IconButton from '../../../ui/IconButton.vue'
import TimeField from '../../../ui/TimeField.vue'
import { runChoices, type RunChoice } from './runChoices.ts'

/** What else can be compared: lanes between two times and their single spans, and what is selected on the Desk. */
const document = useDocument()
const preferences = usePreferences()
const store = useMatchRuns()

const open = ref(false)
const text = ref('')
/** Only what moves between these is offered; all where they are left alone. */
const [from, until] = [ref<Ticks | null>(null), ref<Ticks | null>(null)]
const button = ref<HTMLElement | null>(null)
const MOST = 200

const ends = computed(() => ({
  from: from.value ?? asTicks(0),
  until: until.value ?? document.scene?.duration ?? asTicks(0),
}))
const takeFrom = (time: Ticks): void => {
  from.value = time
  if (time > ends.value.until) until.value = null
}
const takeUntil = (time: Ticks): void => {
  until.value = time
  if (time < ends.value.from) from.value = null
}
const isNarrowed = computed(() => from.value !== null || until.value !== null)
const takeAll = (): void => {
  from.value = until.value = null
}
watch(open, () => {
  text.value = ''
  takeAll()
})
/** By so many frames from where a time stands. */
const stepped = (time: Ticks, frames: number): Ticks =>
  asTicks(clamp(Math.round(time + frames * frameTicks(document.rate)), -MOST_TICKS, MOST_TICKS))

const choices = computed((): readonly RunChoice[] => {
  const { scene } = document
  if (!open.value || !scene) return []
  return runChoices(scene, {
    words: text.value.toLowerCase().split(/\s+/).filter(Boolean),
    from: from.value ?? asTicks(-MOST_TICKS),
    until: until.value ?? asTicks(MOST_TICKS),
  })
})
const known = computed(() => new Set(store.runs.map(runKey)))
const toggle = ({ key, run }: RunChoice): void => {
  if (known.value.has(key)) store.remove(key)
  else store.add([run])
}
</script>

<template>
  <button
    ref="button"
    type="button"
    class="opener"
    aria-haspopup="dialog"
    :aria-expanded="open"
    @click="open = !open"
  >
    <Plus :size="14" aria-hidden="true" /> Add spans
  </button>
  <AnchoredPanel
    v-if="open && button"
    :anchor="button"
    label="Add spans"
    placement="bottom-end"
    @close="open = false"
  >
    <div class="list">
      <input
        v-model="text"
        type="search"
        class="field px-2"
        placeholder="Layer or property"
        aria-label="Find spans"
      />
      <div class="between" role="group" aria-label="Between two times">
        <span aria-hidden="true">Between</span>
        <TimeField
          label="Keys from"
          :model-value="ends.from"
          :rate="document.rate"
          :display="preferences.timeDisplay"
          @take="takeFrom"
          @step="(frames) => takeFrom(stepped(ends.from, frames))"
        />
        <span aria-hidden="true">and</span>
        <TimeField
          label="Keys until"
          :model-value="ends.until"
          :rate="document.rate"
          :display="preferences.timeDisplay"
          @take="takeUntil"
          @step="(frames) => takeUntil(stepped(ends.until, frames))"
        />
        <IconButton v-if="isNarrowed" small :icon="X" label="Whole scene" @press="takeAll" />
      </div>
      <button
        v-if="store.selected.length > 0"
        type="button"
        class="button"
        @click="store.add(store.selected)"
      >
        Add what is selected on the Desk ({{ store.selected.length }})
      </button>
      <ul aria-label="Spans of this scene">
        <li v-for="choice in choices.slice(0, MOST)" :key="choice.key">
          <label>
            <input type="checkbox" :checked="known.has(choice.key)" @change="toggle(choice)" />
            <span class="grow truncate">{{ choice.words }}</span>
            <span class="text-ink-2">{{ choice.part }}</span>
          </label>
        </li>
      </ul>
      <p v-if="choices.length === 0" class="text-ink-2">
        {{
          isNarrowed
            ? 'Nothing so called has two keys between these times.'
            : 'Nothing that moves is called so.'
        }}
      </p>
      <p v-if="choices.length > MOST" class="text-ink-2">
        And {{ choices.length - MOST }} more: type a part of a name.
      </p>
    </div>
  </AnchoredPanel>
</template>

<style scoped>
.opener {
  display: inline-flex;
  height: 24px;
  align-items: center;
  gap: 5px;
  padding: 0 6px;
  border-radius: 5px;
  color: var(--ink);
}

.opener:hover {
  background: var(--rule-soft);
}

.list {
  display: flex;
  width: 324px;
  min-height: 0;
  flex-direction: column;
  gap: 6px;
}

.between {
  display: flex;
  align-items: center;
  gap: 6px;
}

.list > input {
  flex: none;
}

ul {
  overflow: auto;
  min-height: 60px;
  scrollbar-width: thin;
}

label {
  display: flex;
  height: 26px;
  align-items: center;
  gap: 6px;
}
</style>
