import type { PlainBend } from '@arrow-bend/core/bend'
import {
  PlaceSpan,
  ribbonSpeed,
  speedAt,
  valueAt,
  type CompiledProperty,
  type CompiledSpan,
  type Key,
  type Property,
} from '@arrow-bend/core/property'

/** What a graph shows over time: a value, the way a place has gone along its route, or the speed. */
export type GraphOf = 'value' | 'distance' | 'speed'

/** A point of a graph: px from the lane's left edge, and units. */
export type GraphPoint = readonly [x: number, value: number]

/** A run of points, and between which values they lie. */
export interface GraphPiece {
  readonly points: readonly GraphPoint[]
  readonly low: number
  readonly high: number
}

export interface SampleOptions {
  readonly of: GraphOf
  readonly xOf: (time: number) => number
  /** px */
  readonly width: number
}

/** px from one sample to the next. */
const STEP = 1
/** A hair before a span's end, where a hold still holds. */
const BEFORE_END = 1 - 1e-9
/** Samples of a narrow span, and of one hardly a pixel wide. */
const FEW = 8
const FEWEST = 2
const HARDLY = 2

/** Kinds whose speed is many numbers that are shown as one. */
export const isSummed = ({ kind }: Property): boolean => kind === 'colour' || kind === 'outline'

/** How many curves a graph has: one, or X and Y. */
export function curveCount(compiled: CompiledProperty, of: GraphOf): number {
  if (of === 'distance' || (of === 'speed' && isSummed(compiled.property))) return 1
  return Math.min(2, of === 'speed' ? compiled.speedWidth : compiled.width)
}

/** How far along its route a place is at each of its keys, px. */
export function distancesAtKeys({ spans, keys }: CompiledProperty): Float64Array {
  const distances = new Float64Array(Math.max(1, keys.length))
  spans.forEach((span, i) => {
    distances[i + 1] = distances[i]! + (span instanceof PlaceSpan ? span.route.length : 0)
  })
  return distances
}

/** What a graph shows at an elapsed fraction of a span. */
export function spanReader(
  compiled: CompiledProperty,
  component: number,
  of: GraphOf,
): (span: CompiledSpan, index: number, u: number) => number {
  const out = new Float64Array(Math.max(compiled.width, compiled.speedWidth, 1))
  const { kind } = compiled.property
  if (of === 'distance') {
    const starts = distancesAtKeys(compiled)
    return (span, index, u) => starts[index]! + (span instanceof PlaceSpan ? span.distanceAt(u) : 0)
  }
  if (of === 'speed' && isSummed(compiled.property)) return (span, _, u) => ribbonSpeed(kind, span, u, out)
  return (span, _, u) => {
    if (of === 'speed') span.speedInto(out, u)
    else span.valueInto(out, u)
    return out[component]!
  }
}

/** What a curve of a graph shows at a moment before the first key or after the last. */
export function readingOutside(
  compiled: CompiledProperty,
  time: number,
  { of, component }: { readonly of: GraphOf; readonly component: number },
): number {
  if (of !== 'distance') return (of === 'speed' ? speedAt : valueAt)(compiled, time)[component]!
  const distances = distancesAtKeys(compiled)
  return time < compiled.times[0]! ? distances[0]! : distances.at(-1)!
}

/** What each curve of a graph shows at a moment, before and after the keys too. */
export function readingsAt(compiled: CompiledProperty, time: number, of: GraphOf): number[] {
  const index = compiled.times.findLastIndex((t) => t <= time)
  const span = compiled.spans[index]
  return Array.from({ length: curveCount(compiled, of) }, (_, component) => {
    if (span) {
      const u = (time - compiled.times[index]!) / (compiled.times[index + 1]! - compiled.times[index]!)
      return spanReader(compiled, component, of)(span, index, u)
    }
    return readingOutside(compiled, time, { of, component })
  })
}

/** A curve in view, sampled every pixel, span by span; where keys crowd, what each pixel reaches at most and at least. */
export function sampleGraph(
  compiled: CompiledProperty,
  component: number,
  { of, xOf, width }: SampleOptions,
): readonly GraphPiece[] {
  const { times, spans } = compiled
  const read = spanReader(compiled, component, of)
  const crowded = xOf(times.at(-1)!) - xOf(times[0]!) < spans.length * HARDLY
  const pieces = crowded
    ? crowdedPieces(compiled, read, { xOf, width })
    : spacedPieces(compiled, read, { of, component, xOf, width })
  if (pieces.length > 0) return pieces
  const value = of === 'value' ? compiled.values[component]! : 0
  return [
    pieceOf([
      [0, value],
      [width, value],
    ]),
  ]
}

type SpanReader = ReturnType<typeof spanReader>
type InTime = Pick<SampleOptions, 'xOf' | 'width'>

