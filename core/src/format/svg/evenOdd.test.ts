import { describe, expect, it } from 'vitest'
import { evenOddAsNonzero } from './evenOdd.ts'
import { pathOutlines } from './svgOutlines.ts'

const outlines = (data: string) => pathOutlines(data, [1, 0, 0, 1, 0, 0])
/** Corners in the order in which an outline runs. */
const corners = (data: string) =>
  evenOddAsNonzero(outlines(data))?.map(({ vertices }) => vertices.map(({ at }) => at.join()))

describe('areas of the even-odd rule', () => {
  it('have holes that run the other way round, and islands in them that do not', () => {
    const square = (from: number, to: number): string => `M${from} ${from}H${to}V${to}H${from}Z`
    const found = corners(square(0, 30) + square(5, 25) + square(10, 20))!
    expect(found[0]).toEqual(['0,0', '30,0', '30,30', '0,30'])
    expect(found[1]).toEqual(['5,25', '25,25', '25,5', '5,5'])
    expect(found[2]).toEqual(['10,10', '20,10', '20,20', '10,20'])
  })

  it('beside each other stay as they are; one that ran the other way is turned', () => {
    expect(corners('M0 0H4V4H0ZM10 0V4H14V0Z')!.map(([first]) => first)).toEqual(['0,0', '14,0'])
  })

  it('that cross are not said by directions', () => {
    expect(evenOddAsNonzero(outlines('M0 0H30V30H0ZM10 10H50V20H10Z'))).toBeNull()
    expect(evenOddAsNonzero(outlines('M0 0L10 10L10 0L0 10Z'))).toBeNull()
  })
})
