import { HOLD } from '../../../bend/index.ts'
import { bendPieces, piecesWithinEnds, type BendPiece } from '../../../play/index.ts'
import { progressWithin, type Track } from '../track.ts'

/** One value of an animation element, and how it goes on to the next. */
interface Timed {
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
const HAIR = 2e-7

/**
 * The attributes by which an animation element plays a track. Bends are splines as they are where those stay between their
 * ends; others are cut so that they do.
 * @param frame share of the duration that a frame lasts
 * @param write a track's numbers as a value of the attribute
 * Source: W3C, SVG Animations 2, calcMode, keyTimes, keySplines.
 */
export function smilTiming(
  track: Track,
  frame: number,
  write: (numbers: readonly number[]) => string,
): string {
  const timed = timedOf(track, frame)
  const times = timed.map(({ share }) => digits(share))
  const lists = `values="${timed.map(({ numbers }) => write(numbers)).join(';')}" keyTimes="${times.join(';')}"`
  if (timed.every(({ spline }) => spline === null)) return `${lists} calcMode="linear"`
  const splines = timed.slice(0, -1).map(({ spline }) => (spline ?? [0, 0, 1, 1]).map(digits).join(' '))
  return `${lists} calcMode="spline" keySplines="${splines.join(';')}"`
}

/** The same for what cannot be between two values. */
export function smilSteps(track: Track, write: (numbers: readonly number[]) => string): string {
  const steps = track.keys.filter(
    ({ numbers }, i) => i === 0 || write(numbers) !== write(track.keys[i - 1]!.numbers),
  )
  const times = steps.map(({ share }, i) => digits(i === 0 ? 0 : Math.max(0, share - HAIR)))
  return `values="${steps.map(({ numbers }) => write(numbers)).join(';')}" keyTimes="${times.join(';')}" calcMode="discrete"`
}

/** Seven decimals: as many as a 32-bit float has. */
const digits = (value: number): string => String(Number(value.toFixed(7)))

function timedOf(track: Track, frame: number): Timed[] {
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
    for (const piece of piecesWithinEnds(bendPieces(bend, progressWithin(key, next, track)))) {
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

/** A piece as a spline between its own ends; null where it is straight. */
function splineOf({ u, p }: BendPiece): Timed['spline'] {
  if (p[0] === p[3] || (isStraight(u) && isStraight(p))) return null
  const share = (of: BendPiece['u'], i: number): number =>
    Math.min(1, Math.max(0, (of[i]! - of[0]) / (of[3] - of[0])))
  return [share(u, 1), share(p, 1), share(u, 2), share(p, 2)]
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
