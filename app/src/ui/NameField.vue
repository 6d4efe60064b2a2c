<script setup lang="ts">
import { nextTick, onMounted, ref } from 'vue'

/** A name while it is being changed: taken by Enter or by leaving it, given up by Escape. */
const props = defineProps<{ label: string; name: string }>()
const emit = defineEmits<{
  /** Another name than before. */
  rename: [name: string]
  /** The field is done with, whatever came of it. */
  done: []
}>()

const input = ref<HTMLInputElement | null>(null)
// After a menu that was closed has given the keyboard back.
onMounted(() => void nextTick(() => input.value?.select()))

let isDone = false
/** Once: leaving the page blurs a field that is gone already. */
const end = (take: boolean): void => {
  if (isDone) return
  isDone = true
  const name = input.value?.value ?? props.name
  emit('done')
  if (take && name.trim() !== props.name) emit('rename', name)
}
</script>

<template>
  <input
    ref="input"
    class="field px-1"
    :aria-label="label"
    :value="name"
    @keydown.stop
    @keydown.enter="end(true)"
    @keydown.esc="end(false)"
    @blur="end(true)"
  />
</template>
