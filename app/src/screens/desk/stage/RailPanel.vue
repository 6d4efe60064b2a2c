<script setup lang="ts">
import { autoUpdate, flip, shift, useFloating } from '@floating-ui/vue'
import { PopoverPanel } from '@headlessui/vue'
import { ref, toRef } from 'vue'

/** What a rail's button opens: it lies over the picture, inside the window, and no scrolled rail cuts it off. */
const props = defineProps<{ label: string; opener: HTMLElement | null }>()

const panel = ref<InstanceType<typeof PopoverPanel> | null>(null)
const { floatingStyles } = useFloating(toRef(props, 'opener'), panel, {
  strategy: 'fixed',
  placement: 'left-start',
  middleware: [flip({ padding: 6 }), shift({ padding: 6, crossAxis: true })],
  whileElementsMounted: autoUpdate,
})
</script>

<template>
  <PopoverPanel ref="panel" static class="float panel" :style="floatingStyles" :aria-label="label">
    <slot />
  </PopoverPanel>
</template>

<style scoped>
.panel {
  z-index: 20;
  padding: 6px 8px;
}
</style>
