<script setup lang="ts">
import { autoUpdate, flip, shift, useFloating } from '@floating-ui/vue'
import { EllipsisVertical } from '@lucide/vue'
import { onClickOutside } from '@vueuse/core'
import { computed, nextTick, ref } from 'vue'
import {
  duplicateLayer,
  followInPlace,
  groupLayers,
  removeLayers,
  setTurnAlongRoute,
} from '@arrow-bend/core/edit'
import type { Layer } from '@arrow-bend/core/scene'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { useSelection } from '../../../session/selection.ts'
import EditField from '../EditField.vue'

/** What can be done with a layer as a whole: whom it follows, whether it turns along its route, grouping. */
const props = defineProps<{ layer: Layer }>()
defineEmits<{ rename: [] }>()

const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const opener = ref<HTMLElement | null>(null)
const panel = ref<HTMLElement | null>(null)
const { floatingStyles } = useFloating(opener, panel, {
  placement: 'bottom-end',
  middleware: [flip(), shift({ padding: 6 })],
  whileElementsMounted: autoUpdate,
})

const open = ref(false)
const toggle = async (): Promise<void> => {
  open.value = !open.value
  await nextTick()
  panel.value?.querySelector<HTMLElement>('select')?.focus()
}
/** Gives the keyboard back to the button it came from. */
const close = (): void => {
  open.value = false
  opener.value?.querySelector('button')?.focus()
}
onClickOutside(panel, () => (open.value = false), { ignore: [opener] })

const layerRef = computed(() => ({ scene: document.sceneId, layer: props.layer.id }))
/** The layer itself, or all selected ones when it is among them. */
const chosen = computed(() => (selection.hasLayer(props.layer.id) ? selection.layers : [props.layer.id]))
/** Layers it could ride on: all but itself and those that ride on it. */
const hosts = computed(() => {
  const layers = document.scene!.layers
  const parents = new Map(layers.map(({ id, parent }) => [id, parent]))
  const ridesOnThis = (id: string): boolean => {
    for (let at: string | null = id; at !== null; at = parents.get(at) ?? null)
      if (chosen.value.includes(at)) return true
    return false
  }
  return layers.filter(({ id }) => !ridesOnThis(id))
})
const follow = (event: Event): void => {
  const parent = (event.target as HTMLSelectElement).value || null
  document.apply(parent ? 'Layer follows another' : 'Layer follows nothing', (draft) =>
    followInPlace(draft, document.sceneId, chosen.value, { parent, time: playback.time }),
  )
}
const group = (): void => {
  document.apply(
    'Layers grouped',
    (draft) => groupLayers(draft, document.sceneId, chosen.value, { name: 'Group', makeId: document.makeId }),
    (id) => selection.selectLayers([id]),
  )
}
const duplicate = (): void => {
  document.apply(
    'Layer duplicated',
    (draft) => duplicateLayer(draft, layerRef.value, document.makeId),
    (copy) => selection.selectLayers([copy]),
  )
}
const remove = (): void => {
  const layers = chosen.value
  document.apply(
    layers.length > 1 ? 'Layers removed' : 'Layer removed',
    (draft) => removeLayers(draft, document.sceneId, layers),
    () => selection.clear(),
  )
}
const turnAlong = (on: boolean): void => {
  document.apply(on ? 'Turns along its route' : 'Turns by itself', (draft) =>
    setTurnAlongRoute(draft, layerRef.value, on ? 0 : null),
  )
}
</script>

<template>
  <span ref="opener" class="shrink-0">
    <button
      type="button"
      class="opener"
      :aria-label="`More of ${layer.name}`"
      :aria-expanded="open"
      title="More"
      @click="toggle"
    >
      <EllipsisVertical :size="15" aria-hidden="true" />
    </button>
  </span>
  <Teleport v-if="open" to="body">
    <div
      ref="panel"
      class="float panel"
      :style="floatingStyles"
      role="dialog"
      :aria-label="layer.name"
      @keydown.esc.stop="close"
    >
      <label class="line">
        follows
        <select class="field" :value="layer.parent ?? ''" :disabled="layer.locked" @change="follow">
          <option value="">nothing</option>
          <option v-for="host in hosts" :key="host.id" :value="host.id">{{ host.name }}</option>
        </select>
      </label>
      <label class="line">
        <input
          type="checkbox"
          :checked="layer.turnAlongRoute !== undefined"
          :disabled="layer.locked"
          @change="turnAlong(($event.target as HTMLInputElement).checked)"
        />
        turns along its route
      </label>
      <EditField
        v-if="layer.turnAlongRoute !== undefined"
        show-label
        label="by more"
        unit="°"
        :model-value="layer.turnAlongRoute"
        edit="Turn along the route set"
        :recipe="(value: number) => (draft) => setTurnAlongRoute(draft, layerRef, value)"
      />
      <button type="button" @click="(close(), $emit('rename'))">Rename</button>
      <button type="button" @click="(close(), duplicate())">Duplicate</button>
      <button type="button" @click="(close(), group())">
        {{ chosen.length > 1 ? `Group ${chosen.length} layers` : 'Group' }}
      </button>
      <button type="button" @click="(close(), remove())">
        {{ chosen.length > 1 ? `Remove ${chosen.length} layers` : 'Remove' }}
      </button>
    </div>
  </Teleport>
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

.panel {
  z-index: 40;
  display: grid;
  width: 220px;
  gap: 2px;
  padding: 6px;
}

.panel button {
  height: 26px;
  padding: 0 8px;
  border-radius: 4px;
  text-align: left;
}

.panel button:hover,
.panel button:focus-visible {
  background: var(--rule-soft);
}

.line {
  display: flex;
  height: 28px;
  align-items: center;
  gap: 8px;
  padding: 0 8px;
}

.line select {
  min-width: 0;
  flex: 1;
}
</style>
