export { readMoves, writeMoves } from './movesText.ts'
