<script setup lang="ts">
import { Search } from '@lucide/vue'
import { computed } from 'vue'
import type { Scene } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import { useView } from '../../../session/view/view.ts'
import AddLayerMenu from './layers/AddLayerMenu.vue'
import { lanesOf, type Row } from './rows.ts'

/** Which rows are listed, and how many that makes. */
const props = defineProps<{ rows: readonly Row[]; scene: Scene }>()

const view = useView()
const laneCount = computed(() => lanesOf(props.rows).length)
const allLanes = computed(() =>
  props.scene.layers.reduce((sum, layer) => sum + Object.keys(layer.properties).length, 0),
)

const lastFrameWords = computed(
  () => `${Math.round(props.scene.duration / frameTicks(props.scene.rate))} frames`,
)
</script>

<template>
  <div class="head-left">
    <select
      v-model="view.filter"
      class="field h-6! border-0! bg-transparent! text-[0.75rem]"
      aria-label="Rows to show"
    >
      <option value="animated">Animated</option>
      <option value="all">All properties</option>
      <option value="selected">Selected</option>
    </select>
    <span
      class="grow truncate text-[0.75rem] text-ink-2"
      :title="`${laneCount} of ${allLanes} lanes shown; the scene lasts ${lastFrameWords}`"
      >{{ laneCount < allLanes ? `${laneCount} of ${allLanes}` : `${allLanes} lanes` }}</span
    >
    <label class="search">
      <Search :size="14" aria-hidden="true" />
      <input
        v-model="view.search"
        aria-label="Search layers and properties"
        placeholder="Search"
        @keydown.esc="view.search = ''"
      />
    </label>
    <AddLayerMenu />
  </div>
</template>

<style scoped>
.head-left {
  display: flex;
  width: var(--list);
  flex: none;
  align-items: center;
  gap: 4px;
  padding: 0 4px 0 8px;
  border-right: 1px solid var(--rule);
}

.search {
  display: flex;
  width: 92px;
  align-items: center;
  gap: 4px;
  color: var(--ink-2);
}

.search input {
  width: 100%;
  height: 24px;
  padding: 0 3px;
  border-radius: 4px;
  background: none;
  color: var(--ink);
  font-size: 0.75rem;
}
</style>
