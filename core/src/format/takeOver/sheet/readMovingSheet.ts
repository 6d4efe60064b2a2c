import { isColour, type Value } from '../../../property/index.ts'
import { BadFile } from '../../badFile.ts'
import type { Vec2 } from '../../../route/index.ts'
import type { Animated, LeftOut } from '../motion/animated.ts'
import { isStill, mapMoving, still, type Moving } from '../motion/moving.ts'
import { sceneSeconds } from '../motion/sceneLength.ts'
import { elementSteps, placesElement } from '../place/elementSteps.ts'
import { moveBy, type Step } from '../place/steps.ts'
import { groupPiece, movingValue, stillValue, type Piece } from '../pieces/piece.ts'
import { sceneOfPieces } from '../sceneOfPieces.ts'
import { styledMotion } from '../style/animations.ts'
import { lengthOf, wordsOf } from '../style/lengths.ts'
import { readStyles } from '../style/readStyles.ts'
import { movingLength, movingProperty, type MovedElement } from '../svg/geometry.ts'
import { movingOpacity } from '../svg/paint.ts'
import type { TakenOver } from '../takenOver.ts'
import { colourWord, standIns, type StandIn } from './standIns.ts'

/** A box whose look is not said. */
const USUAL_FILL = '#7f98a6'
const LOOKS: ReadonlySet<string> = new Set([
  'opacity',
  'visibility',
  'background-color',
  'background',
  'fill',
  'width',
  'height',
  'left',
  'top',
])

/** What changes nothing that is seen of a still page. */
const UNSEEN =
  /^(?:-webkit-|-moz-)?transition|^(?:will-change|z-index|-?\w*-?backface-visibility|pointer-events|cursor)$/

