<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Circle, Group, Plus, Square, Type } from '@lucide/vue'
import { addLayer } from '@arrow-bend/core/edit'
import { makeLayer, type DrawnKind } from '@arrow-bend/core/scene'
import type { Value } from '@arrow-bend/core/property'
import { asTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../session/document.ts'
import { useSelection } from '../../../session/selection.ts'
import { useView } from '../../../session/view.ts'

/** Adds layers, in the middle of the frame and on top of the others. */
const document = useDocument()
const selection = useSelection()
const view = useView()

interface Choice {
  readonly kind: DrawnKind
  readonly name: string
  readonly icon: typeof Square
  readonly values: Readonly<Record<string, Value>>
}
const CHOICES: readonly Choice[] = [
  { kind: 'rectangle', name: 'Rectangle', icon: Square, values: { size: [240, 160], corner: 12 } },
  { kind: 'ellipse', name: 'Ellipse', icon: Circle, values: { size: [180, 180] } },
  { kind: 'text', name: 'Text', icon: Type, values: { fill: '#1f2b33' } },
  { kind: 'group', name: 'Group', icon: Group, values: {} },
]

const add = ({ kind, name, values }: Choice): void => {
  const scene = document.scene!
  const id = document.makeId()
  const same = scene.layers.filter((layer) => layer.name.startsWith(name)).length
  const position: readonly [number, number] = [scene.size[0] / 2, scene.size[1] / 2]
  const layer = makeLayer({
    id,
    name: same > 0 ? `${name} ${same + 1}` : name,
    kind,
    span: [asTicks(0), scene.duration],
    values: { position, ...values },
  })
  document.apply(
    `${name} added`,
    (draft) => addLayer(draft, scene.id, layer),
    () => {
      view.full.add(id)
      selection.selectLayers([id])
    },
  )
}
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="opener" aria-label="Add a layer" title="Add a layer"
      ><Plus :size="16" aria-hidden="true"
    /></MenuButton>
    <MenuItems class="menu float">
      <MenuItem v-for="choice in CHOICES" :key="choice.kind" v-slot="{ active }">
        <button type="button" :class="{ active }" @click="add(choice)">
          <component :is="choice.icon" :size="16" aria-hidden="true" />{{ choice.name }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.opener {
  display: grid;
  width: 28px;
  height: 28px;
  place-items: center;
  border-radius: 5px;
}

.opener:hover {
  background: var(--rule-soft);
}

.menu {
  position: absolute;
  z-index: 20;
  top: 28px;
  right: 0;
  width: 150px;
  padding: 4px;
}

.menu button {
  display: flex;
  width: 100%;
  height: 28px;
  align-items: center;
  gap: 8px;
  padding: 0 8px;
  border-radius: 4px;
}

.menu button.active {
  background: var(--rule-soft);
}
</style>
