<script setup lang="ts">
import { computed } from 'vue'
import { moveGhosts, type MoveSettings, type ReadyMove } from '@arrow-bend/core/moves'

/** A move drawn small: the layer at moments evenly apart as outlines, the later the darker; where it is at rest it is filled. */
const props = defineProps<{
  move: ReadyMove
  settings: Omit<MoveSettings, 'distance'>
  width: number
  height: number
}>()

const GHOSTS = 6
/** How far it goes, px of the glyph. */
const REACH = 15
const TILE = 10

const boxes = computed(() => {
  const { move, width, height, settings } = props
  const camera = move.role === 'camera'
  const ghosts = moveGhosts(move, { ...settings, distance: REACH }, GHOSTS)
  const middle = middleOf(ghosts.map(({ place }) => place))
  return ghosts.map(({ place: [x, y], scale: [across, down], turn, opacity }, i) => {
    const size = camera ? 16 : TILE
    const [w, h] = [Math.abs(across) * size * 1.3, Math.abs(down) * size]
    const at = `translate(${width / 2 + x - middle[0]} ${height / 2 + y - middle[1]}) rotate(${turn})`
    const rests = move.rest === 'start' ? i === 0 : i === GHOSTS - 1
    return {
      rests,
      box: { transform: at, x: -w / 2, y: -h / 2, width: w, height: h },
      opacity: (0.25 + (0.75 * (i + 1)) / GHOSTS) * (0.2 + 0.8 * opacity),
    }
  })
})

/** Where all of it is about, so that it lies in the middle. */
function middleOf(places: readonly (readonly [number, number])[]): [number, number] {
  const middle = (axis: 0 | 1): number => {
    const all = places.map((place) => place[axis])
    return (Math.min(...all) + Math.max(...all)) / 2
  }
  return [middle(0), middle(1)]
}
</script>

<template>
  <svg :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
    <rect
      v-for="({ box, rests, opacity }, i) in boxes"
      :key="i"
      v-bind="box"
      rx="1.5"
      :class="{ rests }"
      :opacity="opacity"
    />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
}

rect {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.1;
}

.rests {
  fill: color-mix(in srgb, currentColor 30%, transparent);
}
</style>
