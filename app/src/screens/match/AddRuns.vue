<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { computed, ref, watch } from 'vue'
import AnchoredPanel from '../../ui/AnchoredPanel.vue'
import { spansOf } from '@arrow-bend/core/choose'
import { timedKeys } from '@arrow-bend/core/property'
import { definitionOf } from '@arrow-bend/core/scene'
import { useDocument } from '../../session/document/document.ts'
import { runKey, useMatchRuns } from '../../session/view/matchRuns.ts'
import type { RunRef } from '@arrow-bend/core/edit'

/** What else can be compared: whole lanes and their single spans, and what is selected on the Desk. */
const document = useDocument()
const store = useMatchRuns()

const open = ref(false)
const text = ref('')
const button = ref<HTMLElement | null>(null)
watch(open, () => (text.value = ''))
const MOST = 200

interface Choice {
  readonly key: string
  readonly words: string
  readonly part: string
  readonly run: RunRef
}
const choices = computed((): readonly Choice[] => {
  const { scene } = document
  if (!open.value || !scene) return []
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  return scene.layers.flatMap((layer) => {
    const lanes = Object.entries(layer.properties).filter(([, { keys }]) => keys.length > 1)
    return lanes.flatMap(([name, property]): Choice[] => {
      const label = `${layer.name} ${definitionOf(layer.kind, name)?.label.toLowerCase() ?? name}`
      if (property.kind === 'choice' || !words.every((word) => label.toLowerCase().includes(word))) return []
      const keys = timedKeys(property)
      const lane = { scene: scene.id, layer: layer.id, property: name }
      const runs = keys.slice(0, -1).map((key, i) => ({ ...lane, from: key.id, to: keys[i + 1]!.id }))
      const spans = runs.map((run, i): Choice => ({
        key: runKey(run),
        words: label,
        part: `keys ${i + 1} to ${i + 2}`,
        run,
      }))
      if (runs.length === 1) return spans
      const [whole] = store.runsOf(spansOf(scene, [layer]).filter(({ property: other }) => other === name))
      return whole
        ? [{ key: runKey(whole), words: label, part: `all ${runs.length} spans`, run: whole }, ...spans]
        : spans
    })
  })
})
const known = computed(() => new Set(store.runs.map(runKey)))
const toggle = ({ key, run }: Choice): void => {
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
      <p v-if="choices.length === 0" class="text-ink-2">Nothing that moves is called so.</p>
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
