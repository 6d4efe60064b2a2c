import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import { shuffled } from '../../chance/index.ts'
import type { Bounds, Project, Scene } from '../../scene/index.ts'
import { asTicks, frameTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { undrafted } from '../editProperty.ts'
import { sceneIn, type MakeId } from '../refs.ts'
import { bendOfMove, setFrameMove } from './frameMove.ts'
import { readyFrameMove, type ReadyFrameMove } from './readyFrameMove.ts'

export interface MoveEachStill {
  /** How much smaller the smaller frame of each move is, above 0, below 100. */
  readonly percent: number
  /** Which moves they get: the same for the same seed. */
  readonly seed: number
  /** What all of them are bent by. */
  readonly bend: PlainBend
  readonly makeId: MakeId
}

/** Moves and their opposites. */
const PAIRS: readonly (readonly [ReadyFrameMove, ReadyFrameMove])[] = [
  ['pushIn', 'pullOut'],
  ['panRight', 'panLeft'],
  ['panDown', 'panUp'],
]

/**
 * Seeds that lie beside each other begin alike with the generator; these lie far apart.
 * Source: D. Knuth, The Art of Computer Programming 3 (1998), 6.4, multiplicative hashing.
 */
const spread = (seed: number): number => Math.imul(seed, 0x9e3779b1)

/**
 * The ready moves of a row of stills: each pair in turn, by chance in what order, and every other still the other way.
 * @returns as many as asked for
 */
export function alternatingMoves(count: number, seed: number): ReadyFrameMove[] {
  return Array.from({ length: count }, (_, i) => {
    const round = Math.floor(i / PAIRS.length)
    const pair = shuffled(PAIRS, spread(seed) + spread(round + 1))[i % PAIRS.length]!
    return pair[(i + seed) % 2 === 0 ? 0 : 1]
  })
}

/**
 * Gives each of several stills a move over its own stretch, in the order they start, all with one linked bend.
 * @param stills the box of each in its own coordinates, px, by layer id
 * @throws BadEdit where one cannot be moved so: then none is
 */
export function moveEachStill(
  draft: Draft<Project>,
  sceneId: string,
  stills: ReadonlyMap<string, Bounds>,
  { percent, seed, bend: plain, makeId }: MoveEachStill,
): void {
  const { layers, size, rate } = undrafted<Scene>(sceneIn(draft, sceneId))
  const row = layers.filter(({ id }) => stills.has(id)).sort((a, b) => a.span[0] - b.span[0])
  if (row.length < 2) throw new BadEdit('Select two stills or more to give each a move. Nothing was changed.')
  const bend = bendOfMove(draft, { name: 'Frame moves', bend: plain }, makeId)
  const frame = frameTicks(rate)
  const kinds = alternatingMoves(row.length, seed)
  row.forEach(({ id, span }, i) => {
    const [first, last] = readyFrameMove(kinds[i]!, percent, { frame: size, still: stills.get(id)! })
    const end = asTicks(Math.max(span[0] + frame, span[1] - frame))
    const stops = [
      { t: span[0], framing: first },
      { t: end, framing: last },
    ]
    setFrameMove(draft, { scene: sceneId, layer: id }, { stops, bend }, makeId)
  })
}
