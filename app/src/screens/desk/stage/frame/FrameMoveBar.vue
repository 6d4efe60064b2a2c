<script setup lang="ts">
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp } from '@lucide/vue'
import type { Component } from 'vue'
import type { ReadyFrameMove } from '@arrow-bend/core/edit'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import EditField from '../../EditField.vue'
import type { FrameMoving, MoveStart } from './useFrameMove.ts'

/** Ready frame moves, and when the move begins and how long it is. */
const props = defineProps<{ moving: FrameMoving }>()
const { still, move, kept, trouble, movesOtherwise, percent, sameSize, recipeOf, makeReady } = props.moving

const document = useDocument()
const stageView = useStageView()

const READY: readonly { kind: ReadyFrameMove; label: string; icon: Component }[] = [
  { kind: 'panLeft', label: 'Pan to the left', icon: ArrowLeft },
  { kind: 'panRight', label: 'Pan to the right', icon: ArrowRight },
  { kind: 'panUp', label: 'Pan up', icon: ArrowUp },
  { kind: 'panDown', label: 'Pan down', icon: ArrowDown },
]
const inFrames = (ticks: number): number => ticks / frameTicks(document.rate)
let started: MoveStart | null = null
const begin = (): void => {
  started = props.moving.begin()
}
const fieldRecipe =
  (which: 'from' | 'length') =>
  (frames: number): Recipe<unknown> => {
    const { from, to } = started!.was
    const ticks = Math.round(frames) * frameTicks(document.rate)
    const start = which === 'from' ? ticks : from
    const length = which === 'length' ? ticks : to - from
    return recipeOf(started!, { from: asTicks(start), to: asTicks(start + length) })
  }
</script>

<template>
  <div class="float bar" role="group" aria-label="Frame move" @pointerdown.stop>
    <b>Frame move</b>
    <template v-if="move && !trouble">
      <button type="button" class="button small" @click="makeReady('pushIn')">Push in</button>
      <button type="button" class="button small" @click="makeReady('pullOut')">Pull out</button>
      <IconButton
        v-for="{ kind, label, icon } in READY"
        :key="kind"
        small
        :icon="icon"
        :label="label"
        @press="makeReady(kind)"
      />
      <NumberField
        class="field-by"
        show-label
        label="By"
        name="Size of a ready move"
        unit="%"
        :digits="0"
        :min="1"
        :max="95"
        :model-value="percent"
        @input="(value: number) => (percent = value)"
      />
      <EditField
        class="field-time"
        show-label
        label="From"
        name="Move begins"
        unit="f"
        :digits="0"
        :min="0"
        :max="1000000"
        :model-value="inFrames(move.from)"
        edit="Frame move retimed"
        :recipe="fieldRecipe('from')"
        @start="begin"
      />
      <EditField
        class="field-time"
        show-label
        label="Lasts"
        name="Move lasts"
        unit="f"
        :digits="0"
        :min="1"
        :max="1000000"
        :model-value="inFrames(move.to - move.from)"
        edit="Frame move retimed"
        :recipe="fieldRecipe('length')"
        @start="begin"
      />
      <label class="same" title="Both frames keep one size"
        ><input v-model="sameSize" type="checkbox" />one size</label
      >
    </template>
    <button type="button" class="button small" @click="stageView.tool = 'pointer'">Done</button>
    <span v-if="movesOtherwise" class="note"
      >It moves by keys of its own, which a frame move takes the place of.</span
    >
    <span v-else-if="still && !kept && !trouble" class="note"
      >Not made yet: drag a frame, or choose a move.</span
    >
  </div>
</template>

<style scoped>
.bar {
  position: absolute;
  top: 8px;
  left: 50%;
  display: flex;
  width: max-content;
  max-width: calc(100% - 16px);
  flex-wrap: wrap;
  align-items: center;
  padding: 4px 10px;
  font-size: 0.75rem;
  gap: 6px;
  transform: translateX(-50%);
}

.field-by {
  width: 76px;
}

.field-time {
  width: 92px;
}

.same {
  display: flex;
  align-items: center;
  gap: 4px;
}

.small {
  min-height: 24px;
  padding: 0 9px;
  font-size: 0.75rem;
}

.note {
  flex-basis: 100%;
  color: var(--ink-2);
}
</style>
