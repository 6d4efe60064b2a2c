import type { PlaceSpan } from '../../property/index.ts'
import { isStraight, splitCubic, type Cubic, type Vec2 } from '../../route/index.ts'

/**
 * Largest sag of a chord, px. A browser measures along a curve by its own rough chords and slides unevenly between
 * them (0.3 px was seen); along short straight lines it is exact, and these stray from the route by no more than this.
 */
const SAG_PX = 0.01

const number = (value: number): string => String(Number(value.toFixed(4)))

/** One CSS path() through the routes of a place, as lines short enough to be measured well. */
export function pathText(spans: readonly PlaceSpan[]): string {
  const cubics = spans.flatMap(({ route }) => route.cubics)
  const start = cubics[0]!.from
  const points = cubics.flatMap((cubic) => (isStraight(cubic) ? [cubic.to] : chordEnds(cubic)))
  return `M${[start, ...points].map((point) => point.map(number).join(' ')).join('L')}`
}

/** Ends of the chords of a cubic, its own start left out. */
function chordEnds(cubic: Cubic, depth = 16): Vec2[] {
  if (depth === 0 || isFlat(cubic)) return [cubic.to]
  const [first, second] = splitCubic(cubic, 0.5)
  return [...chordEnds(first, depth - 1), ...chordEnds(second, depth - 1)]
}

/** Whether the chord stays within SAG_PX: so it does when each control point is within 4/3 of that of the chord's thirds. */
function isFlat({ from, leave, arrive, to }: Cubic): boolean {
  const off = (point: Vec2, share: number): number =>
    Math.hypot(point[0] - from[0] - share * (to[0] - from[0]), point[1] - from[1] - share * (to[1] - from[1]))
  return Math.max(off(leave, 1 / 3), off(arrive, 2 / 3)) <= (4 / 3) * SAG_PX
}
