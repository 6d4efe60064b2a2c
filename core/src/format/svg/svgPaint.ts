import { clamp } from '../../number/index.ts'
import { hexOf, isColour, parseColour } from '../../property/index.ts'
import { readLength } from './svgSize.ts'
import type { Declared } from './svgStyles.ts'

/** How a shape is painted, where plain colours say all of it. */
export interface SvgPaint {
  readonly fill: string
  readonly filled: boolean
  readonly stroke: string
  /** In the file's px; 0 for none. */
  readonly strokeWidth: number
  readonly evenOdd: boolean
}

const NOTHING = '#00000000'
const isSet = (value: string | undefined): boolean => value !== undefined && value !== 'none'

/**
 * The paint of a shape; null where it takes more than plain colours: gradients, patterns, dashes, markers.
 * @param unit the length a share of a stroke's width is of, px
 * Source: W3C, SVG 2, chapter 13.
 */
export function svgPaint(declared: Declared, unit: number): SvgPaint | null {
  const fill = colourOf(declared, 'fill', '#000000')
  const stroke = colourOf(declared, 'stroke', 'none')
  if (fill === null || stroke === null) return null
  const width = stroke === NOTHING ? 0 : (readLength(declared['stroke-width'], unit) ?? 1)
  const strokeWidth = Math.max(0, width)
  const marked = ['marker-start', 'marker-mid', 'marker-end'].some((name) => isSet(declared[name]))
  const dashed = strokeWidth > 0 && isSet(declared['stroke-dasharray'])
  if (marked || dashed) return null
  return { fill, filled: fill !== NOTHING, stroke, strokeWidth, evenOdd: declared['fill-rule'] === 'evenodd' }
}

/** A colour with its opacity in it; null for a paint that is none. */
function colourOf(declared: Declared, name: 'fill' | 'stroke', usual: string): string | null {
  const text = declared[name] ?? usual
  if (text === 'none' || text === 'transparent') return NOTHING
  if (/^url\(/i.test(text)) return null
  const named = /^currentcolor$/i.test(text) ? (declared['color'] ?? '#000000') : text
  const [l, a, b, alpha] = parseColour(isColour(named) ? named : '#000000')
  const shown = alpha * shareOf(declared[`${name}-opacity`])
  return shown <= 0 ? NOTHING : hexOf([l, a, b, shown])
}

/** An opacity as a share; 1 where none is given. */
export function shareOf(text: string | undefined): number {
  const share = readLength(text, 1) ?? 1
  return clamp(share, 0, 1)
}
