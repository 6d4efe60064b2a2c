export {
  MOVE_ROLES,
  MOVE_VARIATIONS,
  type MoveDistance,
  type MoveHow,
  type MoveKey,
  type MoveRest,
  type MoveRole,
  type MoveSettings,
  type MoveTrack,
  type MoveVariation,
  type ReadyMove,
} from './move.ts'
export { along } from './moveTracks.ts'
export { moveGhosts, type MoveGhost } from './moveGhosts.ts'
export { readyMoveOf, type OwnMove } from './ownMove.ts'
export { READY_MOVES } from './readyMoves.ts'
