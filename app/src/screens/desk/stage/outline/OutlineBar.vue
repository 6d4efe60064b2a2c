<script setup lang="ts">
import { ArrowRightLeft, CircleDot, FlipHorizontal2, RotateCcw, RotateCw, Trash2 } from '@lucide/vue'
import { computed } from 'vue'
import {
  becomeShape,
  closeOutline,
  madeCorners,
  madeSmooth,
  movedVertices,
  reverseOutline,
  setFirstVertex,
  withArm,
  withCorners,
  type VertexSide,
} from '@arrow-bend/core/edit'
import type { Vertex } from '@arrow-bend/core/property'
import { armOffset, layerTimeAt, outlineAtTime } from '@arrow-bend/core/scene'
import { useCommands } from '../../../../command/useCommands.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import IconButton from '../../../../ui/IconButton.vue'
import EditField from '../../../../gesture/EditField.vue'
import type { OutlineEditing } from './useOutline.ts'
import { useOutlinePairs } from './useOutlinePairs.ts'
import { useSplitOutline } from './useSplitOutline.ts'
import type { OutlineGestures } from './useOutlineGestures.ts'
import { vTopBar } from '../../../../ui/topBar.ts'

/** What is done with the chosen vertices of an outline, and with all of it, in words and numbers. */
const props = defineProps<{ editing: OutlineEditing; gestures: OutlineGestures }>()
defineEmits<{ remove: []; leave: [] }>()
const { layer, shape, ref, outline, chosen, trouble } = props.editing
const { run } = useCommands()

const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()

const count = computed(() => outline.value.vertices.length)
/** The only one that is chosen. */
const one = computed(() => (chosen.value.size === 1 ? [...chosen.value][0]! : null))
const vertex = computed((): Vertex | null => (one.value === null ? null : outline.value.vertices[one.value]!))
const words = computed(() => {
  if (one.value !== null) return `Vertex ${one.value + 1} of ${count.value}`
  return chosen.value.size > 1 ? `${chosen.value.size} of ${count.value} vertices` : `${count.value} vertices`
})
const roundness = computed(() => {
  const corners = [...chosen.value].map((i) => outline.value.vertices[i]!.corner)
  return corners.every((corner) => corner === corners[0]) ? (corners[0] ?? null) : null
})

const placeRecipe = (axis: 0 | 1, value: number): Recipe<unknown> =>
  props.gestures.reshaped((now) => {
    const way = value - now.vertices[one.value!]!.at[axis]
    return movedVertices(now, chosen.value, axis === 0 ? [way, 0] : [0, way])
  })
const SIDES: readonly { side: VertexSide; label: string }[] = [
  { side: 'arrive', label: 'Arrives' },
  { side: 'leave', label: 'Leaves' },
]
const armRecipe = (side: VertexSide, change: Partial<Vertex['leave']>): Recipe<unknown> =>
  props.gestures.reshaped((now) => {
    const arm = { ...now.vertices[one.value!]![side], ...change }
    const length = Math.max(0, arm.length)
    return withArm(now, { vertex: one.value!, side, offset: armOffset({ ...arm, length }), free: false })
  })
/** Other paths, whose shapes it can become. */
const others = computed(() =>
  document.scene!.layers.filter(({ id, kind }) => kind === 'path' && id !== layer.value?.id),
)
const become = (event: Event): void => {
  const list = event.target as HTMLSelectElement
  const other = others.value.find(({ id }) => id === list.value)
  list.value = ''
  if (!other) return
  const { scene, bends, makeId } = document
  const own = Math.round(layerTimeAt(scene!, other.id, playback.time, bends))
  const shape = outlineAtTime(other, 'outline', own, bends)
  const options = { shape, time: playback.time, autoKey: preferences.autoKey, makeId }
  document.apply(
    'Became another shape',
    (draft) => becomeShape(draft, ref.value, options),
    () => (chosen.value = new Set()),
  )
}
const { turnSplit, keyChosen } = useSplitOutline(props.editing)
const { canTurn, crossing, turn, goToCrossing } = useOutlinePairs(props.editing)
const setFirst = (): void => {
  document.apply(
    'First vertex chosen',
    (draft) => setFirstVertex(draft, ref.value, one.value!),
    () => (chosen.value = new Set([0])),
  )
}
const close = (): void => {
  const closed = !outline.value.closed
  document.apply(closed ? 'Outline closed' : 'Outline opened', (draft) =>
    closeOutline(draft, ref.value, closed),
  )
}
const reverse = (): void => {
  const turned = (i: number): number =>
    outline.value.closed ? (count.value - i) % count.value : count.value - 1 - i
  const to = new Set([...chosen.value].map(turned))
  document.apply(
    'Outline reversed',
    (draft) => reverseOutline(draft, ref.value),
    () => (chosen.value = to),
  )
}
</script>

