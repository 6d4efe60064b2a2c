import { BadFile } from '../../badFile.ts'
import { readLength, svgCanvas, UNSEEN, type SvgWhole } from '../../svg/index.ts'
import type { XmlElement, XmlNode } from '../../xml/index.ts'
import { childElements } from '../style/cascade.ts'
import { isSmil } from './readSmil.ts'

/** Elements more than it has a drawing may come to once everything stands in its place. */
const MOST_MORE = 20_000
/** How deep elements and what they use may lie in one another. */
const MOST_DEPTH = 400
const TOO_DEEP = 'The parts of this SVG lie too deep in one another. Nothing was changed.'
/** What of a `use` is no attribute of the group that takes its place; its x and y stay, as they may move. */
const OF_USE: ReadonlySet<string> = new Set(['href', 'width', 'height'])
/** What of a symbol is said by its transform. */
const OF_SYMBOL: ReadonlySet<string> = new Set(['id', 'viewBox', 'width', 'height', 'preserveAspectRatio'])

export interface Unfolding {
  /** Whether an element moves by itself. */
  readonly isMoving: (element: XmlElement) => boolean
  /** Width and height of the drawing in its own coordinates. */
  readonly whole: SvgWhole
  /** Told of what is not put in place though something in it moves. */
  readonly staysStill: (use: XmlElement) => void
}

/**
 * The drawing with what each `use` shows in its place, wherever something in that moves: what only is a picture of it would stand
 * still. The same drawing where there is nothing such.
 * @throws BadFile where it would be more than a scene is made of
 * Source: W3C, SVG 2, 5.5 (symbol) and 5.6 (use).
 */
export function unfoldUses(root: XmlElement, { isMoving, whole, staysStill }: Unfolding): XmlElement {
  const { byId, sent, count: own } = indexOf(root)
  const targetOf = ({ name, attributes: { href } }: XmlElement): XmlElement | undefined =>
    name === 'use' && href?.startsWith('#') ? byId.get(href.slice(1)) : undefined
  const movesWithin = motionWithin(isMoving, targetOf)
  const unfolds = (element: XmlElement, around: readonly XmlElement[]): boolean => {
    const target = targetOf(element)
    if (!target || around.includes(target) || target.name === 'svg') return false
    // Fitted in another way than usual it is left a picture.
    const isUsual = !target.attributes['preserveAspectRatio']?.replace(/^xMidYMid(?: meet)?$/, '')
    return isUsual && movesWithin(target)
  }

  let count = 0
  /** @param around what is being put in place: nothing is drawn within itself */
  const placed = (element: XmlElement, around: readonly XmlElement[]): XmlElement => {
    if (UNSEEN.has(element.name) && !around.includes(element)) return element
    if (around.length > MOST_DEPTH) throw new BadFile(TOO_DEEP)
    if ((count += 1) > own + MOST_MORE)
      throw new BadFile(
        `Put in place, what this SVG uses would be over ${MOST_MORE.toLocaleString('en')} parts more, which is more than can be taken over. Nothing was changed.`,
      )
    if (unfolds(element, around)) return placedUse(element, targetOf(element)!, around)
    const isCopy = around.length > 0
    const children = element.children
      .filter((child) => !isCopy || typeof child === 'string' || !isSent(child))
      .map((child): XmlNode => (typeof child === 'string' ? child : placed(child, around)))
    const moved = isCopy ? (sent.get(element.attributes['id'] ?? '') ?? []).map(atHome) : []
    return { ...element, children: [...children, ...moved] }
  }
  const placedUse = (use: XmlElement, target: XmlElement, around: readonly XmlElement[]): XmlElement => {
    const length = (name: 'x' | 'y' | 'width' | 'height'): number | null =>
      readLength(use.attributes[name], whole[name === 'x' || name === 'width' ? 0 : 1])
    const [x, y] = [length('x') ?? 0, length('y') ?? 0]
    const shown = placed(target, [...around, target])
    const size = [length('width'), length('height')] as const
    const inner = target.name === 'symbol' ? symbolAsGroup(shown, size, whole) : shown
    return groupOf({ x: '0', y: '0', ...without(use.attributes, OF_USE) }, [
      ...use.children,
      x === 0 && y === 0 ? inner : groupOf({ transform: `translate(${x} ${y})` }, [inner]),
    ])
  }

  let isFolded = false
  const look = (element: XmlElement): void => {
    const target = targetOf(element)
    if (unfolds(element, [])) isFolded = true
    else if (target && movesWithin(target)) staysStill(element)
    childElements(element).forEach(look)
  }
  look(root)
  return isFolded ? placed(root, []) : root
}

