import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyBend } from '../../test/trials.ts'
import { compileBend, type PlainBend } from '../bend/index.ts'
import { bendPieces, piecesWithinEnds, type BendPiece } from './index.ts'

const WITHIN = 0.0005

/** What the pieces say at an elapsed share, by bisection of their own time. */
function progressOf(pieces: readonly BendPiece[], u: number): number {
  const piece = pieces.find(({ u: [, , , end] }) => u < end) ?? pieces.at(-1)!
  const at = ([a, b, c, d]: BendPiece['u'], s: number): number =>
    (1 - s) ** 3 * a + 3 * s * (1 - s) ** 2 * b + 3 * s * s * (1 - s) * c + s ** 3 * d
  let [low, high] = [0, 1]
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2
    if (at(piece.u, middle) < u) low = middle
    else high = middle
  }
  return at(piece.p, low)
}
const looks = Array.from({ length: 97 }, (_, i) => (i + 0.37) / 97.5)

describe('a bend in pieces', () => {
  it('progresses as the bend does, whether the pieces stay between their ends or not', () => {
    fc.assert(
      fc.property(anyBend, (bend) => {
        const curve = compileBend(bend)
        const pieces = bendPieces(bend, WITHIN)
        for (const list of [pieces, piecesWithinEnds(pieces)]) {
          const gaps = looks.map((u) => {
            // What stands upright may come a hair sooner or later.
            const near = [u - 1e-6, u, u + 1e-6].map((one) => curve.progress(one))
            const found = progressOf(list, u)
            return Math.max(Math.min(...near) - found, found - Math.max(...near))
          })
          expect(Math.max(...gaps)).toBeLessThanOrEqual(0.0006)
        }
      }),
      { numRuns: 200, seed: 23 },
    )
  })

  it('keeps handles between the ends of each piece where that is asked for', () => {
    const swings: PlainBend = {
      kind: 'handles',
      leave: { reach: 0.7, rise: -2 },
      arrive: { reach: 0.6, rise: -3 },
    }
    const pieces = piecesWithinEnds(bendPieces(swings, WITHIN))
    expect(pieces.length).toBeGreaterThan(2)
    for (const { p } of pieces)
      for (const handle of [p[1], p[2]]) {
        expect(handle).toBeGreaterThanOrEqual(Math.min(p[0], p[3]) - 1e-6)
        expect(handle).toBeLessThanOrEqual(Math.max(p[0], p[3]) + 1e-6)
      }
  })

  it('jumps where the bend does: of steps at both ends, of a hold at the last', () => {
    const steps = bendPieces({ kind: 'family', family: 'steps', steps: 2, jump: 'both' }, WITHIN)
    expect(steps.map(({ p }) => [p[0], p[3]].map((part) => Number(part.toFixed(6))))).toEqual([
      [0.333333, 0.333333],
      [0.666667, 0.666667],
    ])
    expect(bendPieces({ kind: 'hold' }, WITHIN)[0]!.p).toEqual([0, 0, 0, 0])
  })
})
