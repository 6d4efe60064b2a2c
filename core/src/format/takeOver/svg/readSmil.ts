import { HOLD, LINEAR, type PlainBend } from '../../../bend/index.ts'
import type { XmlElement } from '../../xml/index.ts'
import type { Animated, LeftOut } from '../motion/animated.ts'
import type { RoundKey, Timing } from '../motion/playRounds.ts'
import { childElements } from '../style/cascade.ts'
import { SmilClock } from './smilClock.ts'

const ANIMATIONS: ReadonlySet<string> = new Set([
  'animate',
  'animateTransform',
  'animateMotion',
  'animateColor',
  'set',
])

export const isSmil = ({ name }: XmlElement): boolean => ANIMATIONS.has(name)

/**
 * What the animation elements of an SVG move.
 * @param nameOf an element's name in sentences
 * Source: W3C, SVG Animations 2; SMIL 3.0, chapters Timing and Animation.
 */
export function readSmil(
  root: XmlElement,
  {
    nameOf,
    leftOut,
  }: { readonly nameOf: (element: XmlElement) => string; readonly leftOut: (one: LeftOut) => void },
): ReadonlyMap<XmlElement, readonly Animated[]> {
  const found = new Map<XmlElement, Animated[]>()
  const byId = new Map<string, XmlElement>()
  const owners: { readonly animation: XmlElement; readonly owner: XmlElement }[] = []
  const walk = (element: XmlElement): void => {
    const { id } = element.attributes
    if (id && !byId.has(id)) byId.set(id, element)
    for (const child of childElements(element)) {
      if (isSmil(child)) owners.push({ animation: child, owner: element })
      walk(child)
    }
  }
  walk(root)
  const clock = new SmilClock(byId)
  for (const { animation, owner } of owners) {
    const { href } = animation.attributes
    const target = href?.startsWith('#') ? byId.get(href.slice(1)) : owner
    const where = `<${animation.name}> of ${nameOf(target ?? owner)}`
    if (!target) {
      leftOut({ what: 'It moves something that is not in the file.', where })
      continue
    }
    const read = animationOf(animation, { byId, clock, where })
    if (typeof read === 'string') leftOut({ what: read, where })
    else found.set(target, [...(found.get(target) ?? []), read])
  }
  return found
}

interface SmilContext {
  readonly byId: ReadonlyMap<string, XmlElement>
  readonly clock: SmilClock
  readonly where: string
}

/** An animation element; a sentence where it cannot be played. */
function animationOf(element: XmlElement, { byId, clock, where }: SmilContext): Animated | string {
  const { name, attributes } = element
  const timing = clock.timingOf(element)
  if (typeof timing === 'string') return timing
  if (attributes['accumulate'] === 'sum' && timing.rounds > 1)
    return 'What grows from round to round is not played.'
  const property =
    name === 'animateMotion' ? 'motion' : (attributes['attributeName'] ?? '').replace(/^\w+:/, '')
  if (property === '') return 'It does not say what it moves.'
  if (name === 'animateMotion') return motionOf(element, { timing, where, byId })
  const values = valuesOf(element)
  if (!values) return 'It has no values.'
  const adds =
    attributes['additive'] === 'sum' ||
    (attributes['by'] !== undefined && attributes['from'] === undefined && attributes['values'] === undefined)
  if (name === 'set') return { property, round: heldRound(values.at(-1)!), timing, where }
  const asCall = name === 'animateTransform'
  const type = attributes['type'] ?? 'translate'
  const written = asCall ? values.map((value) => (value === null ? null : `${type}(${value})`)) : values
  const round = roundOf(element, written)
  if (typeof round === 'string') return round
  return { property, round, timing, ...(adds ? { adds } : {}), where }
}

const listOf = (text: string): string[] =>
  text
    .split(';')
    .map((part) => part.trim())
    .filter((part, i, all) => part !== '' || i < all.length - 1)

/** The values an animation goes through; null for what holds without it. */
function valuesOf({ attributes, name }: XmlElement): readonly (string | null)[] | null {
  const { values, from, to, by } = attributes
  if (name === 'set') return to === undefined ? null : [to]
  if (values !== undefined) {
    const list = listOf(values)
    return list.length > 0 ? list : null
  }
  if (to !== undefined) return [from ?? null, to]
  if (by === undefined) return null
  const start = numbersOf(from ?? '')
  const change = numbersOf(by)
  if (from === undefined) return [change.map(() => 0).join(' '), by]
  return [from, change.map((part, i) => part + (start[i] ?? 0)).join(' ')]
}

