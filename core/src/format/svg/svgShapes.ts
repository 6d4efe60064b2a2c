import type { XmlElement } from '../xml/index.ts'
import { readLength } from './svgSize.ts'

/** The canvas a percentage is a share of, px of the file. */
export type SvgWhole = readonly [width: number, height: number]

const SHAPES: Readonly<Record<string, (element: XmlElement, whole: SvgWhole) => string>> = {
  path: ({ attributes }) => attributes['d'] ?? '',
  rect: rectangle,
  circle: (element, whole) => {
    const { x, size } = lengths(element, whole)
    const r = size('r') ?? 0
    return ellipseAt([x('cx', 0), x('cy', 1)], [r, r])
  },
  ellipse: (element, whole) => {
    const { x, along } = lengths(element, whole)
    const [rx, ry] = [along('rx', 0), along('ry', 1)]
    return ellipseAt([x('cx', 0), x('cy', 1)], [rx ?? ry ?? 0, ry ?? rx ?? 0])
  },
  line: (element, whole) => {
    const { x } = lengths(element, whole)
    return `M${x('x1', 0)} ${x('y1', 1)}L${x('x2', 0)} ${x('y2', 1)}`
  },
  polyline: ({ attributes }) => polyline(attributes['points'] ?? ''),
  polygon: ({ attributes }) => {
    const line = polyline(attributes['points'] ?? '')
    return line && `${line}Z`
  },
}

/** Whether an element is one of the basic shapes or a path. */
export function isShape({ name }: XmlElement): boolean {
  return Object.hasOwn(SHAPES, name)
}

/**
 * A shape as path data in the file's coordinates; empty where it draws nothing.
 * Source: W3C, SVG 2, chapter 10, 'Equivalent path' of each basic shape.
 */
export function shapePath(element: XmlElement, whole: SvgWhole): string {
  return isShape(element) ? SHAPES[element.name]!(element, whole) : ''
}

function lengths({ attributes }: XmlElement, whole: SvgWhole) {
  return {
    x: (name: string, axis: 0 | 1): number => readLength(attributes[name], whole[axis]) ?? 0,
    along: (name: string, axis: 0 | 1): number | null => {
      const length = readLength(attributes[name], whole[axis])
      return length === null || length < 0 ? null : length
    },
    size: (name: string): number | null => {
      const length = readLength(attributes[name], Math.hypot(...whole) / Math.SQRT2)
      return length === null || length < 0 ? null : length
    },
  }
}

function rectangle(element: XmlElement, whole: SvgWhole): string {
  const { x: place, along } = lengths(element, whole)
  const [x, y] = [place('x', 0), place('y', 1)]
  const [width, height] = [along('width', 0) ?? 0, along('height', 1) ?? 0]
  if (width <= 0 || height <= 0) return ''
  const [ownX, ownY] = [along('rx', 0), along('ry', 1)]
  const rx = Math.min(ownX ?? ownY ?? 0, width / 2)
  const ry = Math.min(ownY ?? ownX ?? 0, height / 2)
  const [right, bottom] = [x + width, y + height]
  if (rx <= 0 || ry <= 0) return `M${x} ${y}H${right}V${bottom}H${x}Z`
  const arc = (toX: number, toY: number): string => `A${rx} ${ry} 0 0 1 ${toX} ${toY}`
  return [
    `M${x + rx} ${y}`,
    `H${right - rx}${arc(right, y + ry)}`,
    `V${bottom - ry}${arc(right - rx, bottom)}`,
    `H${x + rx}${arc(x, bottom - ry)}`,
    `V${y + ry}${arc(x + rx, y)}Z`,
  ].join('')
}

function ellipseAt([cx, cy]: readonly [number, number], [rx, ry]: readonly [number, number]): string {
  if (!(rx > 0 && ry > 0)) return ''
  const quarters = [
    [cx, cy + ry],
    [cx - rx, cy],
    [cx, cy - ry],
    [cx + rx, cy],
  ].map(([x, y]) => `A${rx} ${ry} 0 0 1 ${x} ${y}`)
  return `M${cx + rx} ${cy}${quarters.join('')}Z`
}

function polyline(points: string): string {
  const numbers = points.match(/[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?/gi) ?? []
  const pairs = Array.from(
    { length: Math.floor(numbers.length / 2) },
    (_, i) => `${numbers[2 * i]} ${numbers[2 * i + 1]}`,
  )
  return pairs.length < 2 ? '' : `M${pairs.join('L')}`
}
