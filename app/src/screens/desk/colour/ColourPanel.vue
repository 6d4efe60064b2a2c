<script setup lang="ts">
import { autoUpdate, flip, offset, shift, useFloating } from '@floating-ui/vue'
import { onClickOutside } from '@vueuse/core'
import { onMounted, ref, toRef } from 'vue'
import type { Recipe } from '../../../session/document/document.ts'
import ColourPicker from './ColourPicker.vue'

/** What a colour is chosen by, beside what opened it. */
const props = defineProps<{
  opener: HTMLElement
  name: string
  modelValue: string
  edit: string
  recipe: (colour: string) => Recipe<unknown>
}>()
/** `close` gives the keyboard back to what opened it, `leave` leaves it where it went. */
const emit = defineEmits<{ close: []; leave: [] }>()

const panel = ref<HTMLElement | null>(null)
const { floatingStyles } = useFloating(toRef(props, 'opener'), panel, {
  placement: 'right-start',
  middleware: [offset(6), flip(), shift({ padding: 6 })],
  whileElementsMounted: autoUpdate,
})
onClickOutside(panel, () => emit('leave'), { ignore: [props.opener] })
onMounted(() => panel.value?.querySelector<HTMLElement>('input[type=range]')?.focus())
</script>

<template>
  <Teleport to="body">
    <div
      ref="panel"
      class="float fixed z-40 w-[268px] p-1.5"
      role="dialog"
      :aria-label="name"
      :style="floatingStyles"
      @keydown.esc.stop="$emit('close')"
    >
      <ColourPicker :name="name" :model-value="modelValue" :edit="edit" :recipe="recipe" />
    </div>
  </Teleport>
</template>
