import { clamp } from '../../../number/index.ts'
import { hexOf, parseColour, type Value } from '../../../property/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import { applyMatrix, MOST_STOPS, type Bounds, type Matrix } from '../../../scene/index.ts'
import { isSimilar, multiply, readTransform } from '../../svg/index.ts'
import type { XmlElement } from '../../xml/index.ts'
import { isStill, mapMoving, still, zipMoving, type Moving } from '../motion/moving.ts'
import { movingValue, stillValue, type PieceValue } from '../pieces/piece.ts'
import { childElements } from '../style/cascade.ts'
import { lengthOf } from '../style/lengths.ts'
import { movingLength, movingProperty, type MovedElement } from './geometry.ts'
import { colourOf } from './paint.ts'

/** From where to where a gradient goes; a radial one from its middle to its edge. */
type Line = readonly [x0: number, y0: number, x1: number, y1: number]

/** A gradient that fills a shape, as ours can be: its line stands across its stripes, or its rings are circles. */
export interface FillGradient {
  readonly kind: 'linear' | 'radial'
  /** px of the shape's own coordinates. */
  readonly line: Moving<Line>
  /** The box of the shape while it stays as it is, px of the same. */
  readonly box: Bounds
  /** Whether it goes with the box of what it fills as that grows. */
  readonly keepsToBox: boolean
  readonly stops: Readonly<Record<string, PieceValue>>
  /** The colour it begins with. */
  readonly first: string
}

/** Where a gradient is read. */
export interface GradientSource {
  readonly byId: ReadonlyMap<string, XmlElement>
  /** What holds for an element, and what of it moves. */
  readonly given: (element: XmlElement) => MovedElement
  /** The box of what it fills, px of its own coordinates; null where that has none. */
  readonly box: () => Bounds | null
  /** Width and height of the drawing, that shares are of. */
  readonly whole: Vec2
  /** What covers all of it, 0 … 1. */
  readonly opacity: number
}

const NAMED = /^url\(\s*['"]?#([^'")]+)['"]?\s*\)/i
/** A gradient may take what it does not say from another: so many in a row. */
const LONGEST_CHAIN = 16

/** The gradient elements a fill names: the first, and those it takes from what it does not say itself. */
export function gradientChain(
  fill: string | undefined,
  byId: ReadonlyMap<string, XmlElement>,
): readonly XmlElement[] {
  const chain: XmlElement[] = []
  let id = NAMED.exec(fill ?? '')?.[1]
  while (id !== undefined && chain.length < LONGEST_CHAIN) {
    const element = byId.get(id)
    if (!element || !/^(?:linear|radial)Gradient$/.test(element.name) || chain.includes(element)) break
    chain.push(element)
    id = /^#(.+)$/.exec(element.attributes['href'] ?? '')?.[1]
  }
  return chain
}

/**
 * The gradient a fill names, in time; null where it is none, or one that a gradient of ours cannot be: with rings that are no
 * circles or not about one middle, repeated, or with moves at times of their own.
 * Source: W3C, SVG 2, 14.2.
 */
export function fillGradient(fill: string | undefined, source: GradientSource): FillGradient | null {
  const chain = gradientChain(fill, source.byId)
  const [element] = chain
  const holder = chain.find((one) => stopsOf(one).length > 0)
  if (!element || !holder) return null
  const kind = element.name === 'linearGradient' ? 'linear' : 'radial'
  // What one does not say, the next does.
  const said: Record<string, string> = Object.assign({}, ...chain.map((one) => one.attributes).reverse())
  const moved = chain.flatMap((one) => source.given(one).moved)
  if (moved.some(({ property }) => !LENGTHS[kind].includes(property))) return null
  if (said['spreadMethod'] !== undefined && said['spreadMethod'] !== 'pad') return null
  const inBox = said['gradientUnits'] !== 'userSpaceOnUse'
  const box = source.box()
  if (!box || !(box.width > 0 && box.height > 0)) return null
  const fit = inBox ? [box.width, 0, 0, box.height, box.x, box.y] : [1, 0, 0, 1, 0, 0]
  const matrix = multiply(fit, readTransform(said['gradientTransform']))
  const one = { ...source.given(element), computed: said, moved }
  const own = kind === 'linear' ? linearLine(one, inBox, source.whole) : radialLine(one, inBox, source.whole)
  if (!own || (kind === 'linear' && !staysTrue(own, matrix))) return null
  const line = placedLine({ kind, line: own }, matrix)
  const stops = stopValues(holder, source)
  return line && stops && { kind, line, box, keepsToBox: inBox, ...stops }
}

