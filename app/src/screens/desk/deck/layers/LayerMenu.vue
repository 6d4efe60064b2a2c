<script setup lang="ts">
import { autoUpdate, flip, shift, useFloating } from '@floating-ui/vue'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { EllipsisVertical } from '@lucide/vue'
import { defineAsyncComponent, ref } from 'vue'
import type { Layer } from '@arrow-bend/core/scene'

/** Opens what can be done with a layer as a whole. */
defineProps<{ layer: Layer }>()

// Seldom wanted, so it comes when it is.
const LayerMenuPanel = defineAsyncComponent(() => import('./LayerMenuPanel.vue'))
const opener = ref<InstanceType<typeof PopoverButton> | null>(null)
const panel = ref<InstanceType<typeof PopoverPanel> | null>(null)
const { floatingStyles } = useFloating(opener, panel, {
  placement: 'right-start',
  middleware: [flip(), shift({ padding: 6 })],
  whileElementsMounted: autoUpdate,
})
</script>

<template>
  <Popover class="shrink-0">
    <PopoverButton
      ref="opener"
      tabindex="-1"
      class="grid size-6 place-items-center rounded hover:bg-rule-soft"
      :aria-label="`More of ${layer.name}`"
      title="More"
    >
      <EllipsisVertical :size="15" aria-hidden="true" />
    </PopoverButton>
    <Teleport to="body">
      <PopoverPanel
        ref="panel"
        v-slot="{ close }"
        class="float z-40 w-[232px] p-1.5"
        :style="floatingStyles"
        role="dialog"
        :aria-label="layer.name"
      >
        <LayerMenuPanel :layer="layer" @close="close()" />
      </PopoverPanel>
    </Teleport>
  </Popover>
</template>
