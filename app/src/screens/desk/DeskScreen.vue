<script setup lang="ts">
import { clamp } from '@arrow-bend/core/number'
import { useEventListener, useWindowSize } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, onScopeDispose } from 'vue'
import { useDocument } from '../../session/document/document.ts'
import { usePersistedView } from '../../session/view/persistView.ts'
import { usePreferences } from '../../session/preferences.ts'
import { COMMANDS } from '../../command/commands.ts'
import { useKeyTarget } from '../../command/useKeyTarget.ts'
import { commandKeys } from '../../command/keyBindings.ts'
import { useCommandList } from '../../session/view/commandList.ts'
import { useContextMenu } from '../../session/view/contextMenu.ts'
import { useHoveredView } from '../../session/view/hoveredView.ts'
import { useSidePanel } from '../../session/view/sidePanel.ts'
import { trackPointer } from '../../gesture/trackPointer.ts'
import SidePanel from './side/SidePanel.vue'
import DeskDeck from './deck/DeskDeck.vue'
import { useArtImport } from './import/useArtImport.ts'
import { useDroppedFiles } from './import/useDroppedFiles.ts'
import DeskRail from './rail/DeskRail.vue'
import StagePanel from './stage/StagePanel.vue'
import { useCommands } from '../../command/useCommands.ts'
import { useKeyPasting } from './useKeyPasting.ts'

/** The editing screen: stage and Bend panel above, rail between, deck below. */
const LEAST_STAGE = 200
const LEAST_DECK = 120
const LEAST_PANEL = 340
const MOST_PANEL = 560

const document = useDocument()
const preferences = usePreferences()
const actions = useCommands()
const panel = useSidePanel()
const hover = useHoveredView()
const contextMenu = useContextMenu()
const commandList = useCommandList()
onScopeDispose(() => (hover.stage = null))
usePersistedView()
useKeyPasting(actions.reuse, async (text) => {
  const { useKeyTable } = await import('./side/values/useKeyTable.ts')
  useKeyTable().take(text)
})
const art = useArtImport()
// Seldom wanted, so it comes when it is.
const DeskMenu = defineAsyncComponent(() => import('./menu/DeskMenu.vue'))
const CommandList = defineAsyncComponent(() => import('./menu/CommandList.vue'))
const ImportDialog = defineAsyncComponent(() => import('./import/ImportDialog.vue'))
const { over } = useDroppedFiles((files) => void art.take(files))
const stage = ref<InstanceType<typeof StagePanel> | null>(null)
const desk = ref<HTMLElement | null>(null)

let playWaits = false

const { height: windowHeight } = useWindowSize()
/** Half the window until the person drags the border. */
const stageHeight = computed(() =>
  Math.max(LEAST_STAGE, preferences.stageHeight ?? Math.round(windowHeight.value / 2)),
)

const { isForCommand } = useKeyTarget()
const keys = commandKeys(({ command, more, side }, event) => {
  if (!isForCommand(event, command)) return
  event.preventDefault()
  if (event.repeat && !('repeats' in COMMANDS[command])) return
  // Over the stage Space may be the start of a pan; it plays when let go without one.
  if (command === 'play' && hover.stage) playWaits = true
  else actions.run(command, more, side)
})
useEventListener(window, 'keydown', (event) => {
  if (event.defaultPrevented) return
  // Browsers differ in when they ask for a menu by key, and where.
  const asksForMenu = event.key === 'ContextMenu' || (event.key === 'F10' && event.shiftKey)
  if (asksForMenu && desk.value?.contains(event.target as Node)) {
    event.preventDefault()
    contextMenu.ask(event.target as Element)
  } else keys(event)
})

useEventListener(window, 'keyup', (event) => {
  if (event.key !== ' ' || !playWaits) return
  playWaits = false
  actions.run('play', false)
})
useEventListener(window, 'pointerdown', () => (playWaits = false), { capture: true })

