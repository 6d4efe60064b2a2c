<script setup lang="ts">
import { clamp } from '@arrow-bend/core/number'
import { trackPointer } from '../../../gesture/trackPointer.ts'
import { usePreferences } from '../../../session/preferences.ts'

/** The border between the list of layers and their lanes, to be dragged. */
const LEAST = 200
const MOST = 560
const STEP = 16

const preferences = usePreferences()

const widen = (to: number): void => {
  preferences.listWidth = clamp(Math.round(to), LEAST, MOST)
}
const press = (event: PointerEvent): void => {
  const from = preferences.listWidth
  trackPointer(event, {
    move: (_, [right]) => widen(from + right),
    end: ({ cancelled }) => cancelled && widen(from),
  })
}
const nudge = (event: KeyboardEvent): void => {
  const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!way) return
  event.preventDefault()
  event.stopPropagation()
  widen(preferences.listWidth + way * STEP)
}
</script>

<template>
  <div
    class="handle"
    role="separator"
    aria-orientation="vertical"
    aria-label="Width of the list"
    tabindex="0"
    :aria-valuenow="preferences.listWidth"
    :aria-valuemin="LEAST"
    :aria-valuemax="MOST"
    title="Drag for a wider list; two clicks make it as it was at first"
    @pointerdown.left="press"
    @keydown="nudge"
    @dblclick="widen(300)"
  />
</template>

<style scoped>
.handle {
  position: absolute;
  z-index: 4;
  top: 0;
  bottom: 21px;
  left: calc(var(--list) - 3px);
  width: 6px;
  cursor: col-resize;
}

.handle:hover,
.handle:focus-visible {
  background: color-mix(in srgb, var(--pencil) 40%, transparent);
}
</style>
