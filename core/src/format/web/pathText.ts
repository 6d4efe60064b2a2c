import type { PlaceSpan } from '../../property/index.ts'
import { cubicPoint, isStraight, type Cubic, type Vec2 } from '../../route/index.ts'

/**
 * Largest sag of a chord, px. A browser measures along a curve by its own rough chords and slides unevenly between
 * them (0.3 px was seen); along short straight lines it is exact, and these stray from the route by no more than this.
 */
const SAG_PX = 0.01

/** Places are written to a ten-thousandth of a px. */
const PLACES = 1e4

/** One CSS path() through the routes of a place, as lines short enough to be measured well. */
export function pathText(spans: readonly PlaceSpan[]): string {
  const cubics = spans.flatMap(({ route }) => route.cubics)
  const [x, y] = cubics[0]!.from
  // Whole numbers of places: what is rounded at one point is made up for at the next.
  let [atX, atY] = [Math.round(x * PLACES), Math.round(y * PLACES)]
  const parts = [`M${atX / PLACES} ${atY / PLACES}l`]
  const lineTo = (toX: number, toY: number): void => {
    const [nextX, nextY] = [Math.round(toX * PLACES), Math.round(toY * PLACES)]
    parts.push(`${(nextX - atX) / PLACES} ${(nextY - atY) / PLACES}`)
    ;[atX, atY] = [nextX, nextY]
  }
  for (const cubic of cubics) chords(cubic, lineTo)
  return `${parts[0]!}${parts.slice(1).join(' ')}`
}

/**
 * The ends of a cubic's chords, even in its parameter.
 * Source: Wang's bound (textbook): n chords sag by no more than a share 1/n² of an eighth of the largest second derivative.
 */
function chords(cubic: Cubic, lineTo: (x: number, y: number) => void): void {
  const { from, leave, arrive, to } = cubic
  const bends = (a: Vec2, b: Vec2, c: Vec2): number =>
    Math.hypot(a[0] - 2 * b[0] + c[0], a[1] - 2 * b[1] + c[1])
  const second = 6 * Math.max(bends(from, leave, arrive), bends(leave, arrive, to))
  const count = isStraight(cubic) ? 1 : Math.max(1, Math.ceil(Math.sqrt(second / (8 * SAG_PX))))
  for (let i = 1; i < count; i += 1) lineTo(...cubicPoint(cubic, i / count))
  lineTo(to[0], to[1])
}
