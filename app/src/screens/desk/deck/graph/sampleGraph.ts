import {
  PlaceSpan,
  ribbonSpeed,
  speedAt,
  valueAt,
  type CompiledProperty,
  type CompiledSpan,
  type Property,
} from '@arrow-bend/core/property'

/** What a graph shows over time: a value, the way a place has gone along its route, or the speed. */
export type GraphOf = 'value' | 'distance' | 'speed'

/** A point of a graph: px from the lane's left edge, and units. */
export type GraphPoint = readonly [x: number, value: number]

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

/** What each curve of a graph shows at a moment, before and after the keys too. */
export function readingsAt(compiled: CompiledProperty, time: number, of: GraphOf): number[] {
  const index = compiled.times.findLastIndex((t) => t <= time)
  const span = compiled.spans[index]
  return Array.from({ length: curveCount(compiled, of) }, (_, component) => {
    if (span) {
      const u = (time - compiled.times[index]!) / (compiled.times[index + 1]! - compiled.times[index]!)
      return spanReader(compiled, component, of)(span, index, u)
    }
    if (of === 'distance') return distancesAtKeys(compiled)[Math.max(0, index)]!
    return (of === 'speed' ? speedAt : valueAt)(compiled, time)[component]!
  })
}

/** A curve in view, sampled every pixel; where keys crowd, what each pixel reaches at most and at least. */
export function sampleGraph(
  compiled: CompiledProperty,
  component: number,
  { of, xOf, width }: SampleOptions,
): GraphPoint[] {
  const { times, spans } = compiled
  const read = spanReader(compiled, component, of)
  const points: GraphPoint[] = []
  spans.forEach((span, i) => {
    const [x0, x1] = [xOf(times[i]!), xOf(times[i + 1]!)]
    if (x1 < -STEP || x0 > width + STEP || x1 <= x0) return
    const at = (u: number): void => {
      const value = read(span, i, u)
      if (Number.isFinite(value)) points.push([x0 + u * (x1 - x0), value])
    }
    const count = x1 - x0 < HARDLY ? FEWEST : Math.max(FEW, Math.ceil((x1 - x0) / STEP))
    const first = Math.max(0, Math.floor((-STEP - x0) / ((x1 - x0) / count)))
    const last = Math.min(count, Math.ceil((width + STEP - x0) / ((x1 - x0) / count)))
    for (let k = first; k < last; k += 1) at(k / count)
    if (last < count || count === FEWEST) return
    at(BEFORE_END)
    at(1)
  })
  if (points.length > 0) return points.length > width * FEWEST ? byPixel(points) : points
  const value = of === 'value' ? compiled.values[component]! : 0
  return [
    [0, value],
    [width, value],
  ]
}

/** Of the points in each pixel the least and the greatest, in order. */
function byPixel(points: readonly GraphPoint[]): GraphPoint[] {
  const kept: GraphPoint[] = []
  let start = 0
  for (let i = 1; i <= points.length; i += 1) {
    if (i < points.length && Math.floor(points[i]![0]) === Math.floor(points[start]![0])) continue
    let [least, most] = [start, start]
    for (let k = start; k < i; k += 1) {
      if (points[k]![1] < points[least]![1]) least = k
      if (points[k]![1] > points[most]![1]) most = k
    }
    kept.push(points[Math.min(least, most)]!)
    if (least !== most) kept.push(points[Math.max(least, most)]!)
    start = i
  }
  return kept
}
