<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { computed, defineAsyncComponent } from 'vue'
import { SIDE_TABS, useSidePanel, type SideTab } from '../../../session/view/sidePanel.ts'
import type { Commands } from '../../../command/useCommands.ts'
import { useTargetSpans } from './bend/useTargetSpans.ts'

/** What lies beside the stage: the bend of what is selected, its keys in numbers, when they are, and their reuse. */
defineProps<{ actions: Commands }>()

// They come with the first span that is selected, so that the Desk itself is there sooner.
const BendPanel = defineAsyncComponent(() => import('./bend/BendPanel.vue'))
const PacePreview = defineAsyncComponent(() => import('./bend/PacePreview.vue'))
const ValuesPanel = defineAsyncComponent(() => import('./values/ValuesPanel.vue'))
const RetimePanel = defineAsyncComponent(() => import('./retime/RetimePanel.vue'))
const ReusePanel = defineAsyncComponent(() => import('./reuse/ReusePanel.vue'))
const PatternsPanel = defineAsyncComponent(() => import('./patterns/PatternsPanel.vue'))
const MovesPanel = defineAsyncComponent(() => import('./moves/MovesPanel.vue'))
const LABELS: Readonly<Record<SideTab, string>> = {
  bend: 'Bend',
  values: 'Values',
  retime: 'Retime',
  reuse: 'Reuse',
  patterns: 'Patterns',
  moves: 'Moves',
}

/** Our words, in the trade's. */
const TITLES: Readonly<Record<SideTab, string>> = {
  bend: 'Bend: the ease between two keys',
  values: 'Values: the selected keys in numbers',
  retime: 'Retime: when keys are; longer, shorter, backwards, one after another',
  reuse: 'Reuse: copied motion, pasted in parts, again and again',
  patterns: 'Patterns: what goes on over and over, on top of the keys',
  moves: 'Moves: ready ones, seen before they are put on the selected layers',
}
const target = useTargetSpans()
const panel = useSidePanel()
// What the bend itself is, is asked for where it is shown: this and all tabs stay as they are while it is changed.
const hasBend = computed(() => target.shown.value !== null)
</script>

<template>
  <TabGroup
    as="template"
    :selected-index="SIDE_TABS.indexOf(panel.tab)"
    @change="(index: number) => (panel.tab = SIDE_TABS[index]!)"
  >
    <section class="side" data-region="panel" aria-label="Panel of the selection">
      <div class="bar">
        <TabList class="flex gap-px" aria-label="What the panel shows">
          <Tab v-for="tab in SIDE_TABS" :key="tab" v-slot="{ selected }" as="template">
            <button type="button" class="tab" :class="{ selected }" :title="TITLES[tab]">
              {{ LABELS[tab] }}
            </button>
          </Tab>
        </TabList>
        <span class="grow" />
        <PacePreview v-if="hasBend && panel.tab === 'bend'" :target="target" />
      </div>
      <TabPanels class="flex min-h-0 flex-1 flex-col">
        <TabPanel class="flex min-h-0 flex-1 flex-col" tabindex="-1">
          <BendPanel v-if="hasBend" :actions="actions" :target="target" />
          <div v-else class="empty">
            <h2>Bend</h2>
            <p>
              A bend is the ease between two keys. Click a ribbon below: it draws the speed there, and its
              bend opens here.
            </p>
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
        <TabPanel class="flex min-h-0 flex-1 flex-col" tabindex="-1">
          <RetimePanel :actions="actions" />
        </TabPanel>
        <TabPanel class="flex min-h-0 flex-1 flex-col" tabindex="-1">
          <ReusePanel :actions="actions" />
        </TabPanel>
        <TabPanel class="flex min-h-0 flex-1 flex-col" tabindex="-1">
          <PatternsPanel />
        </TabPanel>
        <TabPanel class="flex min-h-0 flex-1 flex-col" tabindex="-1">
          <MovesPanel />
        </TabPanel>
      </TabPanels>
    </section>
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
  padding: 0 7px 0 6px;
  border-bottom: 1px solid var(--rule);
  background: var(--bench);
}

/* All of them and the running dot have to fit into the least width. */
.tab {
  height: 28px;
  padding: 0 3px;
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
  font-size: 0.9375rem;
}
</style>
