<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ImagePlus, PenTool, Plus } from '@lucide/vue'
import { computed } from 'vue'
import { LAYER_KIND_RECORDS } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { useArtImport } from '../../../../command/artImport.ts'
import { NEW_LAYERS, useNewLayer } from '../../../../command/useNewLayer.ts'
import { LAYER_ICONS } from '../../layerIcons.ts'

/** Adds layers, in the middle of the frame and on top of the others. */
const art = useArtImport()
const stageView = useStageView()
const document = useDocument()
const selection = useSelection()
const { add } = useNewLayer()
const { rectangle, ellipse, text, group } = NEW_LAYERS

const others = computed(() => document.scenes.filter(({ id }) => id !== document.sceneId))
const show = async (shown: string): Promise<void> => {
  const { addSceneLayer } = await import('../../../../command/seldomEdits.ts')
  document.apply(
    'Scene added as a layer',
    (draft) => addSceneLayer(draft, document.sceneId, shown, document.makeId),
    (id) => selection.selectLayers([id]),
  )
}
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="opener" aria-label="Add a layer" title="Add a layer"
      ><Plus :size="16" aria-hidden="true"
    /></MenuButton>
    <MenuItems class="menu menu-lines float">
      <MenuItem v-for="choice in [rectangle, ellipse, text, group]" :key="choice.kind" v-slot="{ active }">
        <button type="button" :class="{ active }" @click="add(choice)">
          <component :is="LAYER_ICONS[choice.kind]" :size="16" aria-hidden="true" />{{
            LAYER_KIND_RECORDS[choice.kind].label
          }}
        </button>
      </MenuItem>
      <MenuItem v-slot="{ active }">
        <button type="button" :class="{ active }" @click="stageView.tool = 'pen'">
          <PenTool :size="16" aria-hidden="true" />Path with the pen
        </button>
      </MenuItem>
      <MenuItem v-slot="{ active }">
        <button type="button" :class="{ active }" @click="art.choose()">
          <ImagePlus :size="16" aria-hidden="true" />Pictures…
        </button>
      </MenuItem>
      <template v-if="others.length > 0">
        <div role="separator" />
        <div class="others" role="group" aria-label="Show another scene">
          <p class="caption" aria-hidden="true">Show a scene</p>
          <MenuItem v-for="scene in others" :key="scene.id" v-slot="{ active }">
            <button type="button" :class="{ active }" :title="scene.name" @click="show(scene.id)">
              <component :is="LAYER_ICONS.scene" :size="16" class="shrink-0" aria-hidden="true" />
              <span class="truncate">{{ scene.name }}</span>
            </button>
          </MenuItem>
        </div>
      </template>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.opener {
  display: grid;
  width: 28px;
  height: 28px;
  place-items: center;
  border-radius: 5px;
}

.opener:hover {
  background: var(--rule-soft);
}

.menu {
  position: absolute;
  z-index: 20;
  top: 28px;
  right: 0;
  width: 180px;
}

.caption {
  padding: 2px 10px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.others {
  max-height: 200px;
  overflow: auto;
}
</style>
