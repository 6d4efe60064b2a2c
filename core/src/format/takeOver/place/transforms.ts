import type { Vec2 } from '../../../route/index.ts'
import { compileBend, LINEAR } from '../../../bend/index.ts'
import { mapMoving, still, type Moving } from '../motion/moving.ts'
import type { RoundKey } from '../motion/playRounds.ts'
import { isSkewed } from './partsOfMatrix.ts'
import { IDENTITY, matrixOfSteps, matrixStep, moveBy, type Step } from './steps.ts'

import { NoTransform, type TransformPart } from './transformParts.ts'

const NOTHING: Readonly<Record<TransformPart['kind'], readonly number[]>> = {
  move: [0, 0],
  turn: [0],
  scale: [1, 1],
  skewX: [0],
  skewY: [0],
  matrix: IDENTITY,
  tiltX: [0],
  tiltY: [0],
}

/** Parts that stay, as steps. */
export function stepsOfParts(parts: readonly TransformPart[]): readonly Step[] {
  return parts.map(({ kind, numbers }) => stillStep(kind, numbers))
}

function stillStep(kind: TransformPart['kind'], numbers: readonly number[]): Step {
  const tangent = Math.tan((numbers[0]! * Math.PI) / 180)
  const cosine = Math.cos((numbers[0]! * Math.PI) / 180)
  switch (kind) {
    case 'move':
      return moveBy(numbers as unknown as Vec2)
    case 'turn':
      return { kind, by: still(numbers[0]!) }
    case 'scale':
      return { kind, by: still(numbers as unknown as Vec2) }
    case 'skewX':
      return matrixStep([1, 0, tangent, 1, 0, 0])
    case 'skewY':
      return matrixStep([1, tangent, 0, 1, 0, 0])
    case 'matrix':
      return matrixStep(numbers)
    case 'tiltX':
      return { kind: 'scale', by: still([1, cosine]) }
    case 'tiltY':
      return { kind: 'scale', by: still([cosine, 1]) }
  }
}

/** One round of something, and what holds where that is not played. */
export interface Round<V> {
  readonly keys: readonly RoundKey<V>[]
  readonly rest: V
}
const mapRound = <V, W>({ keys, rest }: Round<V>, map: (value: V) => W): Round<W> => ({
  keys: keys.map((key) => ({ ...key, value: map(key.value) })),
  rest: map(rest),
})

/** How numbers over one round play in time; the same for every part of one motion. */
export type PlayNumbers = (round: Round<readonly number[]>) => Moving<readonly number[]>

/**
 * A transform that moves, as steps. Lists of the same functions move function by function; others as matrices.
 * @throws NoTransform
 * Source: W3C, CSS Transforms 1, section 10 (interpolation of transforms).
 */
export function movingSteps(round: Round<readonly TransformPart[]>, play: PlayNumbers): readonly Step[] {
  const lists = [...round.keys.map(({ value }) => value), round.rest]
  const longest = lists.reduce((best, list) => (list.length > best.length ? list : best))
  if (!lists.every((list) => list.every(({ kind }, i) => kind === longest[i]!.kind)))
    return [asMatrix(round, play)]
  const parts = longest.map(({ kind }, i) => ({
    kind,
    numbers: mapRound(round, (list) => list[i]?.numbers ?? NOTHING[kind]),
  }))
  const stays = parts.map(({ numbers }) => {
    const [first, ...others] = numbers.keys.map(({ value }) => String(value))
    return others.every((other) => other === first)
  })
  // A turn about a point comes to rest about that same point: what leads there and back stays, though at rest it is not written.
  const around = parts.flatMap(({ kind, numbers }, i) =>
    stays[i] ? [stillStep(kind, numbers.keys[0]!.value)] : [],
  )
  const isThereAndBack = round.rest.length === 0 && isIdentity(matrixOfSteps(around))
  return parts.map(({ kind, numbers }, i) => {
    const first = numbers.keys[0]!.value
    const isSame = stays[i] && (isThereAndBack || String(first) === String(numbers.rest))
    return isSame ? stillStep(kind, first) : movingStep(kind, numbers, play)
  })
}

const isIdentity = (matrix: readonly number[]): boolean =>
  matrix.every((part, i) => Math.abs(part - IDENTITY[i]!) < 1e-9)

function movingStep(kind: TransformPart['kind'], round: Round<readonly number[]>, play: PlayNumbers): Step {
  switch (kind) {
    case 'move':
    case 'scale':
      return { kind, by: mapMoving(play(round), (numbers) => numbers as unknown as Vec2) }
    case 'turn':
      return { kind, by: mapMoving(play(round), ([degrees]) => degrees!) }
    case 'matrix':
      return asMatrix(
        mapRound(round, (numbers) => [{ kind, numbers }]),
        play,
      )
    case 'tiltX':
    case 'tiltY':
      return {
        kind: 'scale',
        by: mapMoving(play(foreshortened(round)), ([share]): Vec2 =>
          kind === 'tiltX' ? [1, share!] : [share!, 1],
        ),
      }
    default:
      throw new NoTransform('its skew moves, and layers are not skewed')
  }
}

/** @throws NoTransform where it is skewed */
function asMatrix(round: Round<readonly TransformPart[]>, play: PlayNumbers): Step {
  const matrices = mapRound(round, (parts) => matrixOfSteps(stepsOfParts(parts)))
  if ([...matrices.keys.map(({ value }) => value), matrices.rest].some(isSkewed))
    throw new NoTransform('its skew moves, and layers are not skewed')
  return { kind: 'matrix', by: play(matrices) }
}

/** Keys a turn in depth is written with, at most these degrees apart. */
const TILT_STEP = 3

/** How much of a side is seen while it turns in depth: the cosine, in short straight pieces. */
function foreshortened({ keys, rest }: Round<readonly number[]>): Round<readonly number[]> {
  const cosine = (degrees: number): readonly number[] => [Math.cos((degrees * Math.PI) / 180)]
  const pieces = keys.flatMap(({ share, value, bend }, i) => {
    const next = keys[i + 1]
    const from = value[0]!
    if (!next || next.value[0] === from) return [{ share, value: cosine(from), bend }]
    const change = next.value[0]! - from
    const count = Math.min(400, Math.max(8, Math.ceil(Math.abs(change) / TILT_STEP)))
    const curve = compileBend(bend)
    return Array.from({ length: count }, (_, k) => ({
      share: share + ((next.share - share) * k) / count,
      value: cosine(from + change * curve.progress(k / count)),
      bend: LINEAR,
    }))
  })
  return { keys: pieces, rest: cosine(rest[0]!) }
}
