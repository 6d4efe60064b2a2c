<script setup lang="ts">
import { ImagePlus, MousePointer2, PencilLine, Timer } from '@lucide/vue'
import type { Component } from 'vue'
import { useStageView, type StageTool } from '../../../../session/view/stageView.ts'
import IconButton from '../../../../ui/IconButton.vue'
import { vOneStop } from '../../../../ui/focus/oneStop.ts'
import { LAYER_ICONS } from '../../layerIcons.ts'

/** What the pointer does on the stage. */
defineProps<{ keepTiming: boolean }>()
defineEmits<{ 'update:keepTiming': [keep: boolean]; import: [] }>()

const stageView = useStageView()

const TOOLS: readonly { tool: StageTool; label: string; icon: Component }[] = [
  { tool: 'pointer', label: 'Select and move', icon: MousePointer2 },
  { tool: 'route', label: 'Draw the route of the selected layer', icon: PencilLine },
  { tool: 'rectangle', label: 'Draw a rectangle', icon: LAYER_ICONS.rectangle },
  { tool: 'ellipse', label: 'Draw an ellipse', icon: LAYER_ICONS.ellipse },
  { tool: 'pen', label: 'Pen: draw a path', icon: LAYER_ICONS.path },
  { tool: 'text', label: 'Set a text', icon: LAYER_ICONS.text },
]
/** Chosen by key, the tool is used by keys: they are for the stage then, not for the button. */
const choose = (event: MouseEvent, tool: StageTool): void => {
  stageView.tool = stageView.tool === tool ? 'pointer' : tool
  if (event.detail === 0) (event.target as Element).closest<HTMLElement>('[data-region]')?.focus()
}
const HINTS: Readonly<Partial<Record<StageTool, string>>> = {
  route: 'Draw over the picture. Escape gives up.',
  rectangle: 'Drag its size, or click. Enter puts it in the middle.',
  ellipse: 'Drag its size, or click. Enter puts it in the middle.',
  text: 'Drag its height, or click. Enter puts it in the middle.',
  pen: 'Click or Enter: corner. Drag: curve. First point closes, Escape leaves it open.',
}
</script>

<template>
  <div
    v-one-stop
    class="float tools"
    role="toolbar"
    aria-orientation="vertical"
    aria-label="Tools"
    @pointerdown.stop
  >
    <IconButton
      v-for="{ tool, label, icon } in TOOLS"
      :key="tool"
      :icon="icon"
      :label="label"
      :pressed="stageView.tool === tool"
      @press="(event) => choose(event, tool)"
    />
    <IconButton :icon="ImagePlus" label="Import pictures" @press="$emit('import')" />
  </div>
  <div v-if="HINTS[stageView.tool]" class="float hint" role="status" @pointerdown.stop>
    {{ HINTS[stageView.tool] }}
    <IconButton
      v-if="stageView.tool === 'route'"
      small
      :icon="Timer"
      label="Keep the hand’s own timing"
      :pressed="keepTiming"
      @press="$emit('update:keepTiming', !keepTiming)"
    />
  </div>
</template>

<style scoped>
.tools {
  position: absolute;
  top: calc(8px + var(--ruler));
  left: calc(8px + var(--ruler));
  display: flex;
  max-height: calc(100% - 16px - var(--ruler));
  flex-flow: column wrap;
  padding: 4px;
}

.hint {
  position: absolute;
  bottom: 8px;
  left: 50%;
  display: flex;
  max-width: 340px;
  min-height: 32px;
  align-items: center;
  gap: 8px;
  padding: 4px 10px;
  transform: translateX(-50%);
}
</style>
