<script setup lang="ts">
import { useElementSize, useEventListener, useWindowSize } from '@vueuse/core'
import { clamp } from '@arrow-bend/core/number'
import { computed, defineAsyncComponent, onMounted, onScopeDispose, ref } from 'vue'
import { useDocument } from '../../session/document/document.ts'
import { usePersistedView } from '../../session/view/persistView.ts'
import { usePreferences } from '../../session/preferences.ts'
import { COMMANDS } from '../../command/commandTable.ts'
import { useArtImport } from '../../command/artImport.ts'
import { useKeyTarget } from '../../command/keys/useKeyTarget.ts'
import { commandKeys, type CommandPress } from '../../command/keys/keyBindings.ts'
import { useCommandList } from '../../session/view/commandList.ts'
import { useContextMenu } from '../../session/view/contextMenu.ts'
import { useDeskRoom } from '../../session/view/deskRoom.ts'
import { useHoveredView } from '../../session/view/hoveredView.ts'
import { useSidePanel } from '../../session/view/sidePanel.ts'
import { useStageView } from '../../session/view/stageView.ts'
import ResizeHandle from '../../ui/ResizeHandle.vue'
import SidePanel from './side/SidePanel.vue'
import DeskDeck from './deck/DeskDeck.vue'
import { useDroppedFiles } from './import/useDroppedFiles.ts'
import DeskRail from './rail/DeskRail.vue'
import StagePanel from './stage/StagePanel.vue'
import { useCommands } from '../../command/useCommands.ts'
import { useKeyPasting } from './useKeyPasting.ts'

/** The editing screen: stage and Bend panel above, rail between, deck below. */
/** px; less in a low window, which the deck needs some of, too. */
const LEAST_STAGE = 200
const LEAST_DECK = 120
const RAIL = 40
const LEAST_PANEL = 340
const MOST_PANEL = 820

const document = useDocument()
const preferences = usePreferences()
const actions = useCommands()
const panel = useSidePanel()
const room = useDeskRoom()
const hover = useHoveredView()
const contextMenu = useContextMenu()
const commandList = useCommandList()
const stageView = useStageView()
const art = useArtImport()
onScopeDispose(() => {
  hover.stage = null
  art.giveUp()
})
usePersistedView()
// What is seldom wanted is there when it is; the screen itself did not wait for it.
onMounted(() =>
  requestIdleCallback(() => {
    void import('../../command/seldomEdits.ts')
    void import('./stage/route/StageRoutes.vue')
    void import('./stage/text/StageText.vue')
  }),
)
useKeyPasting(actions.reuse, async (text) => {
  const { useKeyTable } = await import('./side/values/useKeyTable.ts')
  useKeyTable().take(text)
})
// Seldom wanted, so it comes when it is.
const DeskMenu = defineAsyncComponent(() => import('./menu/DeskMenu.vue'))
const CommandList = defineAsyncComponent(() => import('./menu/CommandList.vue'))
const ImportDialog = defineAsyncComponent(() => import('./import/ImportDialog.vue'))
const { over } = useDroppedFiles((files) => void art.take(files))
const stage = ref<InstanceType<typeof StagePanel> | null>(null)
const desk = ref<HTMLElement | null>(null)
const { height: deskHeight } = useElementSize(desk)

let playWaits = false

const { width: windowWidth, height: windowHeight } = useWindowSize()
/** A quarter of the window until the person drags the border. */
const panelWidth = computed(() => preferences.panelWidth ?? clamp(windowWidth.value / 4, LEAST_PANEL, 480))
const mostPanel = computed(() => clamp(windowWidth.value / 2, LEAST_PANEL, MOST_PANEL))
const leastStage = computed(() => Math.min(LEAST_STAGE, Math.round(windowHeight.value * 0.36)))
/** As high as leaves the deck some room. */
const mostStage = computed(() => Math.max(leastStage.value, deskHeight.value - LEAST_DECK - RAIL))
/** Half the window until the person drags the border, unless one part was given the room. */
const stageHeight = computed(() => {
  if (room.room === 'stage') return mostStage.value
  if (room.room === 'deck') return leastStage.value
  const wanted = preferences.stageHeight ?? Math.round(windowHeight.value / 2)
  return clamp(wanted, leastStage.value, deskHeight.value > 0 ? mostStage.value : Infinity)
})
const dragStage = (height: number): void => {
  room.room = 'shared'
  preferences.stageHeight = height
}

