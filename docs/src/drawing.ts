/** Colours of the paper theme. */
export const INK = '#1f2b33'
export const RULE = '#c9c2b2'
export const HUES = { place: '#c8401a', turn: '#0e6b75', size: '#7a5a00', colour: '#8b3a83' } as const

export type Point = readonly [x: number, y: number]

/** A part of a picture with axes of its own: maps what is measured to where it is drawn. */
export interface Panel {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
  readonly x: readonly [from: number, to: number]
  readonly y: readonly [from: number, to: number]
}

const short = (value: number): string => String(Number(value.toFixed(2)))

/** Where a measured point is drawn. */
export function place({ left, top, width, height, x, y }: Panel, [a, b]: Point): Point {
  return [
    left + ((a - x[0]) / (x[1] - x[0])) * width,
    top + height - ((b - y[0]) / (y[1] - y[0])) * height,
  ]
}

/** A line through measured points; a gap in time of nothing is drawn as a jump. */
export function curve(panel: Panel, points: readonly Point[], colour: string, more = ''): string {
  const data = points.map((point) => place(panel, point).map(short).join(' ')).join('L')
  return `<path d="M${data}" fill="none" stroke="${colour}" stroke-width="2" ${more}/>`
}

/** A round key. */
export function bead(panel: Panel, point: Point, colour: string): string {
  const [x, y] = place(panel, point).map(short)
  return `<circle cx="${x}" cy="${y}" r="4" fill="#fffdf8" stroke="${colour}" stroke-width="2"/>`
}

/** A square handle and the line to its key. */
export function handle(panel: Panel, key: Point, at: Point): string {
  const [[x, y], [hx, hy]] = [place(panel, key), place(panel, at)]
  return `<path d="M${short(x)} ${short(y)}L${short(hx)} ${short(hy)}" stroke="${INK}" stroke-width="1"/><rect x="${short(hx - 3.5)}" y="${short(hy - 3.5)}" width="7" height="7" fill="${INK}"/>`
}

/** Words, drawn where they are put. */
export function words(text: string, [x, y]: Point, anchor: 'start' | 'middle' | 'end' = 'start'): string {
  return `<text x="${short(x)}" y="${short(y)}" text-anchor="${anchor}">${text}</text>`
}

/** The frame of a panel and its lines at 0 and 1, or wherever asked. */
export function frame(panel: Panel, lines: readonly number[] = []): string {
  const { left, top, width, height } = panel
  const rules = lines.map((value) => {
    const y = short(place(panel, [panel.x[0], value])[1])
    return `<path d="M${left} ${y}h${width}" stroke="${RULE}" stroke-dasharray="2 3"/>`
  })
  return `<rect x="${left}" y="${top}" width="${width}" height="${height}" fill="#fffdf8" stroke="${RULE}"/>${rules.join('')}`
}

/** A whole picture. @param title what it shows, for those who cannot see it */
export function picture(width: number, height: number, title: string, parts: readonly string[]): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" role="img">
<title>${title}</title>
<rect width="${width}" height="${height}" fill="#f4efe4"/>
<g font-family="Atkinson Hyperlegible Next, Verdana, sans-serif" font-size="13" fill="${INK}" stroke="none">
${parts.join('\n')}
</g>
</svg>
`
}
