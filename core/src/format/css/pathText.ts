import type { PlaceSpan } from '../../property/index.ts'
import { arcLength, splitCubic, type Cubic } from '../../route/index.ts'

/**
 * Largest sag of a piece's chord, px. Browsers measure path lengths by chords of pieces they cut until they look
 * straight on screen; pieces cut this fine beforehand leave their length right (error about 8/3·sag²/chord a piece).
 */
const SAG_PX = 0.02

const number = (value: number): string => String(Number(value.toFixed(4)))

/** One CSS path() through the routes of a place, cut fine enough for a browser to measure it well. */
export function pathText(spans: readonly PlaceSpan[]): string {
  const start = spans[0]!.route.cubic.from
  const pieces = spans.flatMap(({ route }) =>
    route.straight ? [`L${route.cubic.to.map(number).join(' ')}`] : cutFine(route.cubic).map(cubicText),
  )
  return `M${start.map(number).join(' ')}${pieces.join('')}`
}

function cubicText({ leave, arrive, to }: Cubic): string {
  return `C${[leave, arrive, to].map((point) => point.map(number).join(' ')).join(' ')}`
}

function cutFine(cubic: Cubic): Cubic[] {
  const chord = Math.hypot(cubic.to[0] - cubic.from[0], cubic.to[1] - cubic.from[1])
  const length = arcLength(cubic, 0, 1, 1e-7)
  // A flat arc's length exceeds its chord by 8/3·sag²/chord.
  if (length - chord <= ((8 / 3) * SAG_PX * SAG_PX) / Math.max(length, 1e-6)) return [cubic]
  const [first, second] = splitCubic(cubic, 0.5)
  return [...cutFine(first), ...cutFine(second)]
}
