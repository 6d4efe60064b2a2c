<script setup lang="ts">
import { ChevronDown, ChevronRight, Ellipsis } from '@lucide/vue'
import { computed } from 'vue'
import { isMoving, KIND_WIDTH, keyEditWords, keyStateAt, keyStateWords } from '@arrow-bend/core/property'
import { frameTicks } from '@arrow-bend/core/time'
import { toggleKey, type PropertyRef } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useLayerTime } from '../../../../session/playback/useLayerTime.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { listedProperties, vertexPartsIn } from '@arrow-bend/core/scene'
import { hasGraph } from '../../../../session/view/openLanes.ts'
import { useContextMenu } from '../../../../session/view/contextMenu.ts'
import { useLastChange } from '../../../../session/view/lastChange.ts'
import { useView } from '../../../../session/view/view.ts'
import { steady } from '../../../../ui/steady.ts'
import { provideNoTabStop } from '../../../../ui/focus/tabStop.ts'
import { choiceOf, type RowChoice } from '../useRowChoice.ts'
import KeyDot from './KeyDot.vue'
import { partsFold, type PropertyRow } from '../rows.ts'
import ValueField from './ValueField.vue'

/** The left part of a lane: name, where the playhead stands among its keys, value, key dot. */
const props = defineProps<{ row: PropertyRow; inLayerRow?: boolean }>()
/** Its name was pressed. */
defineEmits<{ choose: [how: RowChoice] }>()

provideNoTabStop()
const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const selection = useSelection()
const view = useView()
const contextMenu = useContextMenu()
const lastChange = useLastChange()

const time = useLayerTime(() => props.row.layer.id)
const state = steady(() => keyStateAt(props.row.property, time.value, frameTicks(document.rate) / 2))
const live = computed(() => props.row.property.patterns?.filter(({ off }) => !off).length ?? 0)
const patternWords = computed(() => (live.value > 0 ? `${live.value} live` : ''))
const words = computed(() => (state.value.kind === 'none' ? patternWords.value : keyStateWords(state.value)))
/** The same in less room: in a folded layer's row, and beside two fields. */
const short = computed(() => {
  const now = state.value
  if (now.kind === 'between')
    return props.inLayerRow ? `${now.before}–${now.after} of ${now.of}` : `between ${now.before}–${now.after}`
  if (now.kind === 'on') return props.inLayerRow ? `${now.key} of ${now.of}` : words.value
  if (now.kind === 'first') return 'before 1'
  return now.kind === 'last' ? `after ${now.of}` : patternWords.value
})
const wide = computed(() => KIND_WIDTH[props.row.property.kind] === 1 && !props.inLayerRow)
/** Lanes of vertices that move by themselves. */
const parts = computed(() => (props.row.property.split ? vertexPartsIn(props.row.layer.properties) : []))
const isOpen = computed(() => view.folded.has(partsFold(props.row.layer.id)))
const partsWords = computed(() => {
  const count = parts.value.length
  if (count === 0) return 'by vertex, none moves'
  return `by vertex, ${count} ${count === 1 ? 'lane' : 'lanes'}`
})
const hint = computed(() => {
  const does = keyEditWords(state.value, preferences.autoKey)
  return does && `: ${does}`
})
const ref = computed<PropertyRef>(() => ({
  scene: document.sceneId,
  layer: props.row.layer.id,
  property: props.row.definition.name,
}))
const isOffered = computed(() => !props.row.layer.locked && lastChange.isOffered(ref.value))
const openMenu = (event: MouseEvent): void => {
  selection.selectProperties(selection.hasProperty(ref.value) ? selection.properties : [ref.value])
  contextMenu.show(event, 'lane')
}
const askMenu = (event: MouseEvent): void => contextMenu.ask(event.currentTarget as Element)
const openable = computed(() => hasGraph(props.row.property))
/** Alt with ↑ ↓ moves the lane among those of its layer. */
const step = (event: KeyboardEvent): void => {
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key]
  if (!by || !event.altKey || props.inLayerRow) return
  event.preventDefault()
  event.stopPropagation()
  const listed = listedProperties(props.row.layer).map(({ name }) => name)
  const own = view.order.get(props.row.layer.id) ?? []
  const names = [
    ...own.filter((name) => listed.includes(name)),
    ...listed.filter((name) => !own.includes(name)),
  ]
  const shown = view.filter === 'all' || view.full.has(props.row.layer.id)
  const seen = shown ? names : names.filter((name) => isMoving(props.row.layer.properties[name]!))
  view.moveLane(props.row.layer.id, seen, props.row.definition.name, by)
}
const toggle = (): void => {
  playback.pause()
  // The row must not slip away with the others once one of them moves.
  if (props.row.property.keys.length === 0) view.full.add(props.row.layer.id)
  const label = state.value.kind === 'on' ? 'Key removed' : 'Key set'
  document.apply(label, (draft) => toggleKey(draft, ref.value, playback.time, document.makeId))
}
</script>

