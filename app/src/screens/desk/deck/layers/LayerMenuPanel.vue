<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import {
  followInPlace,
  setHeardAtAnySpeed,
  setTurnAlongRoute,
  showScene,
  switchLayers,
} from '@arrow-bend/core/edit'
import {
  LAYER_LABELS,
  PROPERTY_SETS,
  propertiesOf,
  setsOf,
  withRiders,
  type Layer,
  type LayerLabel,
  type PropertySet,
} from '@arrow-bend/core/scene'
import { COMMANDS, type CommandId } from '../../../../command/commandTable.ts'
import { useCommands } from '../../../../command/useCommands.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { setName } from '../../../../session/view/rowList.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { useView } from '../../../../session/view/view.ts'
import EditField from '../../../../gesture/EditField.vue'
import LayerLabelChip from './LayerLabelChip.vue'
import LayerMaskRows from './LayerMaskRows.vue'
import LayerRollRows from './LayerRollRows.vue'
import LayerTextRows from './LayerTextRows.vue'

/** What can be done with a layer as a whole: whom it follows, whether it turns along its route, grouping. */
const props = defineProps<{ layer: Layer }>()
const emit = defineEmits<{ close: [] }>()

const document = useDocument()
const playback = usePlayback()
const selection = useSelection()
const stageView = useStageView()
const view = useView()
const first = ref<HTMLButtonElement | null>(null)
// On a command, never on a list that an arrow key would change.
onMounted(() => first.value?.focus())
const { run } = useCommands()
/** Does it with the layers as wholes, whatever is selected in them. */
const act = (command: CommandId): void => {
  emit('close')
  selection.selectWholeLayers(props.layer.id)
  run(command, false)
}

const layerRef = computed(() => ({ scene: document.sceneId, layer: props.layer.id }))
/** The layer itself, or all selected ones when it is among them. */
const chosen = computed(() => (selection.hasLayer(props.layer.id) ? selection.layers : [props.layer.id]))
const deeds = computed(() => {
  const ids: CommandId[] = [
    'duplicate',
    'group',
    ...(props.layer.kind === 'group' ? ['ungroup' as const] : []),
    ...(props.layer.kind === 'scene' ? (['openShown', 'apart'] as const) : ['nest' as const]),
    'remove',
  ]
  return ids.map((id) => ({ id, name: COMMANDS[id].name }))
})
/** Letters of a name that has room beside another. */
const SHORT = 12
/** Layers it could ride on: all but itself and those that ride on it. */
const hosts = computed(() => {
  const riding = withRiders(document.scene!, chosen.value)
  return document.scene!.layers.filter(({ id }) => !riding.has(id))
})
const follow = (event: Event): void => {
  const parent = (event.target as HTMLSelectElement).value || null
  document.apply(parent ? 'Layer follows another' : 'Layer follows nothing', (draft) =>
    followInPlace(draft, document.sceneId, chosen.value, { parent, time: playback.time }),
  )
}
const label = (to: LayerLabel | null): void => {
  document.apply(to ? 'Labelled' : 'Label removed', (draft) =>
    switchLayers(draft, document.sceneId, chosen.value, { label: to }),
  )
}
const solo = computed(() => chosen.value.every((id) => stageView.solo.includes(id)))
const shownId = computed(() => {
  const { source } = props.layer
  return source && 'scene' in source ? source.scene : null
})
const others = computed(() => document.scenes.filter(({ id }) => id !== document.sceneId))
const show = (event: Event): void => {
  const list = event.target as HTMLSelectElement
  document.apply('Another scene shown', (draft) => showScene(draft, layerRef.value, list.value))
  // What was refused is not what is shown.
  list.value = shownId.value ?? ''
}
const isHeard = computed(() => props.layer.kind === 'clip' || props.layer.kind === 'sound')
const hear = (on: boolean): void => {
  const { layers } = document.scene!
  const ids = layers.flatMap(({ id, kind }) =>
    chosen.value.includes(id) && (kind === 'clip' || kind === 'sound') ? [id] : [],
  )
  document.apply(on ? 'Heard at any speed' : 'Heard as recorded only', (draft) =>
    setHeardAtAnySpeed(draft, document.sceneId, ids, on),
  )
}
const sets = computed(() => setsOf(props.layer.kind))
const wordsOf = (set: PropertySet): string =>
  propertiesOf(props.layer.kind)
    .flatMap((one) => (one.set === set ? [one.label.toLowerCase()] : []))
    .join(', ')
