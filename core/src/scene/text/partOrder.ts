import { shuffled } from '../../chance/index.ts'

/** Which part of a text goes first. */
export const PART_ORDERS = ['forward', 'backward', 'middle out', 'ends in', 'chance'] as const
export type PartOrder = (typeof PART_ORDERS)[number]

/**
 * How many delays after the first each of some parts goes, in the order they are read; those as far from the middle go
 * at once.
 * @param seed of `chance`: the same order for the same seed
 */
export function partRanks(count: number, order: PartOrder, seed: number): readonly number[] {
  const forward = Array.from({ length: count }, (_, i) => i)
  if (order === 'forward') return forward
  if (order === 'backward') return forward.reverse()
  if (order === 'chance') return shuffled(forward, seed)
  const fromEnd = forward.map((i) => Math.min(i, count - 1 - i))
  const most = Math.floor((count - 1) / 2)
  return order === 'ends in' ? fromEnd : fromEnd.map((rank) => most - rank)
}