<template>
  <div
    data-row-cell
    class="cell"
    :class="{ chosen: selection.hasProperty(ref), inset: !inLayerRow }"
    @contextmenu="openMenu"
  >
    <span v-if="!inLayerRow" class="tree" aria-hidden="true" />
    <button
      v-if="parts.length > 0"
      type="button"
      class="fold"
      tabindex="-1"
      data-aside
      :aria-label="`${isOpen ? 'Fold' : 'Unfold'} the vertices of ${row.layer.name}`"
      :aria-expanded="isOpen"
      @click="view.turnFolds([partsFold(row.layer.id)])"
    >
      <component :is="isOpen ? ChevronDown : ChevronRight" :size="12" aria-hidden="true" />
    </button>
    <span
      v-else
      class="chip"
      :style="{ background: `var(--hue-${row.definition.hue})` }"
      aria-hidden="true"
    />
    <button
      type="button"
      class="name"
      tabindex="-1"
      :data-row-name="inLayerRow ? undefined : ''"
      data-lane-name
      :aria-pressed="selection.hasProperty(ref)"
      @click="$emit('choose', choiceOf($event))"
      @keydown="step"
      @dblclick="openable && view.toggleLane(row.id)"
    >
      {{ inLayerRow ? row.definition.label.toLowerCase() : row.definition.label }}
    </button>
    <span class="middle">
      <button
        v-if="isOffered"
        type="button"
        class="offer"
        tabindex="-1"
        data-aside
        :aria-label="`Animate ${row.layer.name} ${row.definition.label.toLowerCase()} from here`"
        title="Set its first key here, so that it can move (A)"
        @click="toggle"
      >
        Animate?
      </button>
      <span v-else-if="row.property.split" class="words">{{ partsWords }}</span>
      <span v-else class="words" :title="words + hint">{{ wide ? words : short }}</span>
      <button
        v-if="!inLayerRow"
        type="button"
        class="more"
        tabindex="-1"
        data-aside
        :aria-label="`Menu of ${row.layer.name} ${row.definition.label.toLowerCase()}`"
        title="More"
        @click="askMenu"
      >
        <Ellipsis :size="15" aria-hidden="true" />
      </button>
    </span>
    <ValueField v-if="!row.property.split" :row="row" :tight="inLayerRow" class="ml-auto" />
    <KeyDot
      v-if="!row.property.split"
      :state="state"
      :name="`${row.layer.name} ${row.definition.label.toLowerCase()}`"
      :disabled="row.layer.locked"
      @press="toggle"
    />
  </div>
</template>

<style scoped>
.cell {
  position: relative;
  display: flex;
  min-width: 0;
  flex: 1;
  height: 100%;
  align-items: center;
  gap: 4px;
  padding-right: 4px;
  font-size: 0.75rem;
}

.inset {
  padding-left: 24px;
}

.tree {
  position: absolute;
  top: 0;
  bottom: 0;
  left: 14px;
  border-left: 1px solid var(--rule);
}

.chip {
  width: 10px;
  height: 8px;
  flex: none;
  border-radius: 2px;
}

.fold {
  display: grid;
  width: 16px;
  height: 20px;
  flex: none;
  margin: 0 -2px 0 -4px;
  border-radius: 4px;
  place-items: center;
}

.fold:hover {
  background: var(--rule-soft);
}

.name {
  overflow: hidden;
  min-width: 20px;
  max-width: 84px;
  flex: 0 1 auto;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.chosen .name {
  font-weight: 650;
}

.offer {
  overflow: hidden;
  max-width: 100%;
  height: 20px;
  padding: 0 4px;
  border-radius: 4px;
  color: var(--ink-2);
  text-decoration: underline dotted;
  text-overflow: ellipsis;
  text-underline-offset: 3px;
  white-space: nowrap;
}

.offer:hover {
  background: var(--rule-soft);
}

/* Over the end of the words, that these keep their room. */
.more {
  position: absolute;
  top: 50%;
  margin-top: -12px;
  right: 0;
  display: grid;
  width: 24px;
  height: 24px;
  border-radius: 4px;
  background: var(--sheet-2);
  opacity: 0;
  place-items: center;
}

.cell:hover .more,
.more:focus-visible {
  opacity: 1;
}

.more:hover {
  background: var(--rule-soft);
}

.middle {
  position: relative;
  min-width: 0;
  flex: 1 1 0;
}

.words {
  display: block;
  overflow: hidden;
  color: var(--ink-2);
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