const numbersOf = (text: string): number[] =>
  (text.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).map(Number)

const heldRound = (value: string | null): RoundKey<string | null>[] => [
  { share: 0, value, bend: HOLD },
  { share: 1, value, bend: HOLD },
]

/** Values at their shares of a round; a sentence where they do not fit together. */
function roundOf(
  { attributes }: XmlElement,
  values: readonly (string | null)[],
): RoundKey<string | null>[] | string {
  const mode = attributes['calcMode'] ?? 'linear'
  if (values.length === 1) return heldRound(values[0]!)
  const isStepped = mode === 'discrete'
  const even = values.map((_, i) => i / (isStepped ? values.length : values.length - 1))
  const given = attributes['keyTimes'] === undefined ? null : listOf(attributes['keyTimes']).map(Number)
  const paced = mode === 'paced' ? pacedShares(values) : null
  const shares = paced ?? given ?? even
  if (
    shares.length !== values.length ||
    !shares.every((share, i) => share >= (shares[i - 1] ?? 0) && share <= 1)
  )
    return 'Its keyTimes do not fit its values.'
  const bends = bendsOf(attributes, mode, values.length - 1)
  if (!bends) return 'Its keySplines do not fit its values.'
  const round = values.map((value, i) => ({
    share: shares[i]!,
    value,
    bend: isStepped ? HOLD : (bends[i] ?? LINEAR),
  }))
  if (round[0]!.share > 0) round.unshift({ ...round[0]!, share: 0, bend: HOLD })
  const last = round.at(-1)!
  return last.share < 1
    ? [...round.slice(0, -1), { ...last, bend: HOLD }, { ...last, share: 1, bend: HOLD }]
    : round
}

/** The bends between values; null where there are not as many as are needed. */
function bendsOf(attributes: XmlElement['attributes'], mode: string, count: number): PlainBend[] | null {
  if (mode !== 'spline') return Array.from({ length: count }, () => LINEAR)
  const splines = listOf(attributes['keySplines'] ?? '').map(numbersOf)
  if (splines.length !== count || !splines.every((spline) => spline.length === 4)) return null
  return splines.map(([x1, y1, x2, y2]) =>
    x1 === y1 && x2 === y2
      ? LINEAR
      : { kind: 'handles', leave: { reach: x1!, rise: y1! }, arrive: { reach: 1 - x2!, rise: 1 - y2! } },
  )
}

/** Shares at which values are reached at one speed; null where they are no numbers. */
function pacedShares(values: readonly (string | null)[]): number[] | null {
  const points = values.map((value) => numbersOf(value ?? ''))
  if (points.some((point) => point.length === 0)) return null
  const ways = points.map((point, i) =>
    i === 0 ? 0 : Math.hypot(...point.map((part, c) => part - (points[i - 1]![c] ?? 0))),
  )
  const whole = ways.reduce((sum, way) => sum + way, 0)
  let gone = 0
  return whole > 0 ? ways.map((way) => (gone += way) / whole) : null
}

/** Along a path: the share of it that is gone, in time. */
function motionOf(
  element: XmlElement,
  {
    timing,
    where,
    byId,
  }: { readonly timing: Timing; readonly where: string; readonly byId: SmilContext['byId'] },
): Animated | string {
  const { attributes } = element
  const target = childElements(element).find(({ name }) => name === 'mpath')?.attributes['href']
  const given = target?.startsWith('#') ? byId.get(target.slice(1))?.attributes['d'] : attributes['path']
  const points = given === undefined ? valuesOf(element) : null
  const path = given ?? (points ? `M${points.map((point) => point ?? '0 0').join('L')}` : undefined)
  if (path === undefined) return 'It has no path.'
  const along = { path, rotate: attributes['rotate'] ?? '0' }
  const mode = attributes['calcMode'] ?? 'paced'
  const shares = attributes['keyPoints'] === undefined ? null : listOf(attributes['keyPoints'])
  const isPlain = !shares || mode === 'paced'
  const round = isPlain
    ? roundOf(
        {
          ...element,
          attributes: {
            ...attributes,
            calcMode: mode === 'spline' ? mode : 'linear',
            ...(mode === 'spline' ? {} : { keyTimes: '0;1' }),
          },
        },
        ['0', '1'],
      )
    : roundOf(element, shares)
  if (typeof round === 'string') return round
  return { property: 'motion', along, round, timing, where }
}
