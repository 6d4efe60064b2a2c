import { HOLD } from '../../../bend/index.ts'
import { bendPieces, piecesWithinEnds, type BendPiece } from '../../../play/index.ts'
import { progressWithin, type Track } from '../track.ts'

/** One value of an animation element, and how it goes on to the next. */
export interface Timed {
  /** Share of the duration, 0 … 1. */
  readonly share: number
  readonly numbers: readonly number[]
  /** A cubic Bézier between 0, 0 and 1, 1; null for straight. */
  readonly spline: readonly [x1: number, y1: number, x2: number, y2: number] | null
  /** Whether what comes next is a jump that is to come just after this moment, not at it. */
  readonly jumpsAfter?: boolean
}

/** Moments this near to each other, as shares, are one. */
const SAME = 5e-8

/**
 * Browsers keep moments as 32-bit floats. A jump is written this share early, so that it is there at its own moment; or late,
 * where it is to come just after.
 */
export const HAIR = 2e-7

/** How a track is cut. */
export interface Timing {
  /** Share of the duration that a frame lasts. */
  readonly frame: number
  /** Whether splines have to stay between their ends. */
  readonly isBounded: boolean
}

/** What a track is at the ends of its pieces, each one cubic Bézier. */
export function timedOf(track: Track, { frame, isBounded }: Timing): Timed[] {
  const { keys } = track
  const timed: Timed[] = []
  keys.forEach((key, i) => {
    const next = keys[i + 1]
    if (!next) {
      timed.push({ share: key.share, numbers: key.numbers, spline: null })
      return
    }
    const length = next.share - key.share
    // A round of a loop ends a tick before the next begins: that of the two which is on a frame is to be seen there.
    if (length <= SAME) {
      const offFrame = (share: number): number => Math.abs(share / frame - Math.round(share / frame))
      const jumpsAfter = offFrame(key.share) < offFrame(next.share)
      timed.push({ share: key.share, numbers: key.numbers, spline: null, jumpsAfter })
      return
    }
    const at = (p: number): number[] => key.numbers.map((part, k) => part + p * (next.numbers[k]! - part))
    const isStill = key.numbers.every((part, k) => part === next.numbers[k])
    const bend = isStill ? HOLD : key.bend
    const pieces = bendPieces(bend, progressWithin(key, next, track))
    for (const piece of isBounded ? piecesWithinEnds(pieces) : withoutSwings(pieces)) {
      const { u, p } = piece
      timed.push({ share: key.share + u[0] * length, numbers: at(p[0]), spline: splineOf(piece) })
      timed.push({ share: key.share + u[3] * length, numbers: at(p[3]), spline: null })
    }
  })
  const kept = atOwnMoments(timed)
  // A list has to begin at 0 and end at 1.
  return kept.map((one, i) =>
    i === 0 ? { ...one, share: 0 } : i === kept.length - 1 ? { ...one, share: 1 } : one,
  )
}

/** Of pieces that swing far beyond their ends a share of the way between these says little: they are cut. */
const FAR = 20

export function withoutSwings(pieces: readonly BendPiece[]): readonly BendPiece[] {
  return pieces.flatMap((piece) => {
    const [from, leave, arrive, to] = piece.p
    const swing = Math.max(Math.abs(leave - from), Math.abs(arrive - from))
    return swing > FAR * Math.abs(to - from) ? piecesWithinEnds([piece]) : [piece]
  })
}

/** A piece as a spline between its own ends; null where it is straight. */
export function splineOf({ u, p }: BendPiece): Timed['spline'] {
  if (p[0] === p[3] || (isStraight(u) && isStraight(p))) return null
  const share = (of: BendPiece['u'], i: number): number => (of[i]! - of[0]) / (of[3] - of[0])
  const time = (i: number): number => Math.min(1, Math.max(0, share(u, i)))
  return [time(1), share(p, 1), time(2), share(p, 2)]
}

const isStraight = ([a, b, c, d]: BendPiece['u']): boolean =>
  Math.abs(b - a - (d - a) / 3) < 1e-9 && Math.abs(c - a - (2 * (d - a)) / 3) < 1e-9

/** Of all that stands at one moment the first and the last stay, of which one is enough where it does not jump. */
function atOwnMoments(timed: readonly Timed[]): Timed[] {
  const kept: Timed[] = []
  for (let from = 0; from < timed.length;) {
    let to = from
    while (to + 1 < timed.length && timed[to + 1]!.share <= timed[from]!.share + SAME) to += 1
    const [first, last] = [timed[from]!, timed[to]!]
    const jumps = first.numbers.some((part, k) => !isNear(part, last.numbers[k]!))
    const after = timed.slice(from, to).some(({ jumpsAfter }) => jumpsAfter)
    const share = !jumps
      ? last.share
      : after
        ? Math.min(1, first.share + HAIR)
        : Math.max(0, last.share - HAIR)
    if (jumps) kept.push({ ...first, share, spline: null })
    kept.push({ ...last, share })
    from = to + 1
  }
  return kept
}

const isNear = (one: number, other: number): boolean =>
  Math.abs(one - other) <= 1e-9 * Math.max(1, Math.abs(one))
