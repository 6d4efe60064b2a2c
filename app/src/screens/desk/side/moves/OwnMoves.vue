<script setup lang="ts">
import { fileOpen } from 'browser-fs-access'
import { computed, ref } from 'vue'
import { keepMove } from '@arrow-bend/core/edit'
import { readMoves, writeMoves } from '@arrow-bend/core/format/moves'
import { MOVE_ROLES, type MoveRole, type MoveVariation } from '@arrow-bend/core/moves'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { distinctName } from '@arrow-bend/core/scene'
import { saveBlob } from '../../../../session/document/saveProject.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { useReadyMoves } from '../../../../session/view/readyMoves.ts'
import { toast } from '../../../../ui/toast.ts'
import { SHELVES } from './moveWords.ts'

/** Moves of one's own: kept of selected keys, taken from a file, saved to one. */
const document = useDocument()
const effective = useEffectiveSelection()
const store = useReadyMoves()

const name = ref('')
const role = ref<MoveRole>('entrance')
const VARIATIONS: readonly { readonly value: MoveVariation; readonly label: string }[] = [
  { value: 'direction', label: 'direction' },
  { value: 'distance', label: 'distance' },
  { value: 'strength', label: 'strength' },
]
const varies = ref<MoveVariation[]>(VARIATIONS.map(({ value }) => value))
const ROLES = MOVE_ROLES.map((value) => ({
  value,
  label: SHELVES.find((shelf) => shelf.value === value)!.hint.split(':')[0]!,
}))
const taken = computed(() => store.own.map((move) => move.name))

const keep = async (): Promise<void> => {
  try {
    const wanted = name.value.trim() || 'My move'
    const move = keepMove(document.committed!, effective.keys, {
      id: document.makeId(),
      name: distinctName(wanted, taken.value),
      role: role.value,
      varies: varies.value,
    })
    if (!(await store.add([move]))) return
    toast.success(`“${move.name}” was kept.`)
    name.value = ''
  } catch (caught) {
    toast.error(sentenceOf(caught))
  }
}
const save = (): Promise<void> =>
  saveBlob(() => new Blob([writeMoves(store.own)], { type: 'application/json' }), 'ready-moves.json')
const open = async (): Promise<void> => {
  const file = await fileOpen({ extensions: ['.json'], description: 'Ready moves' }).catch(() => null)
  if (!file) return
  try {
    const moves = readMoves(await file.text())
    const names = [...taken.value]
    const added = moves.map((move) => {
      const named = distinctName(move.name, names)
      names.push(named)
      return { ...move, id: document.makeId(), name: named }
    })
    if (await store.add(added))
      toast.success(`${added.length === 1 ? 'One move was' : `${added.length} moves were`} added.`)
  } catch (caught) {
    toast.error(sentenceOf(caught))
  }
}
</script>

<template>
  <h3>Keep the selected keys as a move</h3>
  <form class="keep" @submit.prevent="keep">
    <div class="line">
      <input
        v-model="name"
        class="field grow"
        maxlength="60"
        aria-label="Name of the move"
        placeholder="Its name"
      />
      <select v-model="role" class="field grow" aria-label="What the move is for">
        <option v-for="one in ROLES" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
    </div>
    <fieldset class="line">
      <legend class="sr-only">What can be chosen when it is used</legend>
      <span aria-hidden="true">May vary:</span>
      <label v-for="one in VARIATIONS" :key="one.value">
        <input v-model="varies" type="checkbox" :value="one.value" />{{ one.label }}
      </label>
    </fieldset>
    <button type="submit" class="button small" :disabled="effective.keys.length === 0">Keep</button>
  </form>
  <p v-if="effective.keys.length === 0" class="note">Select the keys of one layer first.</p>
  <div class="line">
    <button type="button" class="button small grow" :disabled="store.own.length === 0" @click="save">
      Save to a file…
    </button>
    <button type="button" class="button small grow" @click="open">Add from a file…</button>
  </div>
</template>

<style scoped>
.keep {
  display: grid;
  gap: 6px;
  grid-template-columns: minmax(0, 1fr);
}

label {
  display: flex;
  align-items: center;
  gap: 3px;
}
</style>