const { isForCommand } = useKeyTarget()
const answer = ({ command, more, side }: CommandPress, event: KeyboardEvent): void => {
  if (!isForCommand(event, command)) return
  event.preventDefault()
  if (event.repeat && !('repeats' in COMMANDS[command])) return
  // Over the stage Space may be the start of a pan; it plays when let go without one.
  if (command === 'play' && hover.stage) playWaits = true
  else actions.run(command, more, side)
}
const keys = computed(() => commandKeys(preferences.ownKeys, answer))
/** The list of commands may take a moment to come; what is typed meanwhile is for it, not for the Desk. */
const isForComingList = (event: KeyboardEvent): boolean => {
  if (!commandList.open || (event.target as Element).closest('[role=dialog]')) return false
  event.preventDefault()
  if (event.key === 'Enter') commandList.isTaken = true
  else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey) commandList.early += event.key
  return true
}
/** So may the field of a text that is to be written in. */
const isForComingText = (event: KeyboardEvent): boolean => {
  if (event.ctrlKey || event.metaKey || event.altKey || !stageView.typeEarly(event.key)) return false
  event.preventDefault()
  return true
}
// Fields keep their keys to themselves; those for parts of the screen are none of theirs.
useEventListener(
  window,
  'keydown',
  (event) => {
    if (event.key === 'F6' && event.target instanceof HTMLInputElement) keys.value(event)
  },
  { capture: true },
)
useEventListener(window, 'keydown', (event) => {
  if (event.defaultPrevented || isForComingList(event) || isForComingText(event)) return
  // Browsers differ in when they ask for a menu by key, and where.
  const asksForMenu = event.key === 'ContextMenu' || (event.key === 'F10' && event.shiftKey)
  if (asksForMenu && desk.value?.contains(event.target as Node)) {
    event.preventDefault()
    contextMenu.ask(event.target as Element)
  } else keys.value(event)
})

useEventListener(window, 'keyup', (event) => {
  if (event.key !== ' ' || !playWaits) return
  playWaits = false
  actions.run('play', false)
})
useEventListener(window, 'pointerdown', () => (playWaits = false), { capture: true })
</script>

<template>
  <main v-if="document.sceneId" ref="desk" class="flex min-h-0 flex-col overflow-clip select-none">
    <div class="top" :style="{ height: `${stageHeight}px` }">
      <StagePanel
        ref="stage"
        class="flex-1"
        @key="actions.run('key', false)"
        @pointerenter="hover.stage = stage"
        @pointerleave="hover.stage = null"
      />
      <template v-if="panel.open">
        <ResizeHandle
          :model-value="panelWidth"
          class="-mx-[3px]"
          label="Width of the Bend panel"
          grows="left"
          :least="LEAST_PANEL"
          :most="mostPanel"
          @update:model-value="(width) => (preferences.panelWidth = width)"
        />
        <SidePanel :actions="actions" :style="{ width: `${panelWidth}px` }" />
      </template>
      <button
        type="button"
        class="fold"
        :aria-expanded="panel.open"
        :aria-label="panel.open ? 'Fold the Bend panel' : 'Unfold the Bend panel'"
        @click="panel.fold(panel.open)"
      >
        {{ panel.open ? '›' : '‹' }}
      </button>
    </div>
    <ResizeHandle
      class="-my-[3px]"
      label="Height of the stage"
      grows="down"
      :model-value="stageHeight"
      :least="leastStage"
      :most="mostStage"
      @update:model-value="dragStage"
    />
    <DeskRail :actions="actions" />
    <DeskDeck />
    <DeskMenu
      v-if="contextMenu.menu"
      :key="contextMenu.menu.at.join()"
      :menu="contextMenu.menu"
      :actions="actions"
    />
    <CommandList v-if="commandList.open" :actions="actions" />
    <ImportDialog v-if="art.waiting.length > 0" />
    <div v-if="over" class="drop" role="status">
      Drop pictures, clips and sounds to add them, files that move for scenes of their own
    </div>
  </main>
</template>

<style scoped>
.top {
  position: relative;
  display: flex;
  flex: none;
}

.drop {
  position: fixed;
  z-index: 40;
  inset: 52px 8px 8px;
  display: grid;
  border: 2px dashed var(--pencil);
  border-radius: 8px;
  background: color-mix(in srgb, var(--sheet) 82%, transparent);
  font-size: 0.9375rem;
  font-weight: 650;
  pointer-events: none;
  place-items: center;
}

/* Where both do not fit side by side the panel lies over the stage. */
@media (width < 760px) {
  .top > :deep(.side) {
    position: absolute;
    z-index: 8;
    top: 0;
    right: 12px;
    bottom: 0;
    max-width: calc(100% - 12px);
    box-shadow: var(--shadow);
  }
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
</style>
