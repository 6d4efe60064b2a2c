import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cubicPoint, type Cubic, type Vec2 } from '../../../route/index.ts'
import { evenCubic } from './evenCubic.ts'
import { withoutChords } from './withoutChords.ts'

/** Points of a cubic at even steps, to four decimals as files have them. */
const cut = (cubic: Cubic, count: number): Vec2[] =>
  Array.from({ length: count + 1 }, (_, i) => {
    const [x, y] = cubicPoint(cubic, i / count)
    return [Math.round(x * 1e4) / 1e4, Math.round(y * 1e4) / 1e4]
  })
const chordsThrough = (points: readonly Vec2[]): Cubic[] =>
  points.slice(1).map((to, i) => ({ from: points[i]!, leave: points[i]!, arrive: to, to }))
const apart = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1])

/** A cubic that goes on from a point in a direction and turns by an angle. */
function turning(from: Vec2, angle: number, { turn, reach }: { turn: number; reach: number }): Cubic {
  const onwards = ([x, y]: Vec2, by: number, along: number): Vec2 => [
    x + by * Math.cos(along),
    y + by * Math.sin(along),
  ]
  const leave = onwards(from, reach, angle)
  const arrive = onwards(leave, reach, angle + turn / 2)
  return { from, leave, arrive, to: onwards(arrive, reach, angle + turn) }
}

describe('chords that stand for curves', () => {
  it('are the cubics they were cut from, one after another', () => {
    const piece = fc.record({
      turn: fc.double({ min: 0.4, max: 1.4, noNaN: true }),
      reach: fc.double({ min: 40, max: 140, noNaN: true }),
      count: fc.integer({ min: 16, max: 60 }),
    })
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 4 }), (pieces) => {
        const cubics: Cubic[] = []
        const points: Vec2[] = [[0, 0]]
        let angle = 0
        for (const { count, ...way } of pieces) {
          const cubic = turning(cubics.at(-1)?.to ?? [0, 0], angle, way)
          cubics.push(cubic)
          points.push(...cut(cubic, count).slice(1))
          angle += way.turn
        }
        const found = withoutChords(chordsThrough(points))
        expect(found).toHaveLength(cubics.length)
        found.forEach((cubic, k) => {
          for (const t of [0, 0.2, 0.5, 0.8, 1])
            expect(apart(cubicPoint(cubic, t), cubicPoint(cubics[k]!, t))).toBeLessThan(1e-3)
        })
      }),
    )
  })

  it('are fitted where they were cut otherwise: a circle by its angle', () => {
    const circle = Array.from({ length: 121 }, (_, i): Vec2 => {
      const angle = (i / 120) * Math.PI
      return [200 * Math.cos(angle), 200 * Math.sin(angle)]
    })
    expect(evenCubic(circle)).toBeNull()
    const found = withoutChords(chordsThrough(circle))
    expect(found.length).toBeLessThan(12)
    for (const cubic of found)
      for (let t = 0; t <= 1; t += 0.1)
        expect(Math.abs(Math.hypot(...cubicPoint(cubic, t)) - 200)).toBeLessThan(0.1)
  })

  it('stay as they are where they are few, or turn sharply', () => {
    const zigzag = Array.from({ length: 20 }, (_, i): Vec2 => [20 * i, i % 2 === 0 ? 0 : 30])
    expect(withoutChords(chordsThrough(zigzag))).toHaveLength(19)
    const few = cut({ from: [0, 0], leave: [50, 0], arrive: [100, 50], to: [100, 100] }, 6)
    expect(withoutChords(chordsThrough(few))).toHaveLength(6)
  })
})
