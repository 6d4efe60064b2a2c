<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { defineAsyncComponent } from 'vue'
import { useDocument } from '../../../session/document.ts'
import type { DeskActions } from '../useDeskActions.ts'
import { useTargetSpans } from './useTargetSpans.ts'

/** What lies beside the stage: the bend of what is selected, and its keys in numbers. */
defineProps<{ actions: DeskActions }>()

// They come with the first span that is selected, so that the Desk itself is there sooner.
const BendPanel = defineAsyncComponent(() => import('./BendPanel.vue'))
const PacePreview = defineAsyncComponent(() => import('./PacePreview.vue'))
const ValuesPanel = defineAsyncComponent(() => import('./ValuesPanel.vue'))
const TABS = ['Bend', 'Values'] as const

const document = useDocument()
const target = useTargetSpans()
const { shown, seconds, hue } = target
</script>

<template>
  <TabGroup as="template">
    <div class="side">
      <div class="bar">
        <TabList class="flex" aria-label="Bend or values">
          <Tab v-for="tab in TABS" :key="tab" v-slot="{ selected }" as="template">
            <button type="button" class="tab" :class="{ selected }">{{ tab }}</button>
          </Tab>
        </TabList>
        <span class="grow" />
        <PacePreview v-if="shown" :waiting="document.gesturing" :bend="shown" :seconds="seconds" :hue="hue" />
      </div>
      <TabPanels class="flex min-h-0 flex-1 flex-col">
        <TabPanel class="flex min-h-0 flex-1 flex-col" tabindex="-1">
          <BendPanel v-if="shown" :actions="actions" :target="target" />
          <div v-else class="empty">
            <h2>Bend</h2>
            <p>Click a ribbon in the deck to bend how it travels between its two keys.</p>
            <p>
              Drag the ribbon itself: up for stronger, down for softer, sideways to move where it is fastest.
              Press it twice, or Enter, for its graph.
            </p>
            <p class="text-ink-2">
              Drag across lanes to take many spans at once, or press Ctrl/Cmd+A for all of them. Then press a
              digit from 1 to 7.
            </p>
          </div>
        </TabPanel>
        <TabPanel class="flex min-h-0 flex-1 flex-col" tabindex="-1">
          <ValuesPanel :actions="actions" />
        </TabPanel>
      </TabPanels>
    </div>
  </TabGroup>
</template>

<style scoped>
.side {
  display: flex;
  min-height: 0;
  flex: none;
  flex-direction: column;
  border-left: 1px solid var(--rule);
  background: var(--sheet);
}

.bar {
  display: flex;
  height: 28px;
  flex: none;
  align-items: center;
  padding: 0 11px 0 8px;
  border-bottom: 1px solid var(--rule);
  background: var(--bench);
}

.tab {
  height: 28px;
  padding: 0 12px;
  color: var(--ink-2);
}

.tab.selected {
  background: var(--sheet);
  box-shadow: inset 0 -2px 0 var(--pencil);
  color: var(--ink);
  font-weight: 650;
}

.empty {
  display: grid;
  gap: 8px;
  padding: 10px 11px;
}

.empty h2 {
  font-size: 15px;
}
</style>
