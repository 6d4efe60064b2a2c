/** Of a circle of radius 1 about (0, 0). */
const CORNERS = Array.from({ length: 12 }, (_, i) => {
  const turn = ((i + 0.5) * Math.PI) / 6
  return [Math.cos(turn), Math.sin(turn)] as const
})

/**
 * A disc as near as twelve corners come to it, as an SVG polygon has them. A polygon's points, like the ends of a line,
 * are no CSS properties: moving many of them costs the browser far less than moving circles and rectangles.
 * @param radius px
 */
export function discPoints(x: number, y: number, radius: number): string {
  return CORNERS.map(([dx, dy]) => `${(x + dx * radius).toFixed(1)},${(y + dy * radius).toFixed(1)}`).join(
    ' ',
  )
}
