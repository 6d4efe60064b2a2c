import type { MoveDistance, ReadyMove } from '@arrow-bend/core/moves'
import type { MoveShelf } from '../../../../session/view/readyMoves.ts'

export const SHELVES: readonly {
  readonly value: MoveShelf
  readonly label: string
  readonly hint: string
}[] = [
  { value: 'entrance', label: 'Come', hint: 'Come in: each ends as its layer is' },
  { value: 'exit', label: 'Go', hint: 'Go out: each starts as its layer is' },
  { value: 'accent', label: 'Accent', hint: 'Draw the eye to what is there, and leave it as it was' },
  { value: 'camera', label: 'Camera', hint: 'All that is selected moves as one picture' },
  { value: 'own', label: 'Own', hint: 'Moves you kept' },
]

export type DistanceKind = 'percent' | 'px' | 'outside'

export const DISTANCES: readonly { readonly value: DistanceKind; readonly label: string }[] = [
  { value: 'percent', label: '% of the frame' },
  { value: 'px', label: 'px' },
  { value: 'outside', label: 'just outside' },
]

export const kindOf = (distance: MoveDistance): DistanceKind =>
  distance === 'outside' ? 'outside' : 'px' in distance ? 'px' : 'percent'

const WAYS = [
  'to the right',
  'down to the right',
  'down',
  'down to the left',
  'to the left',
  'up to the left',
  'up',
  'up to the right',
] as const

/** A direction in words: one of eight, or in degrees. @param degrees clockwise from the x axis */
export function directionWords(degrees: number): string {
  const eighth = degrees / 45
  const nearest = Math.round(eighth)
  if (Math.abs(eighth - nearest) > 0.01) return `${Math.round(degrees)}°`
  return WAYS[((nearest % 8) + 8) % 8]!
}

/** What a move does, for those who do not see it. */
export const moveWords = ({ name, seconds }: ReadyMove): string => `${name}, ${seconds} s`
