<script setup lang="ts">
import { autoUpdate, flip, shift, useFloating } from '@floating-ui/vue'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { computed, defineComponent, nextTick, onMounted, onUnmounted, ref } from 'vue'
import type { MenuEntry } from './menuEntry.ts'

/** A menu at a place of the window. It is open as long as it is there; it asks to go once something was chosen or given up. */
const props = defineProps<{ label: string; entries: readonly MenuEntry[]; at: readonly [number, number] }>()
const emit = defineEmits<{ close: [] }>()

const opener = ref<InstanceType<typeof MenuButton> | null>(null)
const list = ref<InstanceType<typeof MenuItems> | null>(null)
const element = computed(() => (list.value?.$el as HTMLElement | undefined) ?? null)
const anchor = computed(() => {
  const [x, y] = props.at
  return { getBoundingClientRect: () => new DOMRect(x, y, 0, 0) }
})
const { floatingStyles } = useFloating(anchor, element, {
  strategy: 'fixed',
  placement: 'bottom-start',
  middleware: [flip({ padding: 6 }), shift({ padding: 6, crossAxis: true })],
  whileElementsMounted: autoUpdate,
})
/** Stands in the open menu, to tell when it has closed: Headless UI says so to what is in it alone. */
const WhileOpen = defineComponent({
  emits: ['gone'],
  setup(_, { emit: tell, slots }) {
    onUnmounted(() => tell('gone'))
    return () => slots['default']?.()
  },
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
        class="menu float"
        :aria-label="label"
        :style="floatingStyles"
        @contextmenu.prevent
      >
        <WhileOpen @gone="emit('close')">
          <template v-for="entry in entries" :key="entry.name">
            <div v-if="entry.isFirst" class="rule" role="separator" />
            <MenuItem v-slot="{ active }" :disabled="entry.disabled ?? false">
              <button type="button" :class="{ active }" :disabled="entry.disabled" @click="entry.run()">
                <span class="truncate">{{ entry.name }}</span>
                <kbd v-if="entry.keys">{{ entry.keys }}</kbd>
              </button>
            </MenuItem>
          </template>
        </WhileOpen>
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
  padding: 4px;
}

.menu button {
  display: flex;
  width: 100%;
  height: 26px;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  padding: 0 8px;
  border-radius: 4px;
  text-align: left;
}

.menu button.active {
  background: var(--rule-soft);
}

.menu button:disabled {
  color: var(--ink-2);
  opacity: 0.6;
}

kbd {
  flex: none;
  color: var(--ink-2);
  font-family: inherit;
  font-size: 12px;
}

.rule {
  height: 1px;
  margin: 4px 0;
  background: var(--rule);
}
</style>
