import type { PlainBend } from '../bend/index.ts'
import type { KeyRoute, Value } from '../property/index.ts'

/** What a ready move is for. */
export const MOVE_ROLES = ['entrance', 'exit', 'accent', 'camera'] as const
export type MoveRole = (typeof MOVE_ROLES)[number]

/** Where in a move its layer is as it was before: in the end, at the start, or all along, which the move then adds to. */
export type MoveRest = 'end' | 'start' | 'through'

/** What of a move can be chosen. */
export const MOVE_VARIATIONS = ['direction', 'distance', 'strength', 'overshoot'] as const
export type MoveVariation = (typeof MOVE_VARIATIONS)[number]

/** A move as it is wanted. */
export interface MoveSettings {
  /** Which way it goes, degrees clockwise from the x axis. */
  readonly direction: number
  /** How far, px of the stage, ≥ 0. */
  readonly distance: number
  /** How much of it, 1 as it was made. */
  readonly strength: number
  /** How far past its end, share of the change, 0 … 1; 0 for not at all. */
  readonly overshoot: number
}

/**
 * How far a move goes: px of the stage, a share of the frame along its direction in percent, or so far that all of the
 * layer is just outside the frame.
 */
export type MoveDistance = { readonly px: number } | { readonly percent: number } | 'outside'

/**
 * How an amount changes the value a property has at rest: it is added; multiplied by; put in its place; or, of a place,
 * farther by that factor from the middle of the frame (`zoom`), or turned about it by as many degrees (`roll`). Places are
 * changed in px of the stage.
 */
export type MoveHow = 'add' | 'multiply' | 'set' | 'zoom' | 'roll'

export interface MoveKey {
  /** Share of the move's time, 0 … 1. */
  readonly at: number
  readonly amount: Value
  /** Of the stretch to the next. */
  readonly bend: PlainBend
  readonly route?: KeyRoute
}

/** What a move does to one property. */
export interface MoveTrack {
  /** As written in files. */
  readonly property: string
  readonly how: MoveHow
  /** In order of time; the first at 0 and the last at 1, except in moves of one's own. */
  readonly keys: readonly MoveKey[]
}

/** A move anyone can put on a layer: a small recipe of ordinary keys. */
export interface ReadyMove {
  readonly id: string
  readonly name: string
  readonly role: MoveRole
  readonly rest: MoveRest
  /** How long it takes where nothing else is asked for. */
  readonly seconds: number
  /** What of it can be chosen; all else changes nothing. */
  readonly varies: readonly MoveVariation[]
  readonly direction: number
  readonly distance: MoveDistance
  readonly overshoot: number
  readonly tracks: (settings: MoveSettings) => readonly MoveTrack[]
}

/** What the ready moves are written with; the rest is as below. */
export type MoveRecipe = Pick<ReadyMove, 'id' | 'name' | 'seconds' | 'varies' | 'tracks'> &
  Partial<Pick<ReadyMove, 'rest' | 'direction' | 'distance' | 'overshoot'>>

/** Towards the right; a tenth of the frame; not past the end. */
const PLAIN = { direction: 0, distance: { percent: 10 }, overshoot: 0 } as const

const REST: Readonly<Record<MoveRole, MoveRest>> = {
  entrance: 'end',
  exit: 'start',
  accent: 'through',
  camera: 'start',
}

/** A ready move of a role. */
export const readyMove = (role: MoveRole, recipe: MoveRecipe): ReadyMove => ({
  ...PLAIN,
  rest: REST[role],
  role,
  ...recipe,
})
