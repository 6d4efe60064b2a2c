<script setup lang="ts">
import { autoUpdate, flip, shift, useFloating } from '@floating-ui/vue'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { computed, nextTick, onMounted, ref } from 'vue'
import type { MenuEntry } from './menuEntry.ts'

/** A menu at a place of the window. It is open as long as it is there; it asks to go once something was chosen or given up. */
const props = defineProps<{ label: string; entries: readonly MenuEntry[]; at: readonly [number, number] }>()
const emit = defineEmits<{ close: [] }>()

const opener = ref<InstanceType<typeof MenuButton> | null>(null)
const list = ref<InstanceType<typeof MenuItems> | null>(null)
const anchor = computed(() => {
  const [x, y] = props.at
  return { getBoundingClientRect: () => new DOMRect(x, y, 0, 0) }
})
const { floatingStyles } = useFloating(anchor, list, {
  strategy: 'fixed',
  placement: 'bottom-start',
  middleware: [flip({ padding: 6 }), shift({ padding: 6, crossAxis: true })],
  whileElementsMounted: autoUpdate,
})
// The menu is opened by its own button, which nobody sees, so that focus and keys are as in any other.
onMounted(() => void nextTick(() => (opener.value?.$el as HTMLElement | undefined)?.click()))
</script>

<template>
  <Teleport to="body">
    <Menu as="div" class="contents">
      <MenuButton ref="opener" class="opener" tabindex="-1" aria-hidden="true" :aria-label="label" />
      <MenuItems
        ref="list"
        class="menu menu-lines float"
        :aria-label="label"
        :style="floatingStyles"
        @contextmenu.prevent
      >
        <!-- It stands here as long as the menu is open: Headless UI tells of its closing by that alone. -->
        <div class="contents" @vue:unmounted="emit('close')">
          <template v-for="entry in entries" :key="entry.name">
            <div v-if="entry.isFirst" role="separator" />
            <MenuItem v-slot="{ active }" :disabled="entry.disabled ?? false">
              <button type="button" :class="{ active }" :disabled="entry.disabled" @click="entry.run()">
                <span class="grow truncate">{{ entry.name }}</span>
                <kbd v-if="entry.keys">{{ entry.keys }}</kbd>
              </button>
            </MenuItem>
          </template>
        </div>
      </MenuItems>
    </Menu>
  </Teleport>
</template>

<style scoped>
.opener {
  position: fixed;
  width: 0;
  height: 0;
  opacity: 0;
  pointer-events: none;
}

.menu {
  z-index: 60;
  overflow: auto;
  width: 250px;
  max-height: calc(100vh - 12px);
}

kbd {
  flex: none;
  color: var(--ink-2);
  font-family: inherit;
  font-size: 0.75rem;
}
</style>