/** A gradient as the properties of a layer whose art has a box. @param matrix from the shape's coordinates to those of the art */
export function gradientValues(
  gradient: FillGradient,
  box: Bounds,
  matrix: readonly number[] = [1, 0, 0, 1, 0, 0],
): Readonly<Record<string, PieceValue>> | null {
  if (!(box.width > 0 && box.height > 0)) return null
  if (gradient.kind === 'linear' && !staysTrue(gradient.line, matrix)) return null
  const line = placedLine(gradient, matrix)
  if (!line) return null
  const share = (pick: (line: Line) => Vec2): PieceValue => ({
    moving: mapMoving(line, (one): Value => {
      const [x, y] = pick(one)
      return [(100 * (x - box.x)) / box.width, (100 * (y - box.y)) / box.height]
    }),
  })
  return {
    fill: stillValue(gradient.first),
    gradient: stillValue(gradient.kind),
    'gradient mix': stillValue('srgb'),
    'gradient start': share(([x, y]) => [x, y]),
    'gradient end': share(([, , x, y]) => [x, y]),
    ...gradient.stops,
  }
}

/** Whether it stays the same share of a box that becomes wider or higher. */
export const fitsAnyBox = ({ kind, line, keepsToBox }: FillGradient): boolean =>
  keepsToBox && kind === 'linear' && isUpright(line)

/** Whether a line lies or stands all the time. */
function isUpright({ rest, keys }: Moving<Line>): boolean {
  const all = [rest, ...keys.map(({ value }) => value)]
  return all.every(([x0, , x1]) => x0 === x1) || all.every(([, y0, , y1]) => y0 === y1)
}

/** Whether a line on its way stays between its keys where a matrix takes it: that is so where right angles stay. */
const staysTrue = (line: Moving<Line>, matrix: readonly number[]): boolean =>
  isStill(line) || isSimilar(matrix) || (matrix[1] === 0 && matrix[2] === 0 && isUpright(line))

/** What of a gradient may move. */
const LENGTHS: Readonly<Record<FillGradient['kind'], readonly string[]>> = {
  linear: ['x1', 'y1', 'x2', 'y2'],
  radial: ['cx', 'cy', 'r'],
}

/** Reads a gradient's length: in its box a share of that. */
const reader =
  (given: MovedElement, inBox: boolean) =>
  (name: string, usual: string, whole: number): Moving<number> =>
    movingLength(
      { ...given, computed: { ...given.computed, [name]: given.computed[name] ?? usual } },
      name,
      inBox ? 1 : whole,
    )

function linearLine(given: MovedElement, inBox: boolean, [width, height]: Vec2): Moving<Line> | null {
  const read = reader(given, inBox)
  const start = zipMoving(read('x1', '0%', width), read('y1', '0%', height), pair)
  const end = zipMoving(read('x2', '100%', width), read('y2', '0%', height), pair)
  return start && end && zipMoving(start, end, ([x0, y0], [x1, y1]): Line => [x0, y0, x1, y1])
}

function radialLine(given: MovedElement, inBox: boolean, [width, height]: Vec2): Moving<Line> | null {
  const { computed } = given
  const read = reader(given, inBox)
  // A highlight beside the middle, or a ring that it begins at, has no word here.
  const isPlain = (name: 'fx' | 'fy', middle: 'cx' | 'cy'): boolean =>
    computed[name] === undefined || computed[name] === (computed[middle] ?? '50%')
  if (!isPlain('fx', 'cx') || !isPlain('fy', 'cy') || (lengthOf(computed['fr'], 1) ?? 0) !== 0) return null
  const middle = zipMoving(read('cx', '50%', width), read('cy', '50%', height), pair)
  const radius = read('r', '50%', Math.hypot(width, height) / Math.SQRT2)
  return middle && zipMoving(middle, radius, ([x, y], r): Line => [x, y, x + Math.max(0, r), y])
}

