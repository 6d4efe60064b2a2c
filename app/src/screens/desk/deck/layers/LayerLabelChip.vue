<script setup lang="ts">
import type { LayerLabel } from '@arrow-bend/core/scene'

/** A layer's label: its hue and, for those who do not tell hues apart, its letter. */
defineProps<{ label: LayerLabel }>()
</script>

<template>
  <span
    class="chip"
    :class="label"
    :style="{ background: `var(--label-${label})` }"
    :title="`Label: ${label}`"
    role="img"
    :aria-label="`Label ${label}`"
    >{{ label[0] }}</span
  >
</template>

<style scoped>
.chip {
  display: grid;
  width: 14px;
  height: 14px;
  flex: none;
  border-radius: 3px;
  color: #fffdf8;
  font-size: 0.6875rem;
  font-weight: 700;
  line-height: 1;
  place-items: center;
  text-transform: uppercase;
}

.lamp {
  color: #1f2b33;
}
</style>
