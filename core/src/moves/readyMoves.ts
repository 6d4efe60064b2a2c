import { ACCENTS } from './accents.ts'
import { CAMERA_MOVES } from './cameraMoves.ts'
import { ENTRANCES } from './entrances.ts'
import { EXITS } from './exits.ts'
import type { ReadyMove } from './move.ts'

/** Every move that comes with the program, in the order they are offered. */
export const READY_MOVES: readonly ReadyMove[] = [...ENTRANCES, ...EXITS, ...ACCENTS, ...CAMERA_MOVES]