const pair = (x: number, y: number): Vec2 => [x, y]

/** A gradient's line in other coordinates; null where its rings would be no circles. */
function placedLine(
  { kind, line }: Pick<FillGradient, 'kind' | 'line'>,
  matrix: readonly number[],
): Moving<Line> | null {
  if (kind === 'radial' && !isSimilar(matrix)) return null
  const placing = Float64Array.from(matrix)
  return mapMoving(line, (one) => (kind === 'radial' ? movedLine(one, placing) : slantedLine(one, placing)))
}

function movedLine([x0, y0, x1, y1]: Line, matrix: Matrix): Line {
  return [...applyMatrix(matrix, x0, y0), ...applyMatrix(matrix, x1, y1)]
}

/**
 * The line across a gradient's stripes after all is moved, stretched and slanted: its share of the way is a linear function of
 * the place, whose slope is carried over by the inverse transpose (textbook).
 */
function slantedLine(line: Line, matrix: Matrix): Line {
  const [x0, y0, x1, y1] = line
  const [a, b, c, d] = matrix as unknown as readonly [number, number, number, number]
  const [dx, dy] = [x1 - x0, y1 - y0]
  const length = dx * dx + dy * dy
  const det = a * d - b * c
  const [startX, startY] = applyMatrix(matrix, x0, y0)
  if (length === 0 || det === 0) return [startX, startY, startX, startY]
  const slope: Vec2 = [(d * dx - b * dy) / (det * length), (a * dy - c * dx) / (det * length)]
  const steep = slope[0] * slope[0] + slope[1] * slope[1]
  return [startX, startY, startX + slope[0] / steep, startY + slope[1] / steep]
}

const stopsOf = (element: XmlElement): XmlElement[] =>
  childElements(element).filter(({ name }) => name === 'stop')

/** The stops of a gradient in time; null for more than a layer has, and where colour and opacity move at times of their own. */
function stopValues(
  holder: XmlElement,
  source: GradientSource,
): Pick<FillGradient, 'stops' | 'first'> | null {
  const elements = stopsOf(holder)
  // One stop fills with its colour.
  const all = elements.length === 1 ? [elements[0]!, elements[0]!] : elements
  if (all.length > MOST_STOPS) return null
  const stops: Record<string, PieceValue> = {}
  let least = 0
  for (const [i, element] of all.entries()) {
    const given = source.given(element)
    const offset = movingLength(
      { ...given, computed: { ...given.computed, offset: element.attributes['offset'] ?? '0' } },
      'offset',
      1,
    )
    const colour = stopColour(given, source.opacity)
    if (!colour) return null
    // Each is at least as far as the one before.
    least = clamp(offset.rest, least, 1)
    const rest = least
    stops[`stop ${i + 1} offset`] = {
      moving: isStill(offset)
        ? still<Value>(100 * rest)
        : mapMoving(offset, (share): Value => 100 * clamp(share, 0, 1)),
    }
    stops[`stop ${i + 1} colour`] = movingValue(colour, 'srgb')
  }
  return { stops, first: String(stops['stop 1 colour']!.moving.rest) }
}

function stopColour(given: MovedElement, opacity: number): Moving<string> | null {
  const plain = movingProperty(given, 'stop-color', (text) => colourOf(text, given.computed), '#000000')
  const share = movingProperty(given, 'stop-opacity', (text) => lengthOf(text, 1), 1)
  return zipMoving(plain, share, (text, alpha) => {
    const [l, a, b, own] = parseColour(text)
    return hexOf([l, a, b, own * clamp(alpha, 0, 1) * opacity])
  })
}