function spacedPieces(
  compiled: CompiledProperty,
  read: SpanReader,
  { of, component, xOf, width }: SampleOptions & { readonly component: number },
): GraphPiece[] {
  const { times, spans } = compiled
  const pieces: GraphPiece[] = []
  let count = 0
  spans.forEach((span, i) => {
    const [x0, x1] = [xOf(times[i]!), xOf(times[i + 1]!)]
    if (x1 < -STEP || x0 > width + STEP || x1 <= x0) return
    const view = { of, component, x0, x1, width }
    const piece = knownPiece(compiled, i, view, () => {
      const points: GraphPoint[] = []
      sampleSpan(
        (u) => read(span, i, u),
        view,
        (x, value) => points.push([x, value]),
      )
      return points
    })
    count += piece.points.length
    if (piece.points.length > 0) pieces.push(piece)
  })
  if (count <= width * FEWEST) return pieces
  const [take, taken] = byPixel()
  for (const { points } of pieces) for (const [x, value] of points) take(x, value)
  return [pieceOf(taken())]
}

/** Where spans crowd, what is known of each is no quicker to be found than made; only what each pixel keeps is. */
function crowdedPieces(
  { times, spans }: CompiledProperty,
  read: SpanReader,
  { xOf, width }: InTime,
): GraphPiece[] {
  const [take, taken] = byPixel()
  let x1 = xOf(times[0]!)
  for (let i = 0; i < spans.length && x1 <= width + STEP; i += 1) {
    const x0 = x1
    x1 = xOf(times[i + 1]!)
    if (x1 < -STEP || x1 <= x0) continue
    const span = spans[i]!
    sampleSpan((u) => read(span, i, u), { x0, x1, width }, take)
  }
  const points = taken()
  return points.length > 0 ? [pieceOf(points)] : []
}

function pieceOf(points: readonly GraphPoint[]): GraphPiece {
  let [low, high] = [Infinity, -Infinity]
  for (const [, value] of points) {
    low = Math.min(low, value)
    high = Math.max(high, value)
  }
  return { points, low, high }
}

/** The points of one span that are in view. */
function sampleSpan(
  read: (u: number) => number,
  { x0, x1, width }: Pick<PieceView, 'x0' | 'x1' | 'width'>,
  take: (x: number, value: number) => void,
): void {
  const at = (u: number): void => {
    const value = read(u)
    if (Number.isFinite(value)) take(x0 + u * (x1 - x0), value)
  }
  const count = x1 - x0 < HARDLY ? FEWEST : Math.max(FEW, Math.ceil((x1 - x0) / STEP))
  const first = Math.max(0, Math.floor((-STEP - x0) / ((x1 - x0) / count)))
  const last = Math.min(count, Math.ceil((width + STEP - x0) / ((x1 - x0) / count)))
  for (let k = first; k < last; k += 1) at(k / count)
  if (last < count || count === FEWEST) return
  at(BEFORE_END)
  at(1)
}

interface PieceView {
  readonly of: GraphOf
  readonly component: number
  readonly x0: number
  readonly x1: number
  readonly width: number
}

interface KnownPiece extends PieceView {
  readonly to: Key
  readonly bend: PlainBend
  readonly mix: Property['mix']
  readonly piece: GraphPiece
}

/** What was sampled last of the span a key begins, by graph, component and width: a lane and its tools look at each. */
const KNOWN = new WeakMap<Key, Map<string, KnownPiece>>()
/** More widths than are looked at together. */
const MANY = 12

/** A span's points as they were sampled before, where neither its keys, its bend nor its place in view have changed. */
function knownPiece(
  { property: { kind, mix }, keys, bends }: CompiledProperty,
  i: number,
  view: PieceView,
  sample: () => GraphPoint[],
): GraphPiece {
  // A place also depends on the route, whose length the spans before have a part in.
  if (kind === 'place') return pieceOf(sample())
  const [key, to, bend] = [keys[i]!, keys[i + 1]!, bends[i]!]
  const known = KNOWN.get(key) ?? new Map<string, KnownPiece>()
  const name = `${view.of}${view.component}/${view.width}`
  const before = known.get(name)
  const { x0, x1 } = view
  if (before?.to === to && before.bend === bend && before.mix === mix)
    if (before.x0 === x0 && before.x1 === x1) return before.piece
  const piece = pieceOf(sample())
  if (known.size > MANY) known.clear()
  known.set(name, { ...view, to, bend, mix, piece })
  KNOWN.set(key, known)
  return piece
}

/** Of the points taken, in order of x, the least and the greatest in each pixel, in order. */
function byPixel(): [take: (x: number, value: number) => void, taken: () => GraphPoint[]] {
  const kept: GraphPoint[] = []
  let [pixel, count] = [NaN, 0]
  const least = { x: 0, value: 0, at: 0 }
  const most = { ...least }
  const put = (point: { x: number; value: number; at: number }, x: number, value: number): void => {
    point.x = x
    point.value = value
    point.at = count
  }
  const leave = (): void => {
    if (count === 0) return
    const [first, second] = least.at <= most.at ? [least, most] : [most, least]
    kept.push([first.x, first.value])
    if (first.at !== second.at) kept.push([second.x, second.value])
    count = 0
  }
  const take = (x: number, value: number): void => {
    if (Math.floor(x) !== pixel) {
      leave()
      pixel = Math.floor(x)
    }
    if (count === 0 || value < least.value) put(least, x, value)
    if (count === 0 || value > most.value) put(most, x, value)
    count += 1
  }
  const taken = (): GraphPoint[] => {
    leave()
    return kept
  }
  return [take, taken]
}
