<script setup lang="ts">
import type { Layer } from '@arrow-bend/core/scene'

/** Which layer is looked at. */
defineProps<{ label: string; name: string; layers: readonly Layer[]; layer: Layer | null }>()
defineEmits<{ choose: [id: string] }>()
</script>

<template>
  <label class="flex items-center gap-2">
    <span>{{ label }}</span>
    <select
      class="field grow"
      :aria-label="name"
      :value="layer?.id"
      @change="$emit('choose', ($event.target as HTMLSelectElement).value)"
    >
      <option v-for="one in layers" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
  </label>
</template>
