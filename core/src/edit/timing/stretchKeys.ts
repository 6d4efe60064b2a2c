import type { Draft } from 'immer'
import type { BendLibrary } from '../../bend/index.ts'
import {
  isOwnMirrorImage,
  mirrorKeys,
  orderKeys,
  pinRoutes,
  pinSmooth,
  withOwnBends,
  type Key,
  type Property,
} from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, snapToFrame, type FrameRate, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperties, undrafted } from '../editProperty.ts'
import { withPatternsAlong } from '../patterns/patterns.ts'
import { withTimes, type MoveReport } from './moveKeys.ts'
import { byProperty, findProperty, type KeyRef } from '../refs.ts'

export interface Stretch {
  /** The moment that stays, or comes to `onto`, ticks. */
  readonly about: number
  /** Where `about` comes to, ticks; itself when left out. */
  readonly onto?: number
  /** Twice as long at 2; below 0 backwards, with bends mirrored. Not 0. */
  readonly factor: number
  /** Keys land on whole frames of this rate, where no other of their lane has; left out, on the nearest tick. */
  readonly snapTo?: FrameRate
}

/**
 * Stretches keys in time about a moment: the value at onto + factor·(t − about) is what it was at t, wherever both
 * keys of a span are among them. Spans toward keys that stay give way. Keys that come to one tick: the later wins.
 * A whole property played backwards has what happens before and after its keys changed over, too.
 * @throws BadEdit for a factor of 0 or none; BadTime when a key would leave the 24 hours a document holds
 */
export function stretchKeys(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { about, onto = about, factor, snapTo }: Stretch,
): MoveReport {
  if (!Number.isFinite(factor) || factor === 0 || !Number.isFinite(about))
    throw new BadEdit('Keys cannot be stretched to no length at all. Nothing was changed.')
  const exact = (time: number): number =>
    Math.round(factor === -1 ? onto + about - time : onto + factor * (time - about))
  let replaced = 0
  editProperties(draft, refs, (property, { keys, library, marks }) => {
    const stretched = stretchProperty(property, {
      keys,
      timeOf: snapTo ? onFrames(property, keys, exact, snapTo) : exact,
      backwards: factor < 0,
      library,
      led: marks.led,
    })
    replaced += stretched.replaced
    if (!snapTo) keepInLine(stretched.property, marks)
    return withPatternsAlong(stretched.property, property, keys, exact)
  })
  return { replaced }
}

/**
 * Times on whole frames. Of keys that would come to one frame the last before it stands there, or else the first after it;
 * the others stay beside it, so that all keep their order.
 */
function onFrames(
  { keys }: Property,
  chosen: ReadonlySet<string>,
  exact: (time: number) => number,
  rate: FrameRate,
): (time: number) => number {
  const moving = keys.filter(({ id, timeless }) => !timeless && chosen.has(id)).map(({ t }): number => t)
  if (moving.length > 1 && exact(moving[0]!) > exact(moving[1]!)) moving.reverse()
  const times = new Map<number, number>()
  let before = { time: NaN, at: NaN, frame: NaN }
  for (const time of moving) {
    const at = exact(time)
    const frame = snapToFrame(asTicks(at), rate) as number
    const isTaken = frame === before.frame
    if (isTaken && at > frame) {
      times.set(time, at)
      continue
    }
    if (isTaken) times.set(before.time, before.at)
    times.set(time, frame)
    before = { time, at, frame }
  }
  return (time) => times.get(time) ?? exact(time)
}

/** Spans of at least as many ticks have their slopes changed by less than what counts as in line by rounding times. */
const LEAST_SPAN = 1e7

/** Between two spans stretched alike both slopes change alike: a joined key there stays in line. */
function keepInLine({ keys }: Property, { led, inLine }: Record<'led' | 'inLine', Set<string>>): void {
  if (led.size === 0) return
  for (let i = 1; i < keys.length - 1; i += 1) {
    const [before, key, after] = [keys[i - 1]!, keys[i]!, keys[i + 1]!]
    if (!led.has(before.id) || !led.has(key.id)) continue
    if (key.t - before.t >= LEAST_SPAN && after.t - key.t >= LEAST_SPAN) inLine.add(key.id)
  }
}

/** The stretch that brings one stretch of time onto another; backwards where that ends before it starts. */
export function stretchOnto(
  [from, to]: readonly [number, number],
  [newFrom, newTo]: readonly [number, number],
): Stretch {
  return { about: from, onto: newFrom, factor: (newTo - newFrom) / (to - from) }
}

/** Plays keys backwards where they are: about the middle between the first and the last of them all. */
export function reverseKeys(draft: Draft<Project>, refs: readonly KeyRef[]): MoveReport {
  const range = rangeOf(draft, refs)
  if (!range) return { replaced: 0 }
  return stretchKeys(draft, refs, { about: (range[0] + range[1]) / 2, factor: -1 })
}

/** Times of the first and the last of keys, ticks; null when none of them is there. Waypoints do not count. */
export function rangeOf(project: Project, refs: readonly KeyRef[]): readonly [Ticks, Ticks] | null {
  let [first, last] = [Infinity, -Infinity]
  for (const { ref, keys } of byProperty(refs).values()) {
    for (const key of undrafted<Property | null>(findProperty(project, ref))?.keys ?? []) {
      if (key.timeless || !keys.has(key.id)) continue
      first = Math.min(first, key.t)
      last = Math.max(last, key.t)
    }
  }
  return first <= last ? [asTicks(first), asTicks(last)] : null
}

