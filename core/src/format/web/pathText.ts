import type { PlaceSpan } from '../../property/index.ts'
import { isStraight, type Cubic, type Vec2 } from '../../route/index.ts'

/**
 * Largest sag of a chord, px. A browser measures along a curve by its own rough chords and slides unevenly between
 * them (0.3 px was seen); along short straight lines it is exact, and these stray from the route by no more than this.
 */
const SAG_PX = 0.01

const round = (value: number): number => Math.round(value * 1e4) / 1e4

/** One CSS path() through the routes of a place, as lines short enough to be measured well. */
export function pathText(spans: readonly PlaceSpan[]): string {
  const cubics = spans.flatMap(({ route }) => route.cubics)
  const [x, y] = cubics[0]!.from
  let text = `M${round(x)} ${round(y)}`
  for (const cubic of cubics) text += chordsText(cubic)
  return text
}

/**
 * The chords of a cubic, its own start left out, even in its parameter.
 * Source: Wang's bound (textbook): n chords sag by no more than a share 1/n² of an eighth of the largest second derivative.
 */
function chordsText(cubic: Cubic): string {
  const { from, leave, arrive, to } = cubic
  const bends = (a: Vec2, b: Vec2, c: Vec2): number =>
    Math.hypot(a[0] - 2 * b[0] + c[0], a[1] - 2 * b[1] + c[1])
  const second = 6 * Math.max(bends(from, leave, arrive), bends(leave, arrive, to))
  const count = isStraight(cubic) ? 1 : Math.max(1, Math.ceil(Math.sqrt(second / (8 * SAG_PX))))
  let text = ''
  for (let i = 1; i < count; i += 1) {
    const t = i / count
    const s = 1 - t
    const [p, q, r, u] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
    const x = p * from[0] + q * leave[0] + r * arrive[0] + u * to[0]
    const y = p * from[1] + q * leave[1] + r * arrive[1] + u * to[1]
    text += `L${round(x)} ${round(y)}`
  }
  return `${text}L${round(to[0])} ${round(to[1])}`
}
