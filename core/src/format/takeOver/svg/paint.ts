import { hexOf, isColour, parseColour, type Value } from '../../../property/index.ts'
import { svgPaint, type SvgPaint } from '../../svg/index.ts'
import { isStill, mapMoving, still, zipMoving, type Moving } from '../motion/moving.ts'
import { movingValue, stillValue, type PieceValue } from '../pieces/piece.ts'
import { lengthOf } from '../style/lengths.ts'
import { movingLength, movingProperty, type MovedElement } from './geometry.ts'

const NOTHING = '#00000000'

/**
 * How a shape is painted, by the names of a layer's properties; null where it takes more than plain colours.
 * @param unit the length a share of a stroke's width is of, px
 * Source: W3C, SVG 2, chapter 13.
 */
export function paintValues(
  element: MovedElement,
  unit: number,
): { readonly paint: SvgPaint; readonly values: Readonly<Record<string, PieceValue>> } | null {
  const { computed, moved } = element
  // A line that is only there while something moves is a line all the same.
  const lined =
    moved.some(({ property }) => property === 'stroke') && (computed['stroke'] ?? 'none') === 'none'
  const paint = svgPaint(lined ? { ...computed, stroke: '#00000001' } : computed, unit)
  if (!paint) return null
  const { ends, joins } = paint.line
  const dash = dashValues(element, unit, paint)
  const values: Record<string, PieceValue> = {
    fill: movingValue(colour(element, 'fill', '#000000'), 'srgb'),
    stroke: movingValue(colour(element, 'stroke', NOTHING), 'srgb'),
    'stroke width': hasLine(element, paint)
      ? { moving: mapMoving(movingLength(element, 'stroke-width', unit, 1), (width) => Math.max(0, width)) }
      : stillValue(0),
    'line ends': stillValue(ends),
    'line joins': stillValue(joins),
    ...dash,
  }
  return { paint, values }
}

/** Whether a line is ever seen. */
const hasLine = ({ moved }: MovedElement, { strokeWidth }: SvgPaint): boolean =>
  strokeWidth > 0 || moved.some(({ property }) => property.startsWith('stroke'))

function dashValues(element: MovedElement, unit: number, { line }: SvgPaint): Record<string, PieceValue> {
  const [dash, gap] = line.dash
  const pattern = movingProperty(element, 'stroke-dasharray', (text) => dashOf(text, unit), [
    dash,
    gap,
  ] as const)
  if (isStill(pattern) && pattern.rest[0] === 0 && pattern.rest[1] === 0) return {}
  return {
    dash: { moving: mapMoving(pattern, ([on]): Value => on) },
    'dash gap': { moving: mapMoving(pattern, ([, off]): Value => off) },
    'dash offset': { moving: movingLength(element, 'stroke-dashoffset', unit) },
  }
}

function dashOf(text: string | undefined, unit: number): readonly [number, number] | null {
  if (text === undefined || text.trim() === 'none') return null
  const lengths = text
    .trim()
    .split(/[\s,]+/)
    .map((part) => lengthOf(part, unit))
  const [dash, gap = dash] = lengths
  return typeof dash === 'number' && typeof gap === 'number' && lengths.length <= 2 ? [dash, gap] : null
}

/** A colour with its opacity in it, in time. */
function colour(element: MovedElement, name: 'fill' | 'stroke', usual: string): Moving<string> {
  const plain = movingProperty(element, name, (text) => colourOf(text, element.computed), usual)
  const share = movingProperty(element, `${name}-opacity`, (text) => lengthOf(text, 1), 1)
  const faded = (text: string, alpha: number): string => {
    const [l, a, b, own] = parseColour(text)
    return hexOf([l, a, b, own * Math.min(1, Math.max(0, alpha))])
  }
  const both = zipMoving(plain, share, faded)
  if (both) return both
  element.leftOut({
    what: `How ${name}-opacity moves was left out, as the colour moves at other times.`,
    where: name,
  })
  return mapMoving(plain, (text) => faded(text, share.keys[0]!.value))
}

/** A colour as text; null where it cannot be read. */
export function colourOf(
  text: string | undefined,
  computed: Readonly<Record<string, string>>,
): string | null {
  if (text === undefined) return null
  if (text === 'none' || text === 'transparent') return NOTHING
  const named = /^currentcolor$/i.test(text) ? (computed['color'] ?? '#000000') : text
  return isColour(named) ? named : null
}

/**
 * An opacity in time, 0 … 1: that of its style, nothing where it is hidden.
 * @param isGroup what is in a hidden group is asked itself whether it is
 */
export function movingOpacity(element: MovedElement, isGroup: boolean): Moving<number> {
  const own = movingProperty(element, 'opacity', (text) => lengthOf(text, 1), 1)
  const clamped = mapMoving(own, (share) => Math.min(1, Math.max(0, share)))
  return ['visibility', 'display'].reduce<Moving<number>>((sum, property) => {
    const hides = (text: string | undefined): number | null =>
      text === undefined ? null : /^(?:hidden|collapse|none)$/.test(text.trim()) ? 0 : 1
    if (isGroup && !element.moved.some((one) => one.property === property)) return sum
    const shown = movingProperty(element, property, hides, 1)
    if (isStill(shown)) return shown.rest === 1 ? sum : still(0)
    const product = isStill(sum) ? zipMoving(sum, shown, (a, b) => a * b) : null
    if (!product)
      element.leftOut({
        what: `How ${property} switches was left out, as the opacity moves too.`,
        where: property,
      })
    return product ?? sum
  }, clamped)
}
