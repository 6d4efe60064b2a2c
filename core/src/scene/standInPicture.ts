/** SVG text of a plain grey picture with a cross, for one that is missing. @param size px, as the missing one's */
export function standInPicture([width, height]: readonly [number, number]): string {
  const line = Math.max(1, Math.min(width, height) / 100)
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">` +
    `<rect width="${width}" height="${height}" fill="#bdbdba"/>` +
    `<path d="M0 0L${width} ${height}M${width} 0L0 ${height}" stroke="#55626b" stroke-width="${line}"/></svg>`
  )
}