<template>
  <div v-top-bar class="float bar" role="group" aria-label="Outline" @pointerdown.stop @dblclick.stop>
    <div class="row">
      <b class="name" :title="layer?.name">{{ layer?.name ?? 'Outline' }}</b>
      <span class="words">{{ trouble || words }}</span>
      <template v-if="!trouble">
        <template v-if="chosen.size > 0">
          <button
            type="button"
            class="button small"
            title="Without handles: the line turns sharply"
            @click="gestures.apply('Made a corner', (now) => madeCorners(now, chosen))"
          >
            Corner
          </button>
          <button
            type="button"
            class="button small"
            title="Handles in one line: the line passes through"
            @click="gestures.apply('Made smooth', (now) => madeSmooth(now, chosen))"
          >
            Smooth
          </button>
          <button
            v-if="editing.split.value"
            type="button"
            class="button small"
            title="Set keys of the chosen vertices here, so that they can move"
            @click="keyChosen"
          >
            Key
          </button>
          <IconButton
            v-if="one !== null && one > 0 && outline.closed"
            small
            :icon="CircleDot"
            label="Begin the outline with this vertex"
            @press="setFirst"
          />
          <IconButton
            small
            :icon="Trash2"
            label="Delete the vertices"
            keys="Delete"
            @press="$emit('remove')"
          />
        </template>
        <button
          type="button"
          class="button small"
          title="Between its last vertex and its first"
          @click="close"
        >
          {{ outline.closed ? 'Open it' : 'Close it' }}
        </button>
        <IconButton small :icon="ArrowRightLeft" label="Reverse its direction" @press="reverse" />
        <template v-if="canTurn">
          <IconButton
            v-if="outline.closed"
            small
            :icon="RotateCcw"
            label="Since the key before: each vertex comes from the one before it"
            @press="turn(-1)"
          />
          <IconButton
            v-if="outline.closed"
            small
            :icon="RotateCw"
            label="Since the key before: each vertex comes from the one after it"
            @press="turn(1)"
          />
          <IconButton
            small
            :icon="FlipHorizontal2"
            label="Since the key before: pair the vertices the other way round"
            @press="turn('reversed')"
          />
        </template>
        <button
          type="button"
          class="button small"
          :aria-pressed="editing.split.value"
          title="Whether each vertex has keys and bends of its own, or one key holds all of the outline"
          @click="turnSplit"
        >
          By vertex
        </button>
        <select
          v-if="others.length > 0"
          class="field become"
          aria-label="Become the shape of"
          title="Here it becomes the shape of another path: vertices are added and paired so that they go the least way"
          @change="become"
        >
          <option value="">Become…</option>
          <option v-for="other in others" :key="other.id" :value="other.id">{{ other.name }}</option>
        </select>
      </template>
      <button
        v-if="shape"
        type="button"
        class="button small"
        title="It looks the same, and its vertices can be moved"
        @click="run('toPath', false)"
      >
        Make a path of it
      </button>
      <button type="button" class="button small" @click="$emit('leave')">Done</button>
    </div>
    <div v-if="!trouble && crossing" class="row">
      <span class="words" role="status">Between its keys it crosses itself</span>
      <button type="button" class="button small" @click="goToCrossing">
        at {{ crossing.words }}: go there
      </button>
    </div>
    <div v-if="!trouble && chosen.size > 0" class="row">
      <template v-if="vertex">
        <EditField
          v-for="(axis, i) in ['X', 'Y']"
          :key="axis"
          class="place"
          show-label
          :label="axis"
          :name="`Vertex ${axis}`"
          unit="px"
          :digits="1"
          :model-value="vertex.at[i]!"
          edit="Vertex moved"
          :recipe="(value: number) => placeRecipe(i as 0 | 1, value)"
        />
      </template>
      <EditField
        class="round"
        show-label
        label="Round"
        name="Roundness of the corner"
        unit="px"
        :digits="1"
        :min="0"
        :model-value="roundness"
        edit="Corner rounded"
        :recipe="(value: number) => gestures.reshaped((now) => withCorners(now, chosen, value))"
      />
      <template v-if="vertex">
        <span v-for="{ side, label } in SIDES" :key="side" class="arm">
          {{ label }}
          <EditField
            v-if="vertex[side].length > 0"
            class="angle"
            :label="`${label} at an angle of`"
            unit="°"
            :digits="0"
            :model-value="vertex[side].angle"
            edit="Handle moved"
            :recipe="(angle: number) => armRecipe(side, { angle })"
          />
          <EditField
            class="angle"
            :label="`${label} with a handle of`"
            unit="px"
            :digits="0"
            :min="0"
            :model-value="vertex[side].length"
            edit="Handle moved"
            :recipe="(length: number) => armRecipe(side, { length })"
          />
        </span>
      </template>
    </div>
  </div>
</template>

<style scoped src="../stageBar.css"></style>
<style scoped>
.name {
  overflow: hidden;
  max-width: 140px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.words {
  color: var(--ink-2);
}

[aria-pressed='true'] {
  box-shadow: inset 0 -2px 0 var(--pencil);
  font-weight: 650;
}

.become {
  width: 96px;
}

.place {
  width: 94px;
}

.round {
  width: 100px;
}

.arm {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}

.angle {
  width: 62px;
}
</style>
