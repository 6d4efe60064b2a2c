<script setup lang="ts">
import type { Recipe } from '../../../../session/document/document.ts'
import EditField from '../../../../gesture/EditField.vue'
import type { Point } from '../../../../chart/route/routeGeometry.ts'

/** A layer's pivot by nine points of its box or by numbers; the picture stays where it is. */
const props = defineProps<{
  nine: readonly Point[]
  pivot: Point
  name: string
  /** The edit that puts the pivot somewhere, in the layer's own px. */
  recipe: (to: Point) => Recipe<unknown>
}>()
defineEmits<{ choose: [to: Point] }>()

const NAMES = [
  'upper left',
  'upper middle',
  'upper right',
  'middle left',
  'middle',
  'middle right',
  'lower left',
  'lower middle',
  'lower right',
] as const
const isThere = ([x, y]: Point): boolean => Math.hypot(x - props.pivot[0], y - props.pivot[1]) < 0.5
</script>

<template>
  <div class="pad" role="toolbar" :aria-label="`Pivot of ${name}`">
    <h3>Pivot</h3>
    <button
      v-for="(point, i) in nine"
      :key="i"
      type="button"
      :aria-label="`Pivot ${NAMES[i]}`"
      :aria-pressed="isThere(point)"
      @click="$emit('choose', point)"
    >
      <span />
    </button>
    <EditField
      class="number"
      show-label
      label="x"
      aria-label="Pivot x"
      :model-value="pivot[0]"
      edit="Pivot moved"
      :recipe="(x: number) => recipe([x, pivot[1]])"
    />
    <EditField
      class="number"
      show-label
      label="y"
      aria-label="Pivot y"
      :model-value="pivot[1]"
      edit="Pivot moved"
      :recipe="(y: number) => recipe([pivot[0], y])"
    />
  </div>
</template>

<style scoped>
.pad {
  display: grid;
  width: 84px;
  grid-template-columns: repeat(3, 28px);
}

h3 {
  grid-column: 1 / -1;
  font-weight: 650;
}

.number {
  grid-column: 1 / -1;
  margin-top: 2px;
}

.pad button {
  display: grid;
  width: 28px;
  height: 28px;
  place-items: center;
}

.pad span {
  width: 7px;
  height: 7px;
  border: 1.25px solid var(--ink-2);
  border-radius: 50%;
}

.pad button:hover span,
.pad button[aria-pressed='true'] span {
  border-color: var(--pencil);
  background: var(--pencil);
}
</style>
