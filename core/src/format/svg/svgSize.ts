import type { XmlElement } from '../xml/index.ts'

/** The canvas of an SVG: its size in px, and what its own coordinates are scaled and moved by. */
export interface SvgCanvas {
  readonly size: readonly [width: number, height: number]
  /** a, b, c, d, e, f as in CSS matrix(): from the file's coordinates to px. */
  readonly matrix: readonly number[]
}

/** px a unit. Source: W3C, CSS Values 4, section 6.2; em and ex of the usual 16 px text. */
const UNITS: ReadonlyMap<string, number> = new Map([
  ['', 1],
  ['px', 1],
  ['in', 96],
  ['cm', 96 / 2.54],
  ['mm', 96 / 25.4],
  ['q', 96 / 101.6],
  ['pt', 96 / 72],
  ['pc', 16],
  ['em', 16],
  ['rem', 16],
  ['ex', 8],
])
/** What a replaced element without any size gets. Source: W3C, CSS 2.2, section 10.3.2. */
const USUAL = [300, 150] as const

/** The longest text read as a length, in characters. */
const LONGEST_LENGTH = 100

/** A length in px; null where there is none or it cannot be read. @param whole what % is a share of, px */
export function readLength(text: string | undefined, whole: number): number | null {
  if (text === undefined || text.length > LONGEST_LENGTH) return null
  const found = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?)\s*([a-z]*|%)$/i.exec(text.trim())
  const number = Number(found?.[1])
  if (!found || !Number.isFinite(number)) return null
  const unit = found[2]!.toLowerCase()
  if (unit === '%') return (number / 100) * whole
  const px = UNITS.get(unit)
  return px === undefined ? null : number * px
}

/** The four numbers of a viewBox; null where it has none or an empty one. */
export function readViewBox(text: string | undefined): readonly [number, number, number, number] | null {
  const numbers = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const [x, y, width, height] = numbers
  if (numbers.length !== 4 || !numbers.every(Number.isFinite) || width! <= 0 || height! <= 0) return null
  return [x!, y!, width!, height!]
}

/**
 * The canvas of a root element: width and height, or the viewBox's, fitted whole into the middle of the canvas.
 * Source: W3C, SVG 2, sections 8.2, 8.6 and 8.7 (xMidYMid meet).
 */
export function svgCanvas({ attributes }: XmlElement): SvgCanvas {
  const box = readViewBox(attributes['viewBox'])
  const [usualWidth, usualHeight] = box ? [box[2], box[3]] : USUAL
  const given = (name: 'width' | 'height', whole: number): number | null => {
    const length = attributes[name]?.includes('%') ? null : readLength(attributes[name], whole)
    return length !== null && length > 0 ? length : null
  }
  const [ownWidth, ownHeight] = [given('width', usualWidth), given('height', usualHeight)]
  const ratio = usualWidth / usualHeight
  const width = ownWidth ?? (ownHeight !== null ? ownHeight * ratio : usualWidth)
  const height = ownHeight ?? (ownWidth !== null ? ownWidth / ratio : usualHeight)
  if (!box) return { size: [width, height], matrix: [1, 0, 0, 1, 0, 0] }
  const scale = Math.min(width / box[2], height / box[3])
  return {
    size: [width, height],
    matrix: [
      scale,
      0,
      0,
      scale,
      width / 2 - (box[0] + box[2] / 2) * scale,
      height / 2 - (box[1] + box[3] / 2) * scale,
    ],
  }
}
