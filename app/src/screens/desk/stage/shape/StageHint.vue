<script setup lang="ts">
import { Timer } from '@lucide/vue'
import { useStageView, type StageTool } from '../../../../session/view/stageView.ts'
import IconButton from '../../../../ui/IconButton.vue'

/** What a drawing tool waits for, said over the picture. */
defineProps<{ keepTiming: boolean }>()
defineEmits<{ 'update:keepTiming': [keep: boolean] }>()

const stageView = useStageView()

const HINTS: Readonly<Partial<Record<StageTool, string>>> = {
  route: 'Draw over the picture. Escape gives up.',
  rectangle: 'Drag its size, or click. Enter puts it in the middle.',
  ellipse: 'Drag its size, or click. Enter puts it in the middle.',
  text: 'Drag its height, or click. Enter puts it in the middle.',
  pen: 'Click or Enter: corner. Drag: curve. First point closes, Escape leaves it open.',
}
</script>

<template>
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
