<script setup lang="ts">
import { Crop, ImagePlus, MousePointer2, PencilLine, SquareSquare, VectorSquare } from '@lucide/vue'
import type { Component } from 'vue'
import { useArtImport } from '../../../../command/artImport.ts'
import { useStageView, type StageTool } from '../../../../session/view/stageView.ts'
import IconButton from '../../../../ui/IconButton.vue'
import { vOneStop } from '../../../../ui/focus/oneStop.ts'
import { LAYER_ICONS } from '../../layerIcons.ts'

/** What the pointer does on the stage. */

const art = useArtImport()
const stageView = useStageView()

const TOOLS: readonly { tool: StageTool; label: string; icon: Component }[] = [
  { tool: 'pointer', label: 'Select and move', icon: MousePointer2 },
  { tool: 'route', label: 'Draw the motion path (route) of the selected layer', icon: PencilLine },
  { tool: 'rectangle', label: 'Draw a rectangle', icon: LAYER_ICONS.rectangle },
  { tool: 'ellipse', label: 'Draw an ellipse', icon: LAYER_ICONS.ellipse },
  { tool: 'pen', label: 'Pen: draw a path', icon: LAYER_ICONS.path },
  { tool: 'outline', label: 'Bend the outline of a path', icon: VectorSquare },
  { tool: 'text', label: 'Set a text', icon: LAYER_ICONS.text },
  { tool: 'crop', label: 'Crop the selected layer', icon: Crop },
  { tool: 'frame', label: 'Move the frame over a picture: push, pull, pan', icon: SquareSquare },
]
/** Chosen by key, the tool is used by keys: they are for the stage then, not for the button. */
const choose = (event: MouseEvent, tool: StageTool): void => {
  stageView.tool = stageView.tool === tool ? 'pointer' : tool
  if (event.detail === 0) (event.target as Element).closest<HTMLElement>('[data-region]')?.focus()
}
</script>

<template>
  <div v-one-stop class="tools" role="toolbar" aria-orientation="vertical" aria-label="Tools">
    <IconButton
      v-for="{ tool, label, icon } in TOOLS"
      :key="tool"
      :icon="icon"
      :label="label"
      :pressed="stageView.tool === tool"
      @press="(event) => choose(event, tool)"
    />
    <IconButton :icon="ImagePlus" label="Import pictures, clips and sounds" @press="art.choose()" />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-direction: column;
}
</style>
