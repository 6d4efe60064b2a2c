<script setup lang="ts">
import { Popover, PopoverButton } from '@headlessui/vue'
import { computed, defineAsyncComponent, ref, type Component } from 'vue'

const RailPanel = defineAsyncComponent(() => import('./RailPanel.vue'))

/** A button of a rail beside the picture, and what it opens over the picture: what is put in it, or a panel that comes with all that is in it. */
defineProps<{ icon: Component; label: string; panel?: Component }>()

const button = ref<InstanceType<typeof PopoverButton> | null>(null)
const opener = computed(() => (button.value?.$el as HTMLElement | undefined) ?? null)
</script>

<template>
  <div class="host">
    <Popover v-slot="{ open }">
      <PopoverButton ref="button" class="opener" :aria-label="label" :title="label">
        <component :is="icon" :size="16" :stroke-width="1.75" aria-hidden="true" />
      </PopoverButton>
      <component :is="panel ?? RailPanel" v-if="open" :label="label" :opener="opener"><slot /></component>
    </Popover>
  </div>
</template>

<style scoped>
/* A popover's button has two roots, so that scoped styles do not reach it by themselves. */
.host :deep(.opener) {
  display: grid;
  width: 28px;
  height: 28px;
  place-items: center;
  border-radius: 5px;
}

.host :deep(.opener:hover),
.host :deep(.opener[aria-expanded='true']) {
  background: var(--rule-soft);
}
</style>
