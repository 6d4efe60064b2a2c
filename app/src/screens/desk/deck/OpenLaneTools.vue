<script setup lang="ts">
import { ChevronsDownUp } from '@lucide/vue'
import { useView, type OpenLane } from '../../../session/view.ts'
import IconButton from '../../../ui/IconButton.vue'
import { trackPointer } from '../../../ui/trackPointer.ts'
import { hasValueGraph } from './graphDrawing.ts'
import type { PropertyRow } from './rows.ts'

/** What an open lane shows, how high it is, and closing it; under its name. */
const props = defineProps<{ row: PropertyRow; lane: OpenLane }>()

const GRAPHS = [
  { graph: 'value', label: 'Value' },
  { graph: 'speed', label: 'Speed' },
  { graph: 'both', label: 'Both' },
] as const

const view = useView()

const resize = (event: PointerEvent): void => {
  const from = props.lane.height
  trackPointer(event, {
    move: (moved) => view.changeLane(props.row.id, { height: from + moved.clientY - event.clientY }),
    end: (cancelled) => cancelled && view.changeLane(props.row.id, { height: from }),
  })
}
const resizeByKey = (event: KeyboardEvent): void => {
  const by = { ArrowUp: -12, ArrowDown: 12 }[event.key]
  if (!by) return
  event.preventDefault()
  event.stopPropagation()
  view.changeLane(props.row.id, { height: props.lane.height + by })
}
</script>

<template>
  <div class="tools" @pointerdown.stop>
    <div
      v-if="hasValueGraph(row.property)"
      class="choice"
      role="group"
      :aria-label="`Graph of ${row.definition.label}`"
    >
      <button
        v-for="{ graph, label } in GRAPHS"
        :key="graph"
        type="button"
        :aria-pressed="lane.graph === graph"
        @click="view.changeLane(row.id, { graph })"
      >
        {{ label }}
      </button>
    </div>
    <span v-else class="grow text-[12px] text-ink-2">Speed</span>
    <IconButton
      small
      :icon="ChevronsDownUp"
      :label="`Close the graph of ${row.layer.name} ${row.definition.label.toLowerCase()}`"
      keys="Enter"
      @press="view.toggleLane(row.id)"
    />
  </div>
  <div
    class="foot"
    role="separator"
    aria-orientation="horizontal"
    tabindex="0"
    :aria-label="`Height of ${row.layer.name} ${row.definition.label.toLowerCase()}`"
    :aria-valuenow="lane.height"
    aria-valuemin="72"
    aria-valuemax="400"
    @pointerdown.left.stop="resize"
    @keydown="resizeByKey"
  />
</template>

<style scoped>
.tools {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 4px 4px 0 24px;
}

.choice {
  display: flex;
  height: 24px;
  flex: 1;
  border: 1px solid var(--rule);
  border-radius: 5px;
}

.choice button {
  flex: 1;
  border-radius: 4px;
  color: var(--ink-2);
  font-size: 12px;
}

.choice button[aria-pressed='true'] {
  background: var(--sheet-2);
  box-shadow: inset 0 -2px 0 var(--pencil);
  color: var(--ink);
  font-weight: 650;
}

.foot {
  height: 8px;
  margin-top: auto;
  cursor: ns-resize;
}

.foot::after {
  display: block;
  width: 28px;
  height: 3px;
  margin: 2px auto 0;
  border-radius: 2px;
  background: var(--rule);
  content: '';
}
</style>
