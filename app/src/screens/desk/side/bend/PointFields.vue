<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { computed } from 'vue'
import type { PointsBend } from '@arrow-bend/core/bend'
import type { Recipe } from '../../../../session/document/document.ts'
import IconButton from '../../../../ui/IconButton.vue'
import EditField from '../../../../gesture/EditField.vue'
import type { PlotEdit } from './plotEdit.ts'

/** The chosen point of a bend in numbers. */
const props = defineProps<{
  bend: PointsBend
  point: number
  recipeOf: (edit: PlotEdit) => Recipe<unknown>
}>()
defineEmits<{ remove: []; done: [] }>()

const at = computed(() => props.bend.nodes[props.point]!.at)
const moved = (u: number, p: number): PlotEdit => ({ kind: 'move', index: props.point, at: [u, p] })
</script>

<template>
  <div class="flex h-6 items-center gap-2">
    <span class="flex-none text-[0.75rem]">Point {{ point }} of {{ bend.nodes.length - 2 }}</span>
    <EditField
      class="flex-1"
      show-label
      label="Time"
      name="Point’s time"
      unit="%"
      :min="0"
      :max="100"
      :model-value="at[0] * 100"
      edit="Bend point moved"
      :recipe="(value: number) => recipeOf(moved(value / 100, at[1]))"
      @done="$emit('done')"
    />
    <EditField
      class="flex-1"
      show-label
      label="Progress"
      name="Point’s progress"
      unit="%"
      :model-value="at[1] * 100"
      edit="Bend point moved"
      :recipe="(value: number) => recipeOf(moved(at[0], value / 100))"
      @done="$emit('done')"
    />
    <IconButton small :icon="Trash2" label="Remove this point" keys="Delete" @press="$emit('remove')" />
  </div>
</template>
