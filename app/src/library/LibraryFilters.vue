<script setup lang="ts">
import { BEND_MOODS, FAMILIES, type FamilyName } from '@arrow-bend/core/bend'
import { useBendShelf, type ShelfName } from '../session/view/bendShelf.ts'

/** What is asked of the bends: a word, a shelf, a mood, a family. */
defineProps<{ counts: Readonly<Partial<Record<ShelfName, number>>> }>()

const { filter } = useBendShelf()
const SHELVES: readonly { readonly value: ShelfName; readonly label: string }[] = [
  { value: 'all', label: 'All shelves' },
  { value: 'project', label: 'This project' },
  { value: 'own', label: 'My own' },
  { value: 'ready', label: 'Ready made' },
  { value: 'favourites', label: 'Favourites' },
  { value: 'recent', label: 'Used last' },
  { value: 'used', label: 'Linked here' },
]
const FAMILY_CHOICES: readonly { readonly value: FamilyName | 'drawn'; readonly label: string }[] = [
  { value: 'drawn', label: 'Drawn' },
  ...Object.values(FAMILIES).map(({ name, label }) => ({ value: name, label })),
]
</script>

<template>
  <div class="filters" role="search" aria-label="Find a bend">
    <input
      v-model="filter.text"
      type="search"
      class="field grow px-2"
      placeholder="Name, tag or mood"
      aria-label="Find bends by name, tag or mood"
    />
    <select v-model="filter.shelf" class="field" aria-label="Shelf">
      <option v-for="{ value, label } in SHELVES" :key="value" :value="value">
        {{ label }}{{ counts[value] === undefined ? '' : ` (${counts[value]})` }}
      </option>
    </select>
    <select v-model="filter.mood" class="field" aria-label="Mood">
      <option :value="null">Any mood</option>
      <option v-for="mood in BEND_MOODS" :key="mood" :value="mood">{{ mood }}</option>
    </select>
    <select v-model="filter.family" class="field" aria-label="Family">
      <option :value="null">Any family</option>
      <option v-for="{ value, label } in FAMILY_CHOICES" :key="value" :value="value">{{ label }}</option>
    </select>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.filters input {
  min-width: 120px;
}

.filters select {
  min-width: 0;
  flex: 1 1 84px;
  font-size: 0.75rem;
}
</style>