const turnAlong = (on: boolean): void => {
  document.apply(on ? 'Turns along its route' : 'Turns by itself', (draft) =>
    setTurnAlongRoute(draft, layerRef.value, on ? 0 : null),
  )
}
</script>

<template>
  <div class="panel">
    <div class="deeds">
      <button ref="first" type="button" @click="act('rename')">Rename</button>
      <button
        v-for="{ id, name } in deeds"
        :key="id"
        type="button"
        :class="{ wide: chosen.length > 1 || name.length > SHORT }"
        @click="act(id)"
      >
        {{ chosen.length > 1 ? `${name} ${chosen.length} layers` : name }}
      </button>
    </div>
    <label class="line">
      follows
      <select class="field" :value="layer.parent ?? ''" :disabled="layer.locked" @change="follow">
        <option value="">nothing</option>
        <option v-for="host in hosts" :key="host.id" :value="host.id">{{ host.name }}</option>
      </select>
    </label>
    <label v-if="shownId !== null" class="line">
      shows
      <select class="field" :value="shownId" :disabled="layer.locked" @change="show">
        <option v-for="scene in others" :key="scene.id" :value="scene.id">{{ scene.name }}</option>
      </select>
    </label>
    <label
      v-if="isHeard"
      class="line"
      title="Slowed, sped up and backwards, its pitch going with the speed; otherwise it is silent then"
    >
      <input
        type="checkbox"
        :checked="layer.heardAtAnySpeed === true"
        :disabled="layer.locked"
        @change="hear(($event.target as HTMLInputElement).checked)"
      />
      heard at any speed
    </label>
    <LayerTextRows v-if="layer.kind === 'text'" :layer="layer" :chosen="chosen" />
    <LayerMaskRows v-if="layer.kind !== 'sound'" :layer="layer" :chosen="chosen" />
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
    <LayerRollRows v-if="layer.kind !== 'sound'" :layer="layer" />
    <label class="line" title="On the stage only; what you export is not changed">
      <input type="checkbox" :checked="solo" @change="stageView.toggleSolo(chosen)" />
      shown alone on the stage
    </label>
    <div class="line sets" role="group" aria-label="Also list">
      also list
      <button
        v-for="set in sets"
        :key="set"
        type="button"
        :aria-pressed="view.sets.has(setName(layer.id, set))"
        :title="`Its rows in the list: ${wordsOf(set)}`"
        @click="view.turnSet(layer.id, set)"
      >
        {{ PROPERTY_SETS[set] }}
      </button>
    </div>
    <div class="line labels" role="group" aria-label="Label">
      label
      <button
        v-for="name in LAYER_LABELS"
        :key="name"
        type="button"
        :aria-label="`Label ${name}`"
        :aria-pressed="layer.label === name"
        @click="label(layer.label === name ? null : name)"
      >
        <LayerLabelChip :label="name" />
      </button>
    </div>
  </div>
</template>

<style scoped src="./menuLine.css"></style>
<style scoped>
.panel {
  display: grid;
  gap: 2px;
}

.deeds {
  display: grid;
  gap: 2px;
  grid-auto-flow: dense;
  grid-template-columns: 1fr 1fr;
}

.deeds .wide {
  grid-column: span 2;
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

.panel .sets {
  height: auto;
  flex-wrap: wrap;
  gap: 0 2px;
}

.panel .sets button {
  padding: 0 6px;
}

.panel .sets button[aria-pressed='true'] {
  box-shadow: inset 0 -2px 0 var(--pencil);
  font-weight: 650;
}

.panel .labels {
  gap: 2px;
}

.panel .labels button {
  display: grid;
  width: 24px;
  height: 24px;
  padding: 0;
  place-items: center;
}

.panel .labels button:first-of-type {
  margin-left: 4px;
}

.panel .labels button[aria-pressed='true'] {
  box-shadow: inset 0 -2px 0 var(--pencil);
}
</style>
