<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { computed, defineAsyncComponent, nextTick, onMounted, watch } from 'vue'
import type { ReadyMove } from '@arrow-bend/core/moves'
import { useReadyMoves } from '../../../../session/view/readyMoves.ts'
import IconButton from '../../../../ui/IconButton.vue'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import { vOneStop } from '../../../../ui/focus/oneStop.ts'
import { toast } from '../../../../ui/toast.ts'
import MoveGlyph from './MoveGlyph.vue'
import MoveSettings from './MoveSettings.vue'
import { moveWords, SHELVES } from './moveWords.ts'
import { useMoves } from './useMoves.ts'

/** Ready moves: looked at on the selected layers, and put on them as keys. */
const OwnMoves = defineAsyncComponent(() => import('./OwnMoves.vue'))

const store = useReadyMoves()
const moves = useMoves()
const { layers, current, landed, trouble } = moves
onMounted(() => void store.load())

const shown = computed(() => {
  const now = current.value
  return now && store.offered.some(({ id }) => id === now.id) ? now : (store.offered[0] ?? null)
})
const texts = computed(() => layers.value.length > 0 && layers.value.every(({ kind }) => kind === 'text'))
const words = computed(() => {
  if (layers.value.length === 0) return 'Select the layers that are to move.'
  if (trouble.value) return trouble.value
  if (!landed.value) return 'Point at a move to see it; click to put it there as keys.'
  const { keys, replaced } = landed.value.report
  const count = `${keys.length} keys of “${landed.value.move.name}” are there`
  const gone = replaced > 0 ? `, in place of ${replaced === 1 ? 'one' : replaced}` : ''
  return `${count}${gone}. What you set below changes them, until you do something else.`
})
watch(
  () => store.shelf,
  () => moves.leave(),
)
const remove = async ({ id, name }: ReadyMove): Promise<void> => {
  moves.leave()
  const whole = store.own.find((move) => move.id === id)
  if (!whole || !(await store.remove(id))) return
  toast(`“${name}” is not kept any more.`, {
    action: { label: 'Keep it', onClick: () => void store.add([whole]) },
  })
  await nextTick()
  document.querySelector<HTMLElement>('[aria-label="Moves"] button')?.focus()
}
</script>

<template>
  <section class="panel" aria-label="Moves">
    <SegmentedChoice v-model="store.shelf" label="What the move is for" :options="SHELVES" />
    <p class="note words-here" role="status" :class="{ trouble }">{{ words }}</p>
    <div v-if="store.offered.length > 0" v-one-stop class="tiles" role="group" aria-label="Ready moves">
      <div v-for="move in store.offered" :key="move.id" class="tile">
        <button
          type="button"
          class="move"
          :aria-label="moveWords(move)"
          :disabled="layers.length === 0"
          @pointerenter="moves.look(move)"
          @pointerleave="moves.leave()"
          @focus="($event.target as Element).matches(':focus-visible') && moves.look(move)"
          @blur="moves.leave()"
          @click="moves.land(move)"
        >
          <MoveGlyph :move="move" :settings="moves.asWanted(move).settings" :width="44" :height="32" />
          <span>{{ move.name }}</span>
        </button>
        <IconButton
          v-if="store.shelf === 'own'"
          small
          :icon="Trash2"
          :label="`Remove ${move.name}`"
          @press="remove(move)"
        />
      </div>
    </div>
    <p v-else class="note">You have kept no move yet.</p>
    <MoveSettings
      v-if="shown"
      :move="shown"
      :as-wanted="moves.asWanted(shown)"
      :layers="layers.length"
      :texts="texts"
    />
    <OwnMoves v-if="store.shelf === 'own'" />
  </section>
</template>

<style scoped src="../retime/panel.css"></style>
<style scoped>
.tiles {
  display: grid;
  gap: 3px 4px;
  grid-template-columns: repeat(auto-fill, minmax(98px, 1fr));
}

.tile {
  display: flex;
  align-items: center;
}

.move {
  display: flex;
  min-width: 0;
  height: 34px;
  flex: 1;
  align-items: center;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet-2);
  font-size: 0.6875rem;
  line-height: 1.15;
  text-align: left;
}

.move:hover:not(:disabled),
.move:focus-visible {
  border-color: var(--pencil);
}

.move:disabled {
  opacity: 0.6;
}

.move span {
  overflow: hidden;
  padding-right: 3px;
}

.words-here {
  min-height: 2.4em;
}
</style>
