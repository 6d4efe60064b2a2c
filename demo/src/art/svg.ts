/** A whole SVG file of a given size in px. */
export function svgFile(width: number, height: number, body: string, defs = ''): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${
    defs ? `<defs>${defs}</defs>` : ''
  }${body}</svg>\n`
}

export function polygon(points: readonly (readonly [number, number])[], fill: string, more = ''): string {
  return `<polygon points="${points.map((point) => point.map(round).join(',')).join(' ')}" fill="${fill}" ${more}/>`
}

export function rect(x: number, y: number, width: number, height: number, fill: string, more = ''): string {
  return `<rect x="${round(x)}" y="${round(y)}" width="${round(width)}" height="${round(height)}" fill="${fill}" ${more}/>`
}

export function verticalGradient(
  id: string,
  stops: readonly (readonly [offset: number, colour: string])[],
): string {
  const list = stops.map(
    ([offset, colour]) =>
      `<stop offset="${offset}" stop-color="${colour.slice(0, 7)}"${colour.length > 7 ? ` stop-opacity="${round(parseInt(colour.slice(7), 16) / 255)}"` : ''}/>`,
  )
  return `<linearGradient id="${id}" x1="0" y1="0" x2="0" y2="1">${list.join('')}</linearGradient>`
}

export function glow(id: string, colour: string, strength: number): string {
  return `<radialGradient id="${id}"><stop offset="0" stop-color="${colour}" stop-opacity="${strength}"/><stop offset="0.35" stop-color="${colour}" stop-opacity="${round(strength * 0.35)}"/><stop offset="1" stop-color="${colour}" stop-opacity="0"/></radialGradient>`
}

export const round = (value: number): number => Number(value.toFixed(2))

/** A repeatable row of numbers 0 … 1 from a seed. Source: Park and Miller's minimal generator (memory). */
export function seeded(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 16807) % 2147483647
    return state / 2147483647
  }
}
