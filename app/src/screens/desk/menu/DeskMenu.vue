<script setup lang="ts">
import { computed } from 'vue'
import { COMMAND_MENUS, FOR_KINDS } from '../../../command/commandMenus.ts'
import { COMMANDS, type CommandId } from '../../../command/commandTable.ts'
import { keysOf } from '../../../command/keys/keysOf.ts'
import type { Commands } from '../../../command/useCommands.ts'
import { layerById } from '@arrow-bend/core/scene'
import { useDocument } from '../../../session/document/document.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { useContextMenu, type MenuKind, type OpenMenu } from '../../../session/view/contextMenu.ts'
import { useHoveredView } from '../../../session/view/hoveredView.ts'
import ContextMenu from '../../../ui/ContextMenu.vue'
import type { MenuEntry } from '../../../ui/menuEntry.ts'

/** What can be done with what a menu was asked for on, out of the table of commands. */
const props = defineProps<{ menu: OpenMenu; actions: Commands }>()

const contextMenu = useContextMenu()
const document = useDocument()
const selection = useSelection()
const hover = useHoveredView()

const LABELS: Readonly<Record<MenuKind, string>> = {
  stage: 'Stage',
  layer: 'Layer',
  lane: 'Property',
  key: 'Keys',
  span: 'Spans',
  ruler: 'Time',
}
/** Does it for the view the menu was asked for in. */
const run = (id: CommandId): void => {
  const { stage } = hover
  hover.stage = props.menu.stage
  props.actions.run(id, false)
  hover.stage = stage
}
const groups = computed(() => {
  const kinds = new Set(selection.layers.map((id) => layerById(document.scene!, id)?.kind))
  const isFor = (id: CommandId): boolean => FOR_KINDS[id]?.some((kind) => kinds.has(kind)) ?? true
  const menu = COMMAND_MENUS[props.menu.kind]
  return props.menu.kind === 'layer' ? menu.map((group) => group.filter(isFor)) : menu
})
const entries = computed<readonly MenuEntry[]>(() =>
  groups.value.flatMap((group, g) =>
    group.map((id, i) => ({
      name: COMMANDS[id].name,
      keys: keysOf(id),
      run: () => run(id),
      isFirst: g > 0 && i === 0,
    })),
  ),
)
/** The keyboard goes back to where it was, unless what was chosen has taken it. */
const close = (): void => {
  const { origin } = props.menu
  // Asked for elsewhere meanwhile, the next one is open already.
  if (contextMenu.menu !== props.menu) return
  contextMenu.close()
  setTimeout(() => {
    if (window.document.activeElement === window.document.body) origin?.focus({ preventScroll: true })
  })
}
</script>

<template>
  <ContextMenu :label="LABELS[menu.kind]" :entries="entries" :at="menu.at" @close="close" />
</template>
