/**
 * Corners of a square about a point, as an SVG polygon has them. A polygon's points, like the ends of a line, are no
 * CSS properties: moving many of them costs the browser far less than moving circles and rectangles.
 * @param half half the side, px
 */
export function squarePoints(x: number, y: number, half: number): string {
  const [left, right, top, bottom] = [x - half, x + half, y - half, y + half].map((value) => value.toFixed(1))
  return `${left},${top} ${right},${top} ${right},${bottom} ${left},${bottom}`
}
