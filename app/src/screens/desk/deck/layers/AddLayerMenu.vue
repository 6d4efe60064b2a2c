<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ImagePlus, PenTool, Plus } from '@lucide/vue'
import { LAYER_KIND_RECORDS } from '@arrow-bend/core/scene'
import { useStageView } from '../../../../session/view/stageView.ts'
import { NEW_LAYERS, useNewLayer } from '../../../../command/useNewLayer.ts'
import { LAYER_ICONS } from '../../layerIcons.ts'

/** Adds layers, in the middle of the frame and on top of the others. */
defineEmits<{ import: [] }>()

const stageView = useStageView()
const { add } = useNewLayer()
const { rectangle, ellipse, text, group } = NEW_LAYERS
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
        <button type="button" :class="{ active }" @click="$emit('import')">
          <ImagePlus :size="16" aria-hidden="true" />Pictures…
        </button>
      </MenuItem>
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
</style>
