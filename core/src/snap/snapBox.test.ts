import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { snapBox, type SnapBox, type SnapTo } from './snapBox.ts'

const box = (x: number, y: number, width: number, height: number): SnapBox => ({ x, y, width, height })
const FRAME = box(0, 0, 1280, 720)
const to = (more: Partial<SnapTo> = {}): SnapTo => ({
  boxes: [FRAME],
  guides: { x: [], y: [] },
  within: 8,
  ...more,
})

describe('snapBox', () => {
  it('brings a middle to the frame’s middle and draws the line as far as both reach', () => {
    const snapped = snapBox(box(593, 100, 100, 50), to())
    expect(snapped.by).toEqual([-3, 0])
    expect(snapped.lines).toEqual([{ axis: 'x', at: 640, from: 0, to: 720 }])
  })

  it.each([
    ['left to left', box(205, 400, 90, 40), [-5, 0]],
    ['right to right', box(306, 400, 90, 40), [4, 0]],
    ['left to right, touching', box(403, 400, 90, 40), [-3, 0]],
    ['top to bottom', box(700, 196, 90, 40), [0, 4]],
  ] as const)('brings sides to the sides of another box: %s', (_, moving, by) => {
    expect(snapBox(moving, to({ boxes: [box(200, 100, 200, 100)] })).by).toEqual(by)
  })

  it('leaves alone what is farther than asked', () => {
    const snapped = snapBox(box(260, 160, 90, 10), to({ boxes: [box(200, 100, 30, 20)], within: 8 }))
    expect(snapped).toEqual({ by: [0, 0], lines: [], gaps: [] })
  })

  it('comes to a guide before a side that is farther', () => {
    const guides = { x: [209], y: [] }
    expect(snapBox(box(208, 300, 90, 40), to({ boxes: [box(200, 100, 200, 100)], guides })).by[0]).toBe(1)
  })

  it('prefers like to like where two are as near', () => {
    // The moving box's left is 5 from the other's middle and its middle is 5 from it too.
    const other = box(100, 0, 100, 10)
    const moving = box(105, 50, 90 + 20, 10)
    // middle 160 → 150 is 10 away; left 105 → 100 is 5 away: left to left.
    expect(snapBox(moving, to({ boxes: [other] })).by[0]).toBe(-5)
    // right 205 → 200 (like) and left 95 → 100 (like) are as near: the first keeps it.
    expect(Math.abs(snapBox(box(95, 50, 110, 10), to({ boxes: [other] })).by[0])).toBe(0)
  })

  it('tells the clear way to what it lies in line with', () => {
    const snapped = snapBox(box(203, 260, 80, 40), to({ boxes: [box(200, 100, 200, 100)] }))
    expect(snapped.gaps).toEqual([{ axis: 'x', at: 200, from: 200, to: 260 }])
  })

  it('moves along one axis only where asked to', () => {
    expect(snapBox(box(636, 5, 0, 0), to({ only: 'y' })).by).toEqual([0, -5])
    expect(snapBox(box(636, 5, 0, 0), to({ only: 'x' })).by).toEqual([4, 0])
  })

  it('treats a point as a box without size', () => {
    const snapped = snapBox(box(636, 5, 0, 0), to())
    expect(snapped.by).toEqual([4, -5])
    expect(snapped.lines.map(({ at }) => at).sort((a, b) => a - b)).toEqual([0, 640])
  })

  it('moves no axis farther than asked, and what has come into line stays there', () => {
    const side = fc.integer({ min: 0, max: 400 })
    const anyBox = fc.record({ x: side, y: side, width: side, height: side })
    fc.assert(
      fc.property(
        anyBox,
        fc.array(anyBox, { maxLength: 6 }),
        fc.array(side, { maxLength: 3 }),
        (moving, boxes, x) => {
          const rules = { boxes, guides: { x, y: [] }, within: 6 }
          const { by } = snapBox(moving, rules)
          expect(Math.max(Math.abs(by[0]), Math.abs(by[1]))).toBeLessThanOrEqual(6)
          const again = snapBox({ ...moving, x: moving.x + by[0], y: moving.y + by[1] }, rules)
          expect(again.by[0]).toBeCloseTo(0, 9)
          expect(again.by[1]).toBeCloseTo(0, 9)
        },
      ),
      { seed: 4, numRuns: 500 },
    )
  })
})
