<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ArrowDown, ArrowUp, Check, ChevronDown, Copy, Pencil, Plus, Trash2 } from '@lucide/vue'
import { computed, ref, type Component } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { addScene, duplicateScene, moveScene, removeScene, renameScene } from '@arrow-bend/core/edit'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import NameField from '../ui/NameField.vue'
import { steady } from '../ui/steady.ts'

/** The scenes of the project: which is shown, and what can be done with it. */
const document = useDocument()
const selection = useSelection()
const route = useRoute()
const router = useRouter()
const renaming = ref(false)

const scenes = steady(() => (document.project?.scenes ?? []).map(({ id, name }) => ({ id, name })))
const current = steady(() => document.scene?.name ?? '')
const place = computed(() => scenes.value.findIndex(({ id }) => id === document.sceneId))

const goTo = (scene: string): void =>
  void router.push({ name: route.name ?? 'desk', params: { id: document.project!.id, scene } })
const add = (): void => {
  document.apply(
    'Scene added',
    (draft) => addScene(draft, document.sceneId, document.makeId),
    (id) => selection.goTo(id),
  )
}
const duplicate = (): void => {
  document.apply(
    'Scene duplicated',
    (draft) => duplicateScene(draft, document.sceneId, document.makeId),
    (id) => selection.goTo(id),
  )
}
const move = (by: number): void => {
  document.apply('Scene moved', (draft) => moveScene(draft, document.sceneId, by))
}
const remove = (): void => {
  document.apply(
    'Scene deleted',
    (draft) => removeScene(draft, document.sceneId),
    (next) => selection.goTo(next),
  )
}
const rename = (name: string): void => {
  document.apply('Scene renamed', (draft) => renameScene(draft, document.sceneId, name))
}

/** A right click asks for the same menu. */
const openMenu = ({ currentTarget }: MouseEvent): void => (currentTarget as HTMLElement).click()

interface Choice {
  readonly label: string
  readonly icon: Component
  readonly act: () => unknown
  readonly disabled?: boolean
}
const choices = computed<readonly Choice[]>(() => [
  { label: 'New scene', icon: Plus, act: add },
  { label: 'Duplicate', icon: Copy, act: duplicate },
  { label: 'Rename', icon: Pencil, act: () => (renaming.value = true) },
  { label: 'Move up', icon: ArrowUp, act: () => move(-1), disabled: place.value <= 0 },
  {
    label: 'Move down',
    icon: ArrowDown,
    act: () => move(1),
    disabled: place.value === scenes.value.length - 1,
  },
  { label: 'Delete', icon: Trash2, act: remove, disabled: scenes.value.length === 1 },
])
</script>

<template>
  <NameField
    v-if="renaming"
    class="max-w-[200px]"
    label="Scene name"
    :name="current"
    @rename="rename"
    @done="renaming = false"
  />
  <Menu v-else as="div" class="relative min-w-0">
    <MenuButton
      class="opener"
      :aria-label="`Scene: ${current}`"
      title="Scenes"
      @contextmenu.prevent="openMenu"
    >
      <span class="truncate">{{ current }}</span>
      <ChevronDown :size="14" class="shrink-0" aria-hidden="true" />
    </MenuButton>
    <MenuItems class="menu menu-lines float">
      <div class="scenes" role="group" aria-label="Go to">
        <MenuItem v-for="scene in scenes" :key="scene.id" v-slot="{ active }">
          <button
            type="button"
            :class="{ active }"
            :aria-current="scene.id === document.sceneId ? 'page' : undefined"
            :title="scene.name"
            @click="goTo(scene.id)"
          >
            <Check :size="16" :class="{ invisible: scene.id !== document.sceneId }" aria-hidden="true" />
            <span class="truncate">{{ scene.name }}</span>
          </button>
        </MenuItem>
      </div>
      <div role="separator" />
      <MenuItem
        v-for="{ label, icon, act, disabled } in choices"
        :key="label"
        v-slot="{ active }"
        :disabled="disabled"
      >
        <button type="button" :class="{ active }" :disabled="disabled" @click="act">
          <component :is="icon" :size="16" aria-hidden="true" />{{ label }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.opener {
  display: flex;
  height: 28px;
  max-width: 200px;
  min-width: 0;
  align-items: center;
  gap: 4px;
  padding: 0 6px;
  border-radius: 5px;
}

.opener:hover {
  background: var(--rule-soft);
}

.menu {
  position: absolute;
  z-index: 40;
  top: 32px;
  left: 0;
  width: 230px;
}

.scenes {
  max-height: 280px;
  overflow: auto;
}
</style>
