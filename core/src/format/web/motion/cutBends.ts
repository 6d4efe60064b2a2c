import type { PlainBend } from '../../../bend/index.ts'
import { bendPieces, type PlayedKey } from '../../../play/index.ts'
import { progressWithin, type Track } from '../track.ts'
import { splineOf, withoutSwings } from './timed.ts'

/** A bend that CSS has a name for: it stays in one piece. */
const isNamed = (bend: PlainBend): boolean =>
  bend.kind === 'linear' ||
  bend.kind === 'hold' ||
  bend.kind === 'handles' ||
  (bend.kind === 'family' && bend.family === 'steps' && !bend.part)

/** Where a bend begins elsewhere than it ended it jumps, which Béziers do not. */
const MEETS = 1e-6

/**
 * A track whose bends of other kinds are cut into Béziers with a key at each of their ends: that takes a tenth of the text that
 * points on a line would.
 */
export function cutBends(track: Track): Track {
  if (track.keys.every(({ bend }) => isNamed(bend))) return track
  const keys = track.keys.flatMap((key, i): PlayedKey[] => {
    const next = track.keys[i + 1]
    if (!next || isNamed(key.bend)) return [key]
    const pieces = withoutSwings(bendPieces(key.bend, progressWithin(key, next, track)))
    const meet = pieces.every((piece, k) => Math.abs(piece.p[0] - (pieces[k - 1]?.p[3] ?? 0)) < MEETS)
    if (!meet || Math.abs(pieces.at(-1)!.p[3] - 1) > MEETS) return [key]
    return pieces.map((piece): PlayedKey => {
      const [x1, y1, x2, y2] = splineOf(piece) ?? [1 / 3, 1 / 3, 2 / 3, 2 / 3]
      const bend: PlainBend = {
        kind: 'handles',
        leave: { reach: x1, rise: y1 },
        arrive: { reach: 1 - x2, rise: 1 - y2 },
      }
      return {
        share: key.share + piece.u[0] * (next.share - key.share),
        numbers: key.numbers.map((part, n) => part + piece.p[0] * (next.numbers[n]! - part)),
        bend,
      }
    })
  })
  return { ...track, keys }
}
