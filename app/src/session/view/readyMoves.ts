import { defineStore } from 'pinia'
import { computed, reactive, ref, shallowRef } from 'vue'
import { readMoves, writeMoves } from '@arrow-bend/core/format/moves'
import {
  READY_MOVES,
  readyMoveOf,
  type MoveDistance,
  type MoveRole,
  type OwnMove,
  type ReadyMove,
} from '@arrow-bend/core/moves'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Parts } from '@arrow-bend/core/scene'
import { projectStorage } from '../../storage/index.ts'
import { toast } from '../../ui/toast.ts'

/** Which moves are offered. */
export type MoveShelf = MoveRole | 'own'

/** What the person asks of a move in place of what it is made with; null for that. */
export interface WantedMove {
  /** Degrees clockwise from the x axis. */
  direction: number | null
  distance: MoveDistance | null
  seconds: number | null
  /** 1 as it was made. */
  strength: number
  /** Share of the change. */
  overshoot: number | null
}

const AS_MADE: WantedMove = { direction: null, distance: null, seconds: null, strength: 1, overshoot: null }
const KEPT = 'moves'
/** Where moves are left that could not be read, so that nothing is lost. */
const ASIDE = 'moves that could not be read'

/** The ready moves, how they are wanted, and one's own, which the browser keeps. */
export const useReadyMoves = defineStore('ready moves', () => {
  const shelf = ref<MoveShelf>('entrance')
  const wanted = reactive<WantedMove>({ ...AS_MADE })
  const moment = ref<'playhead' | 'start' | 'end'>('playhead')
  const parts = ref<Parts>('whole')
  /** s */
  const partDelay = ref(0.05)
  const own = shallowRef<readonly OwnMove[]>([])

  /** What the browser keeps now: another tab may have changed it. */
  const kept = async (): Promise<readonly OwnMove[]> => {
    const text = await projectStorage.preference(KEPT)
    if (typeof text !== 'string') return []
    try {
      return readMoves(text)
    } catch (caught) {
      await projectStorage.keepPreference(ASIDE, text)
      toast.error(sentenceOf(caught))
      return []
    }
  }
  const load = async (): Promise<void> => {
    own.value = await kept().catch(() => [])
  }
  /** Changes one's own moves. @returns whether they could be kept; why not has been told */
  const change = async (to: (now: readonly OwnMove[]) => readonly OwnMove[]): Promise<boolean> => {
    try {
      const changed = to(await kept())
      await projectStorage.keepPreference(KEPT, changed.length > 0 ? writeMoves(changed) : null)
      own.value = changed
      return true
    } catch (caught) {
      toast.error(sentenceOf(caught))
      return false
    }
  }
  return {
    shelf,
    wanted,
    moment,
    parts,
    partDelay,
    own,
    load,
    /** Those of the shelf that is shown. */
    offered: computed<readonly ReadyMove[]>(() =>
      shelf.value === 'own'
        ? own.value.map(readyMoveOf)
        : READY_MOVES.filter(({ role }) => role === shelf.value),
    ),
    isAsMade: computed(() =>
      (Object.keys(AS_MADE) as (keyof WantedMove)[]).every((name) => wanted[name] === AS_MADE[name]),
    ),
    asMade: (): void => void Object.assign(wanted, AS_MADE),
    add: (moves: readonly OwnMove[]) =>
      change((now) => [...now.filter(({ id }) => !moves.some((move) => move.id === id)), ...moves]),
    remove: (id: string) => change((now) => now.filter((move) => move.id !== id)),
  }
})
