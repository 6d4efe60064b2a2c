import { HOLD } from '../../bend/index.ts'
import type { CurvePiece } from '../../fit/index.ts'
import { asTicks } from '../../time/index.ts'
import type { Key, Property, Value } from '../property.ts'
import { handleOfOffset } from '../smooth/sideSlopes.ts'
import { valueOfNumbers } from '../valueNumbers.ts'

export interface PieceKeysOptions {
  /** What kind the values are of. */
  readonly property: Property
  readonly makeId: () => string
}

/** Two slopes this near to each other, as a share of their size, pass through a key in one line. */
const IN_LINE = 1e-6

/**
 * Fitted pieces as keys with handles; times rounded to the tick. Where two pieces do not meet, a jump, the first one's
 * end is held from a tick before it.
 * @param pieces in order of time (ticks), values in the property's numbers
 */
export function keysOfPieces(pieces: readonly CurvePiece[], { property, makeId }: PieceKeysOptions): Key[] {
  const keys: Key[] = []
  const add = (time: number, numbers: readonly number[], more: Pick<Key, 'bend' | 'through'>): void => {
    const value: Value = valueOfNumbers(property, numbers)
    keys.push({ id: makeId(), t: asTicks(Math.round(time)), value, ...more })
  }
  pieces.forEach((piece, i) => {
    const before = pieces[i - 1]
    const meets = before && before.to.every((part, c) => Math.abs(part - piece.from[c]!) <= 1e-9)
    if (before && !meets) add(before.end - 1, before.to, { bend: HOLD, through: 'corner' })
    const change = piece.to.map((part, c) => part - piece.from[c]!)
    const leave = handleOfOffset(piece.leave, change, { reach: piece.reachLeave, side: 'leave' })
    const arrive = handleOfOffset(piece.arrive, change, { reach: piece.reachArrive, side: 'arrive' })
    const joined = before && meets && runsOn(before, piece)
    add(piece.start, piece.from, {
      bend: { kind: 'handles', leave, arrive },
      through: joined ? 'joined' : 'corner',
    })
  })
  const last = pieces[pieces.length - 1]
  if (last) add(last.end, last.to, { bend: { kind: 'linear' }, through: 'corner' })
  return keys
}

/** Whether a curve goes from one piece to the next without a bend in it. */
function runsOn(before: CurvePiece, after: CurvePiece): boolean {
  const early = before.reachArrive * (before.end - before.start)
  const late = after.reachLeave * (after.end - after.start)
  if (!(early > 0 && late > 0)) return false
  const slopes = before.arrive.map((part, c) => [part / early, after.leave[c]! / late] as const)
  const size = Math.hypot(...slopes.flat())
  return slopes.every(([a, b]) => Math.abs(a - b) <= IN_LINE * size)
}