interface PropertyStretch {
  readonly keys: ReadonlySet<string>
  readonly timeOf: (time: number) => number
  readonly backwards: boolean
  readonly library: BendLibrary
  /** Filled with the keys whose spans have to stay as they come out. */
  readonly led: Set<string>
}

function stretchProperty(
  given: Property,
  { keys: chosen, timeOf, backwards, library, led }: PropertyStretch,
): { property: Property; replaced: number } {
  // What is linked is seldom the same backwards.
  const own = (from: Key, to: Key | undefined): boolean =>
    chosen.has(from.id) && to !== undefined && chosen.has(to.id) && !isOwnMirrorImage(from.bend, library)
  const apart = backwards ? withOwnBends(given, library, own) : given
  const property = pinBorders(apart, chosen, { backwards, library })
  if (!backwards) {
    // Only joined keys ask which spans lead.
    if (property.keys.some(({ through }) => through === 'joined')) markLed(property.keys, chosen, led)
    return withTimes(property, ({ id, t }) => (chosen.has(id) ? timeOf(t) : undefined))
  }
  const timed = property.keys.filter(({ timeless }) => !timeless)
  const moving = timed.filter(({ id }) => chosen.has(id))
  if (moving.length === 0) return { property: given, replaced: 0 }
  const whole = moving.length === timed.length
  const blocks = blocksOf(property.keys, chosen)
  const { kind } = property
  const mirrored = blocks.flatMap((block) =>
    mirrorKeys(block, { kind, library, timeOf, lastBend: block[block.length - 1]!.bend }),
  )
  const first = new Map(mirrored.map((key) => [key.id, key]))
  mirrored.slice(0, -1).forEach(({ id }) => led.add(id))
  for (const block of blocks) led.delete(block[0]!.id)
  const taken = new Set(mirrored.map(({ t }) => t))
  const standing = property.keys.filter(
    ({ id, t, timeless }) => !first.has(id) && (timeless || !taken.has(t)),
  )
  const keys = orderKeys(inTime([...standing, ...withoutTies(mirrored)]))
  const swapped = whole ? swapOutside(property) : property
  return { property: { ...swapped, keys }, replaced: property.keys.length - keys.length }
}

/** Marks the spans whose both keys are chosen. */
function markLed(keys: readonly Key[], chosen: ReadonlySet<string>, led: Set<string>): void {
  let before: Key | null = null
  for (const key of keys) {
    if (key.timeless) continue
    const moves = chosen.has(key.id)
    if (before && moves) led.add(before.id)
    before = moves ? key : null
  }
}

/** Sorted by time; waypoints, whose `t` is the moment they were passed at, keep their place. */
function inTime(keys: readonly Key[]): Key[] {
  return [...keys].sort((a, b) => a.t - b.t)
}

function withoutTies(keys: readonly Key[]): Key[] {
  const last = new Map(keys.map((key) => [key.t, key.id]))
  return keys.filter((key) => key.timeless || last.get(key.t) === key.id)
}

/** Runs of neighbouring chosen keys, each with the waypoints between them; the first and last of a run are timed. */
function blocksOf(keys: readonly Key[], chosen: ReadonlySet<string>): Key[][] {
  const blocks: Key[][] = []
  let block: Key[] = []
  let waypoints: Key[] = []
  for (const key of keys) {
    if (key.timeless) {
      waypoints.push(key)
      continue
    }
    if (chosen.has(key.id)) {
      if (block.length === 0) blocks.push((block = [key]))
      else block.push(...waypoints, key)
    } else block = []
    waypoints = []
  }
  return blocks
}

function swapOutside({ before, after, ...rest }: Property): Property {
  return { ...rest, ...(after ? { before: after } : {}), ...(before ? { after: before } : {}) }
}

/** A smooth key at the border of what moves looks to both sides: its slope is written down before one of them goes. */
function pinBorders(
  property: Property,
  chosen: ReadonlySet<string>,
  { backwards, library }: Pick<PropertyStretch, 'backwards' | 'library'>,
): Property {
  const timed = property.keys.filter(({ timeless }) => !timeless)
  const moves = timed.map(({ id }) => chosen.has(id))
  if (moves.every(Boolean)) return property
  return pinSlopes(backwards ? pinRoutesAtBorders(property, chosen) : property, moves, { backwards, library })
}

/** A smooth point of a route beside which another key comes to stand keeps its tangent. */
function pinRoutesAtBorders(property: Property, chosen: ReadonlySet<string>): Property {
  const { keys } = property
  const moves = keys.map(({ id, timeless }) => (timeless ? null : chosen.has(id)))
  const beside = (i: number, step: 1 | -1): boolean | null => {
    let at = i + step
    while (moves[at] === null) at += step
    return moves[at] ?? null
  }
  return pinRoutes(property, (i) => {
    const sides = [beside(i, -1), beside(i, 1)].filter((side) => side !== null)
    // An end played backwards may be one no more.
    if (moves[i] && (i === 0 || i === keys.length - 1)) return true
    return moves[i] === null ? new Set(sides).size > 1 : sides.some((side) => side !== moves[i])
  })
}

function pinSlopes(
  property: Property,
  moves: readonly boolean[],
  { backwards, library }: Pick<PropertyStretch, 'backwards' | 'library'>,
): Property {
  if (!property.keys.some(({ through }) => through === 'smooth')) return property
  // An end's slope looks two keys far, and an end played backwards may be one no more.
  const isEnd = (i: number): boolean => i === 0 || i === moves.length - 1
  const looksOut = (i: number): boolean => [-2, -1, 1, 2].some((k) => moves[i + k] === false)
  return pinSmooth(property, (i) => moves[i]! && (looksOut(i) || (backwards && isEnd(i))), library)
}
