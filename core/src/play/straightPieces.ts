/** Where a curve is, and when. */
export interface Sampled {
  /** Elapsed share of the span. */
  readonly u: number
  readonly numbers: readonly number[]
}

/** Pieces a span is cut into at least, and halvings of each at most. */
const PIECES = 8
const DEEPEST = 12

/** Where a piece is looked at between its ends: unevenly, so that no even wave hides. */
const LOOKS = [0.25, 0.5, 0.75, 0.05, 0.4, 0.62, 0.95] as const

/** Points, the last left out, between which straight lines stay within `within` of a span. */
export function straightPieces(
  valueInto: (out: Float64Array, u: number) => void,
  width: number,
  within: number,
): Sampled[] {
  const at = (u: number): Sampled => {
    const out = new Float64Array(width)
    valueInto(out, u)
    return { u, numbers: [...out] }
  }
  const points: Sampled[] = []
  const visit = (from: Sampled, to: Sampled, depth: number): void => {
    const strays = LOOKS.some((share) => {
      const { numbers } = at(from.u + share * (to.u - from.u))
      return numbers.some(
        (part, i) => Math.abs(part - (from.numbers[i]! * (1 - share) + to.numbers[i]! * share)) > within,
      )
    })
    if (!strays || depth === 0) {
      points.push(from)
      return
    }
    const middle = at((from.u + to.u) / 2)
    visit(from, middle, depth - 1)
    visit(middle, to, depth - 1)
  }
  for (let i = 0; i < PIECES; i += 1) visit(at(i / PIECES), at((i + 1) / PIECES), DEEPEST)
  return points
}
