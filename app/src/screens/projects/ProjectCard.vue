<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Copy, EllipsisVertical, Film, Pencil, Trash2 } from '@lucide/vue'
import { useObjectUrl } from '@vueuse/core'
import { computed, nextTick, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { ProjectCard } from '../../storage/index.ts'

/** A project on the projects screen. */
const props = defineProps<{ card: ProjectCard }>()
const emit = defineEmits<{ rename: [name: string]; duplicate: []; remove: [] }>()

const picture = useObjectUrl(computed(() => props.card.thumbnail))
const renaming = ref(false)
const input = ref<HTMLInputElement | null>(null)
const changed = computed(() =>
  new Date(props.card.changed).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' }),
)
const facts = computed(() => `${props.card.size.join(' × ')} px, ${Number(props.card.seconds.toFixed(2))} s`)

const startRenaming = (): void => {
  renaming.value = true
  void nextTick(() => input.value?.select())
}
const rename = (): void => {
  if (!renaming.value || !input.value) return
  const name = input.value.value
  renaming.value = false
  if (name !== props.card.name) emit('rename', name)
}
</script>

<template>
  <article class="card">
    <RouterLink
      :to="{ name: 'project', params: { id: card.id } }"
      class="picture"
      :aria-label="`Open ${card.name}`"
    >
      <img v-if="picture" :src="picture" alt="" />
      <Film v-else :size="28" aria-hidden="true" />
    </RouterLink>
    <div class="flex items-start gap-1 py-2 pr-1 pl-3">
      <div class="min-w-0 grow">
        <input
          v-if="renaming"
          ref="input"
          class="field w-full px-1"
          aria-label="Project name"
          :value="card.name"
          @keydown.enter="rename"
          @keydown.esc="renaming = false"
          @blur="rename"
        />
        <h3 v-else class="truncate font-semibold" :title="card.name">{{ card.name }}</h3>
        <p class="truncate text-[0.75rem] text-ink-2">{{ facts }}</p>
        <p class="truncate text-[0.75rem] text-ink-2">Changed {{ changed }}</p>
      </div>
      <Menu as="div" class="relative">
        <MenuButton class="menu-button" :aria-label="`More for ${card.name}`">
          <EllipsisVertical :size="16" aria-hidden="true" />
        </MenuButton>
        <MenuItems class="menu float">
          <MenuItem v-slot="{ active }">
            <button type="button" :class="{ active }" @click="startRenaming">
              <Pencil :size="16" aria-hidden="true" />Rename
            </button>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <button type="button" :class="{ active }" @click="emit('duplicate')">
              <Copy :size="16" aria-hidden="true" />Duplicate
            </button>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <button type="button" :class="{ active }" @click="emit('remove')">
              <Trash2 :size="16" aria-hidden="true" />Delete
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
    </div>
  </article>
</template>

<style scoped>
.card {
  border: 1px solid var(--rule);
  border-radius: 8px;
  background: var(--sheet);
}

.card:hover {
  border-color: var(--ink-2);
}

.picture {
  display: grid;
  aspect-ratio: 16 / 9;
  place-items: center;
  overflow: hidden;
  border-radius: 7px 7px 0 0;
  background: var(--surround);
  color: var(--ink-2);
}

.picture img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.menu-button {
  display: grid;
  width: 28px;
  height: 28px;
  place-items: center;
  border-radius: 5px;
}

.menu-button:hover {
  background: var(--rule-soft);
}

.menu {
  position: absolute;
  z-index: 10;
  top: 30px;
  right: 0;
  width: 150px;
  padding: 4px;
}

.menu button {
  display: flex;
  width: 100%;
  height: 30px;
  align-items: center;
  gap: 8px;
  padding: 0 8px;
  border-radius: 4px;
}

.menu button.active {
  background: var(--rule-soft);
}
</style>