interface Index {
  readonly byId: ReadonlyMap<string, XmlElement>
  /** Animation elements that stand elsewhere than in what they move, by its id. */
  readonly sent: ReadonlyMap<string, readonly XmlElement[]>
  readonly count: number
}

function indexOf(root: XmlElement): Index {
  const byId = new Map<string, XmlElement>()
  const sent = new Map<string, XmlElement[]>()
  let count = 0
  const gather = (element: XmlElement): void => {
    count += 1
    const { id, href } = element.attributes
    if (id && !byId.has(id)) byId.set(id, element)
    if (isSmil(element) && href?.startsWith('#'))
      sent.set(href.slice(1), [...(sent.get(href.slice(1)) ?? []), element])
    childElements(element).forEach(gather)
  }
  gather(root)
  return { byId, sent, count }
}

/** Whether an element moves, or anything that stands in it or is used there. */
function motionWithin(
  isMoving: (element: XmlElement) => boolean,
  targetOf: (element: XmlElement) => XmlElement | undefined,
): (element: XmlElement) => boolean {
  const known = new Map<XmlElement, boolean>()
  const within = (element: XmlElement, depth: number): boolean => {
    if (depth > MOST_DEPTH) throw new BadFile(TOO_DEEP)
    const before = known.get(element)
    if (before !== undefined) return before
    // What is drawn within itself is not gone round again.
    known.set(element, false)
    const target = targetOf(element)
    const inner = target ? [...childElements(element), target] : childElements(element)
    const moves = isMoving(element) || inner.some((one) => within(one, depth + 1))
    known.set(element, moves)
    return moves
  }
  return (element) => within(element, 0)
}

const isSent = (element: XmlElement): boolean => isSmil(element) && element.attributes['href'] !== undefined

/** An animation element as it stands in what it moves. */
const atHome = (animation: XmlElement): XmlElement => ({
  ...animation,
  attributes: without(animation.attributes, new Set(['href'])),
})

const groupOf = (attributes: XmlElement['attributes'], children: readonly XmlNode[]): XmlElement => ({
  name: 'g',
  attributes,
  children,
})

const without = (
  attributes: XmlElement['attributes'],
  names: ReadonlySet<string>,
): XmlElement['attributes'] =>
  Object.fromEntries(Object.entries(attributes).filter(([name]) => !names.has(name)))

/** A symbol as large as it is used; what lies beyond its box is not cut off. */
function symbolAsGroup(
  { attributes, children }: XmlElement,
  [width, height]: readonly [number | null, number | null],
  whole: SvgWhole,
): XmlElement {
  const own = (name: 'width' | 'height', of: number): string => String(readLength(attributes[name], of) ?? of)
  const { matrix } = svgCanvas({
    name: 'svg',
    attributes: {
      ...(attributes['viewBox'] === undefined ? {} : { viewBox: attributes['viewBox'] }),
      width: width === null ? own('width', whole[0]) : String(width),
      height: height === null ? own('height', whole[1]) : String(height),
    },
    children: [],
  })
  const isFitted = matrix.some((part, i) => part !== [1, 0, 0, 1, 0, 0][i])
  return groupOf(
    without(attributes, OF_SYMBOL),
    isFitted ? [groupOf({ transform: `matrix(${matrix.join(' ')})` }, children)] : children,
  )
}
