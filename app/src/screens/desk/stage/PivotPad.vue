<script setup lang="ts">
import type { Point } from './routeGeometry.ts'

/** Nine points of a layer's box; pressing one puts its pivot there, the picture staying where it is. */
const props = defineProps<{ nine: readonly Point[]; pivot: Point; name: string }>()
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
  <div class="float pad" role="toolbar" :aria-label="`Pivot of ${name}`" @pointerdown.stop>
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
  </div>
</template>

<style scoped>
.pad {
  position: absolute;
  top: 8px;
  right: 52px;
  display: grid;
  grid-template-columns: repeat(3, 24px);
  padding: 3px;
}

.pad button {
  display: grid;
  width: 24px;
  height: 24px;
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