/** Whether a text is a style sheet with keyframes. */
export const looksLikeMovingSheet = (text: string): boolean =>
  /@(?:-\w+-)?keyframes\s+[\w"'-]/.test(text) && !/^\s*</.test(text)

/**
 * Reads a style sheet with keyframes: what it moves comes as boxes that stand for its elements, which no sheet says.
 * @throws BadFile where it moves nothing
 * Source: W3C, CSS Animations 1, CSS Transforms 1 and 2.
 */
export function readMovingSheet(
  text: string,
  { name, makeId }: { readonly name: string; readonly makeId: () => string },
): TakenOver {
  const styles = readStyles([text])
  const { groups, size } = standIns(styles)
  const roots = groups.flat()
  const leftOut: LeftOut[] = []
  const tell = (one: LeftOut): void => {
    if (!leftOut.some(({ what, where }) => what === one.what && where === one.where)) leftOut.push(one)
  }
  const motion = new Map<StandIn, readonly Animated[]>()
  const gather = (one: StandIn): void => {
    const moved = styledMotion(one.computed, styles, { whose: one.name, leftOut: tell })
    if (moved.length > 0) motion.set(one, moved)
    one.children.forEach(gather)
  }
  roots.forEach(gather)
  if (motion.size === 0)
    throw new BadFile(
      'This style sheet moves nothing: no rule plays @keyframes that it has. Nothing was changed.',
    )
  const seconds = sceneSeconds([...motion.values()].flatMap((moved) => moved.map(({ timing }) => timing)))
  const pieceOf = (one: StandIn): readonly Piece[] => {
    const children = one.children.flatMap(pieceOf)
    const moved = motion.get(one) ?? []
    if (moved.length === 0 && children.length === 0) return []
    const given: MovedElement = { computed: one.computed, moved, until: seconds, leftOut: tell }
    return [boxPiece(one, given, children)]
  }
  return sceneOfPieces(roots.flatMap(pieceOf), { name, size, seconds, pictures: new Map(), leftOut, makeId })
}

/** A box with what is in it. */
function boxPiece(one: StandIn, given: MovedElement, children: readonly Piece[]): Piece {
  const { box, computed } = one
  const { moved, until, leftOut } = given
  for (const { property, where } of moved)
    if (!placesElement(property) && !LOOKS.has(property) && !UNSEEN.test(property))
      leftOut({ what: `How its ${property} moves.`, where })
  const placed: Step[] = [
    moveBy([box.x, box.y]),
    ...shiftSteps(given, one),
    ...elementSteps(computed, moved, {
      box: [box.width, box.height],
      boxAt: [0, 0],
      usualOrigin: '50% 50%',
      until,
      leftOut,
    }),
  ]
  const opacity = movingOpacity(given, false)
  const art = boxArt(one, given)
  const { name } = one
  if (children.length === 0)
    return { name, named: true, opacity, steps: [...placed, ...art.steps], art: art.art, children: [] }
  const own: Piece = { name: `${name} box`, steps: art.steps, opacity: still(1), art: art.art, children: [] }
  const isSeen = moved.length > 0 && hasLook(computed)
  return groupPiece(name, [...(isSeen ? [own] : []), ...children], { steps: placed, opacity, named: true })
}

const hasLook = (computed: StandIn['computed']): boolean =>
  ['background', 'background-color', 'border', 'box-shadow'].some(
    (property) => computed[property] !== undefined,
  )

/** Moved by its sides. */
function shiftSteps(given: MovedElement, { around, shift }: StandIn): Step[] {
  return (['left', 'top'] as const).flatMap((property, axis) => {
    if (!given.moved.some((one) => one.property === property)) return []
    const at = movingLength(given, property, around[axis]!)
    const rest = shift[axis]!
    return [
      {
        kind: 'move' as const,
        by: mapMoving(at, (px): Vec2 => (axis === 0 ? [px - rest, 0] : [0, px - rest])),
      },
    ]
  })
}

function boxArt(
  { box, computed }: StandIn,
  given: MovedElement,
): { readonly steps: readonly Step[]; readonly art: NonNullable<Piece['art']> } {
  const edge = borderOf(computed)
  const side = (name: 'width' | 'height'): Moving<number> => {
    const moves = given.moved.some(({ property }) => property === name)
    return moves ? movingLength(given, name, box[name], box[name]) : still(box[name])
  }
  const [width, height] = [side('width'), side('height')]
  const both = isStill(height) || !isStill(width)
  const size = both
    ? mapMoving(width, (w): Value => [Math.max(0, w - edge.width), Math.max(0, height.rest - edge.width)])
    : mapMoving(height, (h): Value => [Math.max(0, width.rest - edge.width), Math.max(0, h - edge.width)])
  const middle: Step = both
    ? { kind: 'move', by: mapMoving(width, (w): Vec2 => [w / 2, height.rest / 2]) }
    : { kind: 'move', by: mapMoving(height, (h): Vec2 => [width.rest / 2, h / 2]) }
  if (!isStill(width) && !isStill(height))
    given.leftOut({ what: 'How its height moves was left out, as its width moves too.', where: 'height' })
  const radius = lengthOf(wordsOf(computed['border-radius'] ?? '0')[0], Math.min(box.width, box.height)) ?? 0
  const isRound = radius >= Math.min(box.width, box.height) / 2
  const ground = colourWord(computed['background-color'] ?? computed['background'])
  const usual = ground !== undefined && isColour(ground) ? ground : edge.width > 0 ? '#00000000' : USUAL_FILL
  const read = (text: string | undefined): string | null =>
    text !== undefined && isColour(text) ? text : null
  const property = given.moved.some((one) => one.property === 'background')
    ? 'background'
    : 'background-color'
  const values: Record<string, NonNullable<Piece['art']>['values'][string]> = {
    size: { moving: size },
    fill: movingValue(movingProperty(given, property, read, usual), 'srgb'),
    stroke: stillValue(edge.colour),
    'stroke width': stillValue(edge.width),
  }
  if (!isRound) values['corner'] = stillValue(Math.max(0, radius))
  return { steps: [middle], art: { kind: isRound ? 'ellipse' : 'rectangle', values } }
}

/** A border that is the same on all sides, or nearly. */
function borderOf(computed: StandIn['computed']): { readonly width: number; readonly colour: string } {
  const words = wordsOf(computed['border'] ?? '')
  const width = words.map((word) => lengthOf(word, 0)).find((px) => px !== null) ?? 0
  const colour = words.find((word) => !/^(?:solid|dashed|dotted|double|none)$/.test(word) && isColour(word))
  return words.includes('none') || width <= 0
    ? { width: 0, colour: '#00000000' }
    : { width, colour: colour ?? USUAL_FILL }
}
