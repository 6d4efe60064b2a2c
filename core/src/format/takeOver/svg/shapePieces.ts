import type { Outline, Value } from '../../../property/index.ts'
import { outlineBounds, type ArtNode } from '../../../scene/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import {
  isSimilar,
  moveOutline,
  multiply,
  pathOutlines,
  shapeNodes,
  shapePath,
  type SvgWhole,
} from '../../svg/index.ts'
import type { XmlElement } from '../../xml/index.ts'
import { HOLD } from '../../../bend/index.ts'
import { isStill, mapMoving, still, type Moving } from '../motion/moving.ts'
import { isStillStep, matrixOfSteps, moveBy, type Step } from '../place/steps.ts'
import { centredAt, groupPiece, stillValue, type Piece } from '../pieces/piece.ts'
import { movingLength, movingProperty, together, type MovedElement } from './geometry.ts'
import { fitsAnyBox, gradientValues, type FillGradient } from './gradient.ts'
import { movingOpacity, paintValues } from './paint.ts'

/** What of a shape's form moves. */
const FORM: ReadonlySet<string> = new Set([
  'd',
  'points',
  'x',
  'y',
  'width',
  'height',
  'rx',
  'ry',
  'cx',
  'cy',
  'r',
  'x1',
  'y1',
  'x2',
  'y2',
])
export const isForm = (property: string): boolean => FORM.has(property)

export interface ShapeOptions {
  readonly name: string
  readonly named: boolean
  readonly steps: readonly Step[]
  readonly whole: SvgWhole
  /** What it is filled with instead of a colour. */
  readonly gradient: FillGradient | null
}

/** A shape as a piece; null where it takes more than plain colours. */
export function shapePiece(element: XmlElement, given: MovedElement, options: ShapeOptions): Piece | null {
  const { whole, name, named, steps, gradient } = options
  const painted = paintValues(gradient ? plainlyFilled(given) : given, Math.hypot(...whole) / Math.SQRT2)
  if (!painted) return null
  const opacity = movingOpacity(given, false)
  const { values } = painted
  const isDashed = values['dash'] !== undefined
  const base = { name, named, opacity, children: [] }
  const moves = given.moved.some(({ property }) => FORM.has(property))
  const inBox = gradient && gradientValues(gradient, gradient.box)
  // As it grows its gradient has to grow with it.
  if (gradient && (!inBox || (moves && !fitsAnyBox(gradient) && !isRound(element, gradient)))) return null
  const round = ROUND[element.name]
  if (round && (moves || (!isDashed && isPlain(element)))) {
    const { kind, middle, more } = round(given, whole)
    return { ...base, steps: [...steps, ...middle], art: { kind, values: { ...values, ...more, ...inBox } } }
  }
  if (moves) {
    const outline = movingOutline(element, given, whole)
    const { x, y, width, height } = outlineBounds(outline.rest)
    const middle: Vec2 = [x + width / 2, y + height / 2]
    const about = mapMoving(outline, (one): Value => moveOutline(one, middle))
    return {
      ...base,
      steps: centredAt(steps, middle),
      art: { kind: 'path', values: { ...values, ...inBox, outline: { moving: about } } },
    }
  }
  // What stays of its place is drawn into the outline, unless that would draw its line unevenly.
  const inner = steps.slice(steps.findLastIndex((step) => !isStillStep(step)) + 1)
  const matrix = matrixOfSteps(inner)
  const outer = steps.slice(0, steps.length - inner.length)
  const drawn = matrixOf(painted.paint.strokeWidth > 0 && !isSimilar(matrix) ? null : matrix)
  const nodes = shapeNodes(pathOutlines(shapePath(element, whole), drawn.matrix), {
    paint: painted.paint,
    matrix: drawn.matrix,
    look: { name, opacity: 100, visible: true },
  })
  if (!nodes) return null
  const around = drawn.isDrawnIn ? outer : steps
  const pieces = nodes.map((node) =>
    pieceOfNode(node, { values, scale: drawn.scale, gradient, matrix: drawn.matrix }),
  )
  if (!pieces.every((piece) => piece !== null)) return null
  const [only] = pieces
  if (!only) return groupPiece(name, [])
  if (pieces.length === 1)
    return { ...only, ...base, steps: [...around, ...only.steps], art: only.art, children: only.children }
  return groupPiece(name, pieces, { steps: around, opacity, named })
}

