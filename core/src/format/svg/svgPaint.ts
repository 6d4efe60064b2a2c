import { clamp } from '../../number/index.ts'
import { hexOf, isColour, parseColour } from '../../property/index.ts'
import { LINE_ENDS, LINE_JOINS, type ArtLine } from '../../scene/index.ts'
import { readLength } from './svgSize.ts'
import type { Declared } from './svgStyles.ts'

/** How a shape is painted, where plain colours say all of it. */
export interface SvgPaint {
  readonly fill: string
  readonly filled: boolean
  readonly stroke: string
  /** In the file's px; 0 for none. */
  readonly strokeWidth: number
  readonly line: ArtLine
  readonly evenOdd: boolean
}

const NOTHING = '#00000000'
const isSet = (value: string | undefined): boolean => value !== undefined && value !== 'none'

/**
 * The paint of a shape; null where it takes more than plain colours: gradients, patterns, dashes of several lengths, markers.
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
  const dash = strokeWidth > 0 ? dashOf(declared, unit) : NO_DASH
  if (marked || !dash) return null
  const line = {
    ends: oneOf(LINE_ENDS, declared['stroke-linecap'], 'butt'),
    joins: oneOf(LINE_JOINS, declared['stroke-linejoin'], 'miter'),
    dash,
  }
  return {
    fill,
    filled: fill !== NOTHING,
    stroke,
    strokeWidth,
    line,
    evenOdd: declared['fill-rule'] === 'evenodd',
  }
}

const NO_DASH = [0, 0, 0] as const

function oneOf<T extends string>(all: readonly T[], text: string | undefined, usual: T): T {
  return all.find((one) => one === text) ?? usual
}

/** A dash, a gap and how far into them the line begins, px; null for a pattern of more lengths than these. */
function dashOf(declared: Declared, unit: number): ArtLine['dash'] | null {
  const text = declared['stroke-dasharray']
  if (!isSet(text)) return NO_DASH
  const lengths = text!
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((one) => readLength(one, unit))
  const [dash, gap = dash] = lengths
  if (lengths.length > 2 || dash === null || dash === undefined || gap === null || gap === undefined)
    return null
  // What cannot be a pattern draws a line without gaps.
  if (dash < 0 || gap < 0 || dash + gap === 0) return NO_DASH
  // A gap of none is no pattern; here it would be as long as the dash.
  return gap === 0 ? NO_DASH : [dash, gap, readLength(declared['stroke-dashoffset'], unit) ?? 0]
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