const resize = (event: PointerEvent): void => {
  const from = stageHeight.value
  const most = desk.value!.clientHeight - LEAST_DECK - 40
  trackPointer(event, {
    move: (_, [, down]) => (preferences.stageHeight = Math.max(LEAST_STAGE, Math.min(most, from + down))),
    end: ({ cancelled }) => cancelled && (preferences.stageHeight = from),
  })
}
const resizePanel = (event: PointerEvent): void => {
  const from = preferences.panelWidth
  trackPointer(event, {
    move: (_, [right]) => (preferences.panelWidth = clampPanel(from - right)),
    end: ({ cancelled }) => cancelled && (preferences.panelWidth = from),
  })
}
const resizePanelByKey = (event: KeyboardEvent): void => {
  const step = { ArrowLeft: 16, ArrowRight: -16 }[event.key]
  if (!step) return
  event.preventDefault()
  event.stopPropagation()
  preferences.panelWidth = clampPanel(preferences.panelWidth + step)
}
const clampPanel = (width: number): number => clamp(width, LEAST_PANEL, MOST_PANEL)
const resizeByKey = (event: KeyboardEvent): void => {
  const step = { ArrowUp: -16, ArrowDown: 16 }[event.key]
  if (!step) return
  event.preventDefault()
  event.stopPropagation()
  preferences.stageHeight = Math.max(LEAST_STAGE, stageHeight.value + step)
}
</script>

<template>
  <main v-if="document.sceneId" ref="desk" class="flex min-h-0 flex-col select-none">
    <div class="top" :style="{ height: `${stageHeight}px` }">
      <StagePanel
        ref="stage"
        class="flex-1"
        @import="art.choose()"
        @pointerenter="hover.stage = stage"
        @pointerleave="hover.stage = null"
      />
      <template v-if="panel.open">
        <div
          class="side-handle"
          role="separator"
          aria-orientation="vertical"
          aria-label="Width of the Bend panel"
          tabindex="0"
          :aria-valuenow="preferences.panelWidth"
          :aria-valuemin="LEAST_PANEL"
          :aria-valuemax="MOST_PANEL"
          @pointerdown.left="resizePanel"
          @keydown="resizePanelByKey"
        />
        <SidePanel :actions="actions" :style="{ width: `${preferences.panelWidth}px` }" />
      </template>
      <button
        type="button"
        class="fold"
        :aria-expanded="panel.open"
        :aria-label="panel.open ? 'Fold the Bend panel' : 'Unfold the Bend panel'"
        @click="panel.open = !panel.open"
      >
        {{ panel.open ? '›' : '‹' }}
      </button>
    </div>
    <div
      class="border-handle"
      role="separator"
      aria-orientation="horizontal"
      aria-label="Height of the stage"
      tabindex="0"
      :aria-valuenow="Math.round(stageHeight)"
      :aria-valuemin="LEAST_STAGE"
      aria-valuemax="4000"
      @pointerdown.left="resize"
      @keydown="resizeByKey"
    />
    <DeskRail :actions="actions" />
    <DeskDeck @import="art.choose()" />
    <DeskMenu
      v-if="contextMenu.menu"
      :key="contextMenu.menu.at.join()"
      :menu="contextMenu.menu"
      :actions="actions"
    />
    <CommandList v-if="commandList.open" :actions="actions" />
    <ImportDialog v-if="art.waiting.value.length > 0" :art="art" />
    <div v-if="over" class="drop" role="status">Drop pictures to add them to the scene</div>
  </main>
</template>

<style scoped>
.top {
  position: relative;
  display: flex;
  flex: none;
  min-height: 200px;
}

.drop {
  position: fixed;
  z-index: 40;
  inset: 52px 8px 8px;
  display: grid;
  border: 2px dashed var(--pencil);
  border-radius: 8px;
  background: color-mix(in srgb, var(--sheet) 82%, transparent);
  font-size: 15px;
  font-weight: 650;
  pointer-events: none;
  place-items: center;
}

.fold {
  width: 12px;
  flex: none;
  border-left: 1px solid var(--rule);
  background: var(--bench);
  color: var(--ink-2);
}

.fold:hover {
  background: var(--rule-soft);
}

.border-handle {
  z-index: 5;
  height: 6px;
  flex: none;
  margin: -3px 0;
  cursor: ns-resize;
}

.side-handle {
  z-index: 5;
  width: 6px;
  flex: none;
  margin: 0 -3px;
  cursor: ew-resize;
}

.side-handle:hover,
.border-handle:hover {
  background: color-mix(in srgb, var(--pencil) 35%, transparent);
}
</style>