const matrixOf = (
  matrix: readonly number[] | null,
): { readonly matrix: readonly number[]; readonly isDrawnIn: boolean; readonly scale: number } =>
  matrix
    ? {
        matrix,
        isDrawnIn: true,
        scale: Math.sqrt(Math.abs(matrix[0]! * matrix[3]! - matrix[1]! * matrix[2]!)),
      }
    : { matrix: [1, 0, 0, 1, 0, 0], isDrawnIn: false, scale: 1 }

const SCALED = ['stroke width', 'dash', 'dash gap', 'dash offset'] as const

/** How the parts of a still shape are painted. */
interface NodePaint {
  readonly values: NonNullable<Piece['art']>['values']
  /** How much larger it is drawn than it says. */
  readonly scale: number
  readonly gradient: FillGradient | null
  /** From the shape's own coordinates to those it is drawn in. */
  readonly matrix: readonly number[]
}

/** Art of a still shape with paint that may move; null where its gradient cannot be ours. */
function pieceOfNode(node: ArtNode, paint: NodePaint): Piece | null {
  const { values, scale, gradient } = paint
  const steps = [moveBy(node.position)]
  if (node.kind === 'group') {
    const children = node.children.map((child) => pieceOfNode(child, paint)).reverse()
    return children.every((child) => child !== null) ? groupPiece(node.name, children, { steps }) : null
  }
  if (node.kind === 'image') throw new Error('a shape became a picture')
  const scaled = Object.fromEntries(
    SCALED.flatMap((property) => {
      const value = values[property]
      return value
        ? [[property, { moving: mapMoving(value.moving as Moving<number>, (part) => part * scale) }]]
        : []
    }),
  )
  const own: Record<string, NonNullable<Piece['art']>['values'][string]> = {
    ...values,
    ...scaled,
    outline: stillValue(node.outline),
  }
  // Where a shape became an area and its lines, each is painted with its own part.
  if (node.strokeWidth === 0) own['stroke width'] = stillValue(0)
  if (node.fill === '#00000000') own['fill'] = stillValue(node.fill)
  else if (gradient) {
    const [x, y] = node.position
    const filled = gradientValues(
      gradient,
      outlineBounds(node.outline),
      multiply([1, 0, 0, 1, -x, -y], paint.matrix),
    )
    if (!filled) return null
    Object.assign(own, filled)
  }
  return { name: node.name, steps, opacity: still(1), art: { kind: 'path', values: own }, children: [] }
}

/** The same filled with a colour, for all that is asked of it besides. */
const plainlyFilled = (given: MovedElement): MovedElement => ({
  ...given,
  computed: { ...given.computed, fill: '#000000', 'fill-opacity': '1' },
})

/** Whether it stays round as it grows, so that rings within it do, too. */
const isRound = ({ name }: XmlElement, { keepsToBox }: FillGradient): boolean =>
  name === 'circle' && keepsToBox

/** A rectangle, circle or ellipse as its layer: where its middle is, and its size. */
interface RoundShape {
  readonly kind: 'rectangle' | 'ellipse'
  readonly middle: readonly Step[]
  readonly more: NonNullable<Piece['art']>['values']
}

const pair = (a: number, b: number): Vec2 => [a, b]
const apart = (given: MovedElement, what: string) => (): void =>
  given.leftOut({ what: `How its ${what} moves was left out: both move at times of their own.`, where: what })

/** Middles of numbers that may move apart: as one step, or as two. */
export function moveSteps(x: Moving<number>, y: Moving<number>): Step[] {
  if (isStill(x) && isStill(y)) return [moveBy([x.rest, y.rest])]
  let isApart = false
  const both = together(x, y, pair, () => (isApart = true))
  if (!isApart) return [{ kind: 'move', by: both }]
  return [
    { kind: 'move', by: mapMoving(x, (value) => pair(value, 0)) },
    { kind: 'move', by: mapMoving(y, (value) => pair(0, value)) },
  ]
}

