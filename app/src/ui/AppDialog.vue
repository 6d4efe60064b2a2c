<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { X } from '@lucide/vue'
import IconButton from './IconButton.vue'

/** A dialog with its title; closes by Escape, by its cross, or by a press outside. */
defineProps<{
  open: boolean
  title: string
  wide?: boolean
  /** What gets the keyboard first; the cross when left out. */
  first?: HTMLElement | null
}>()
defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-50" :initial-focus="first ?? null" @close="$emit('close')">
    <div class="fixed inset-0 bg-black/35" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-6">
      <DialogPanel class="panel float" :class="{ wide }">
        <header class="flex items-center justify-between gap-4 px-5 pt-4">
          <DialogTitle class="text-[0.9375rem] font-semibold">{{ title }}</DialogTitle>
          <IconButton :icon="X" label="Close" @press="$emit('close')" />
        </header>
        <!-- Long ones are scrolled by keys too. -->
        <div class="overflow-auto px-5 pt-2 pb-5" tabindex="0"><slot /></div>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.panel {
  display: flex;
  width: 440px;
  max-width: 100%;
  max-height: 100%;
  flex-direction: column;
}

.panel.wide {
  width: 1140px;
}
</style>
