<script setup lang="ts">
import { ChevronDown, ChevronRight, CircleDot, Eye, EyeOff, Lock, LockOpen } from '@lucide/vue'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { renameLayer, switchLayers } from '@arrow-bend/core/edit'
import { homesOf, masksIn } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { useContextMenu } from '../../../../session/view/contextMenu.ts'
import { useView } from '../../../../session/view/view.ts'
import IconButton from '../../../../ui/IconButton.vue'
import { provideNoTabStop } from '../../../../ui/focus/tabStop.ts'
import { LAYER_ICONS } from '../../layerIcons.ts'
import LayerLabelChip from './LayerLabelChip.vue'
import PropertyCell from '../lanes/PropertyCell.vue'
import type { LayerRow } from '../rows.ts'
import { choiceOf, type RowChoice } from '../useRowChoice.ts'

// Seldom wanted, so it comes when the list stands.
const LayerMenu = defineAsyncComponent(() => import('./LayerMenu.vue'))

/** The left part of a layer's row. */
const props = defineProps<{ row: LayerRow }>()
const emit = defineEmits<{
  /** Its name was pressed: `add` takes it to or from the selection, `range` selects up to it. */
  choose: [how: RowChoice]
  /** The same for the lane it shows. */
  chooseLane: [how: RowChoice]
  /** One place up (−1) or down (1) in the list. */
  step: [way: 1 | -1]
}>()

provideNoTabStop()
const document = useDocument()
const selection = useSelection()
const stageView = useStageView()
const view = useView()
const contextMenu = useContextMenu()
const renaming = computed(() => view.renaming === props.row.layer.id)
watch(renaming, (now) => now && void nextTick(() => input.value?.select()), { immediate: true })
const input = ref<HTMLInputElement | null>(null)
const nameButton = ref<HTMLButtonElement | null>(null)

const layer = computed(() => props.row.layer)
/** A mask of others is not drawn itself, which its row says. */
const isMask = computed(() => document.scene !== null && masksIn(homesOf(document.scene)).has(layer.value.id))
/** What its row says of it at the end. */
const words = computed(() => {
  const { animated } = props.row
  const moves = animated > 0 ? `${animated} animated` : view.filter === 'animated' ? 'still' : ''
  const listed = view.filter === 'animated' && view.full.has(layer.value.id) ? 'all listed' : moves
  return [...(isMask.value ? ['mask'] : []), ...(listed ? [listed] : [])].join(', ')
})
const layerRef = computed(() => ({ scene: document.sceneId, layer: layer.value.id }))
const fold = (): void => {
  view.turnFolds([layer.value.id])
}
const listAll = (): void => {
  if (!view.full.delete(layer.value.id)) {
    view.full.add(layer.value.id)
    view.folded.delete(layer.value.id)
  }
}
/** A row that moves loses the keyboard; it gets it back. */
const step = (event: KeyboardEvent, way: 1 | -1): void => {
  const name = event.currentTarget as HTMLElement
  emit('step', way)
  void nextTick(() => name.focus())
}
const startRenaming = (): void => {
  view.renaming = layer.value.id
}
const openMenu = (event: MouseEvent): void => {
  selection.selectWholeLayers(layer.value.id)
  contextMenu.show(event, 'layer')
}
/** The keyboard goes on from the row. */
const stopRenaming = (): void => {
  view.renaming = null
  void nextTick(() => nameButton.value?.focus())
}
const rename = (): void => {
  if (!renaming.value || !input.value) return
  const name = input.value.value
  stopRenaming()
  if (name !== layer.value.name)
    document.apply('Layer renamed', (draft) => renameLayer(draft, layerRef.value, name))
}
/** The layer, or all selected ones when it is among them. */
const chosen = computed(() => (selection.hasLayer(layer.value.id) ? selection.layers : [layer.value.id]))
const solo = computed(() => stageView.solo.includes(layer.value.id))
const toggle = (what: 'visible' | 'locked'): void => {
  const to = !layer.value[what]
  const deed = what === 'visible' ? (to ? 'shown' : 'hidden') : to ? 'locked' : 'unlocked'
  const label = `${chosen.value.length > 1 ? 'Layers' : 'Layer'} ${deed}`
  document.apply(label, (draft) => switchLayers(draft, document.sceneId, chosen.value, { [what]: to }))
}
const pressEye = (event: MouseEvent): void => {
  if (event.altKey) stageView.toggleSolo(chosen.value)
  else toggle('visible')
}
</script>