function ellipse(
  given: MovedElement,
  middle: readonly Step[],
  rx: Moving<number>,
  ry: Moving<number>,
): RoundShape {
  const size = together(
    rx,
    ry,
    (a, b): Value => [2 * Math.max(0, a), 2 * Math.max(0, b)],
    apart(given, 'size'),
  )
  return { kind: 'ellipse', middle, more: { size: { moving: size } } }
}

const ROUND: Readonly<Record<string, (given: MovedElement, whole: SvgWhole) => RoundShape>> = {
  circle: (given, whole) => {
    const r = movingLength(given, 'r', Math.hypot(...whole) / Math.SQRT2)
    return ellipse(
      given,
      moveSteps(movingLength(given, 'cx', whole[0]), movingLength(given, 'cy', whole[1])),
      r,
      r,
    )
  },
  ellipse: (given, whole) => {
    const middle = moveSteps(movingLength(given, 'cx', whole[0]), movingLength(given, 'cy', whole[1]))
    const { rx, ry } = radii(given, whole)
    return ellipse(given, middle, rx, ry)
  },
  rect: (given, whole) => {
    const [width, height] = [movingLength(given, 'width', whole[0]), movingLength(given, 'height', whole[1])]
    const size = together(
      width,
      height,
      (a, b): Value => [Math.max(0, a), Math.max(0, b)],
      apart(given, 'size'),
    )
    const [x, y] = [movingLength(given, 'x', whole[0]), movingLength(given, 'y', whole[1])]
    const half = (length: Moving<number>): Moving<number> => mapMoving(length, (value) => value / 2)
    const middle = [...moveSteps(x, y), ...moveSteps(half(width), half(height))]
    return {
      kind: 'rectangle',
      middle,
      more: { size: { moving: size }, corner: { moving: radii(given, whole).rx } },
    }
  },
}

/** Both radii; where only one is said the other is the same. */
function radii(
  given: MovedElement,
  whole: SvgWhole,
): { readonly rx: Moving<number>; readonly ry: Moving<number> } {
  const says = (property: string): boolean => {
    const text = given.computed[property]
    return (text !== undefined && text !== 'auto') || given.moved.some((one) => one.property === property)
  }
  const rx = movingLength(given, says('rx') ? 'rx' : 'ry', whole[0])
  return { rx, ry: says('ry') ? movingLength(given, 'ry', whole[1]) : rx }
}

/** Whether a still shape is one of ours: a rectangle's corners are round by one radius. */
function isPlain({ name, attributes }: XmlElement): boolean {
  if (name !== 'rect') return true
  const { rx, ry } = attributes
  return rx === undefined || ry === undefined || rx === ry
}

/** A form that moves as an outline. Forms that do not match jump. */
function movingOutline(element: XmlElement, given: MovedElement, whole: SvgWhole): Moving<Outline> {
  const EMPTY: Outline = { closed: false, vertices: [] }
  const outlineOf = (attributes: Readonly<Record<string, string>>): Outline =>
    pathOutlines(
      shapePath({ ...element, attributes: { ...element.attributes, ...attributes } }, whole),
      [1, 0, 0, 1, 0, 0],
    )[0] ?? EMPTY
  const property = given.moved.find((one) => isForm(one.property))!.property
  const read = (text: string | undefined): Outline | null => {
    if (text === undefined) return null
    const data = /^path\(\s*(['"])(.*)\1\s*\)$/s.exec(text.trim())?.[2] ?? text
    const outline = outlineOf({ [property]: data })
    return outline.vertices.length > 0 ? outline : null
  }
  const moving = movingProperty(given, property, read, outlineOf({}))
  return {
    ...moving,
    keys: moving.keys.map((key, i) => {
      const next = moving.keys[i + 1]
      const fits = !next || next.value.vertices.length === key.value.vertices.length
      return fits ? key : { ...key, bend: HOLD }
    }),
  }
}
