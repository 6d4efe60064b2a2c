<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ListFilter } from '@lucide/vue'
import type { Likeness } from '@arrow-bend/core/choose'
import { toast } from '../../../ui/toast.ts'
import { useDocument } from '../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../session/selection/effectiveSelection.ts'
import { useSelection } from '../../../session/selection/selection.ts'

/** Selects keys by what they have in common with the selected ones. */
const document = useDocument()
const effective = useEffectiveSelection()
const selection = useSelection()

const LIKE: readonly { like: Likeness; label: string }[] = [
  { like: 'time', label: 'All keys at the same times' },
  { like: 'bend', label: 'All keys with the same bend' },
  { like: 'property', label: 'The same properties on all layers' },
  { like: 'first', label: 'Only the first key of each lane' },
  { like: 'last', label: 'Only the last key of each lane' },
  { like: 'others', label: 'The other keys of these lanes' },
]
const NTH = [
  { every: 2, label: 'Every second of them' },
  { every: 3, label: 'Every third of them' },
  { every: 4, label: 'Every fourth of them' },
]
const take = async (by: { readonly like: Likeness } | { readonly every: number }): Promise<void> => {
  const { everyNthKey, likeKeys } = await import('../../../command/seldomEdits.ts')
  const [scene, chosen] = [document.scene!, effective.keys]
  const keys = 'like' in by ? likeKeys(scene, chosen, by.like) : everyNthKey(scene, chosen, by.every)
  if (keys.length > 0) selection.selectKeys(keys)
  else toast('There are no such keys. The selection was kept.')
}
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="opener" aria-label="Select keys like these" title="Select keys like these">
      <ListFilter :size="14" aria-hidden="true" />
    </MenuButton>
    <MenuItems class="menu menu-lines float">
      <p v-if="effective.keys.length === 0" class="hint">Select a key, a span or a lane first.</p>
      <MenuItem
        v-for="{ like, label } in LIKE"
        :key="like"
        v-slot="{ active }"
        :disabled="effective.keys.length === 0"
      >
        <button type="button" :class="{ active }" @click="take({ like })">{{ label }}</button>
      </MenuItem>
      <MenuItem
        v-for="{ every, label } in NTH"
        :key="every"
        v-slot="{ active }"
        :disabled="effective.keys.length === 0"
      >
        <button type="button" :class="{ active }" @click="take({ every })">{{ label }}</button>
      </MenuItem>
      <MenuItem v-slot="{ active }" :disabled="effective.keys.length === 0">
        <button type="button" :class="{ active }" @click="selection.clear()">Nothing</button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.opener {
  display: grid;
  width: 24px;
  height: 24px;
  place-items: center;
  border-radius: 4px;
}

.opener:hover {
  background: var(--rule-soft);
}

.menu {
  position: absolute;
  z-index: 20;
  top: 22px;
  left: 0;
  width: 240px;
}

.hint {
  padding: 4px 8px;
  color: var(--ink-2);
  font-size: 0.75rem;
}
</style>