<template>
  <div
    data-row-cell
    class="cell"
    :class="{ chosen: selection.hasLayer(layer.id), dim: !layer.visible }"
    :style="{ paddingLeft: `${4 + 9 * Math.min(5, row.depth)}px` }"
    @contextmenu="openMenu"
  >
    <button
      type="button"
      class="fold"
      tabindex="-1"
      data-aside
      :class="{ invisible: !row.foldable }"
      :aria-label="`${row.folded ? 'Unfold' : 'Fold'} ${layer.name}`"
      :aria-expanded="!row.folded"
      @click="fold"
    >
      <component :is="row.folded ? ChevronRight : ChevronDown" :size="14" aria-hidden="true" />
    </button>
    <LayerLabelChip v-if="layer.label" :label="layer.label" />
    <component
      :is="LAYER_ICONS[layer.kind]"
      :size="15"
      :stroke-width="1.75"
      class="shrink-0"
      aria-hidden="true"
    />
    <input
      v-if="renaming"
      ref="input"
      class="field h-5! min-w-0 flex-1 px-1"
      aria-label="Layer name"
      :value="layer.name"
      @keydown.stop
      @keydown.enter="rename"
      @keydown.esc="stopRenaming"
      @blur="rename"
    />
    <button
      v-else
      ref="nameButton"
      type="button"
      class="name"
      tabindex="-1"
      data-row-name
      :class="{ short: row.lane }"
      :title="layer.name"
      :aria-pressed="selection.hasLayer(layer.id)"
      @click="$emit('choose', choiceOf($event))"
      @keydown.alt.up.stop.prevent="step($event, -1)"
      @keydown.alt.down.stop.prevent="step($event, 1)"
      @keydown.f2.stop.prevent="startRenaming"
      @dblclick="startRenaming"
    >
      {{ layer.name }}
    </button>
    <PropertyCell
      v-if="row.lane && !renaming"
      :row="row.lane"
      in-layer-row
      @choose="(how) => $emit('chooseLane', how)"
    />
    <template v-else>
      <button
        v-if="view.filter === 'animated'"
        type="button"
        class="count"
        tabindex="-1"
        :aria-pressed="view.full.has(layer.id)"
        :aria-label="`${layer.name}: list all properties`"
        :title="view.full.has(layer.id) ? 'List only what moves' : 'List all properties'"
        @click="listAll"
      >
        {{ words }}
      </button>
      <span v-else class="count">{{ words }}</span>
      <span class="more" :class="{ quiet: !selection.hasLayer(layer.id) }">
        <LayerMenu :layer="layer" />
      </span>
      <IconButton
        small
        :icon="layer.locked ? Lock : LockOpen"
        :class="{ quiet: !layer.locked }"
        :label="`${layer.locked ? 'Unlock' : 'Lock'} ${layer.name}`"
        :pressed="undefined"
        @press="toggle('locked')"
      />
      <IconButton
        small
        :icon="solo ? CircleDot : layer.visible ? Eye : EyeOff"
        :label="`${layer.visible ? 'Hide' : 'Show'} ${layer.name}`"
        keys="with Alt: show it alone"
        @press="pressEye"
      />
    </template>
  </div>
</template>

<style scoped>
.cell {
  display: flex;
  width: 100%;
  height: 100%;
  align-items: center;
  gap: 5px;
  padding: 0 4px 0 4px;
}

.fold {
  display: grid;
  width: 20px;
  height: 24px;
  flex: none;
  place-items: center;
}

.name {
  overflow: hidden;
  min-width: 0;
  flex: 0 1 auto;
  font-weight: 600;
  text-align: left;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.name.short {
  max-width: 84px;
  flex: none;
}

.chosen .name {
  color: var(--ink);
  font-weight: 750;
}

.dim .name {
  opacity: 0.55;
}

.count {
  overflow: hidden;
  flex: 1 1 0;
  color: var(--ink-2);
  font-size: 0.75rem;
  text-align: right;
  white-space: nowrap;
}

.count:is(button):hover {
  color: var(--ink);
  text-decoration: underline;
}

.more {
  width: 24px;
  height: 24px;
  flex: none;
}

.quiet:not(:hover, :focus-within) {
  opacity: 0.35;
}
</style>
