import { ticks } from 'd3-array'
import type { BendLibrary } from '@arrow-bend/core/bend'
import {
  compiledOf,
  graphHandles,
  KIND_WIDTH,
  type CompiledProperty,
  type Property,
  type Side,
} from '@arrow-bend/core/property'
import { secondsOfTicks } from '@arrow-bend/core/time'

/** What a graph shows over time. */
export type GraphOf = 'value' | 'speed'

/** A stretch of values. */
export interface Range {
  readonly low: number
  readonly high: number
}

/** Where values lie in a graph, px. */
export interface GraphScale extends Range {
  readonly y: (value: number) => number
  readonly valueOf: (y: number) => number
  readonly ticks: readonly { readonly value: number; readonly label: string; readonly y: number }[]
}

export interface GraphCurve {
  readonly component: number
  /** 'X' or 'Y' where there are two, else empty. */
  readonly letter: string
  readonly path: string
  /** Where its letter stands. */
  readonly endX: number
  readonly endY: number
}

export interface GraphBead {
  readonly key: string
  readonly index: number
  readonly component: number
  readonly x: number
  readonly y: number
  readonly value: number
}

export interface GraphGrip {
  /** The key its span begins at. */
  readonly key: string
  readonly span: number
  readonly side: Side
  readonly component: number
  readonly reach: number
  /** Of all components, in the value's units. */
  readonly offset: readonly number[]
  readonly speeds: readonly number[]
  readonly seconds: number
  /** Its key, and its end, px. */
  readonly fromX: number
  readonly fromY: number
  readonly x: number
  readonly y: number
}

export interface GraphDrawing {
  readonly scale: GraphScale
  readonly curves: readonly GraphCurve[]
  readonly beads: readonly GraphBead[]
  readonly grips: readonly GraphGrip[]
}

export interface GraphOptions {
  readonly xOf: (time: number) => number
  /** px */
  readonly width: number
  readonly top: number
  readonly bottom: number
  readonly of: GraphOf
  readonly library: BendLibrary
  /** Which spans show their handles, by the key they begin at. */
  readonly shows: (key: string) => boolean
  /** Room that is kept while something is dragged. */
  readonly held: Range | null
}

/** px from one sample to the next. */
const STEP = 1
/** A hair before a span's end, where a hold still holds. */
const BEFORE_END = 1 - 1e-9
/** Clear space above and below, px. */
const CLEAR = 12

/** Whether a property has a graph of its value: numbers have, colours, outlines and choices do not. */
export function hasValueGraph({ kind }: Property): boolean {
  return KIND_WIDTH[kind] > 0 && kind !== 'colour'
}

interface Sampled {
  readonly component: number
  readonly points: readonly (readonly [x: number, value: number])[]
}

/** A graph of a property: its curves, and what can be taken hold of. */
export function drawGraph(property: Property, options: GraphOptions): GraphDrawing {
  const compiled = compiledOf(property, options.library)
  const width = options.of === 'speed' ? compiled.speedWidth : compiled.width
  const sampled = Array.from({ length: Math.min(2, width) }, (_, component) =>
    sample(compiled, component, options),
  )
  const grips = gripsOf(compiled, options)
  const scale = scaleOf(sampled, grips, options)
  const two = sampled.length > 1
  return {
    scale,
    curves: sampled.map(({ component, points }) => {
      const last = points[points.length - 1] ?? [0, 0]
      return {
        component,
        letter: two ? 'XY'[component]! : '',
        path: `M${points.map(([x, value]) => `${x.toFixed(2)} ${scale.y(value).toFixed(2)}`).join('L')}`,
        endX: Math.min(last[0] + 6, options.width - 12),
        endY: scale.y(last[1]) + 4,
      }
    }),
    beads: beadsOf(compiled, options, scale),
    grips: grips.map((grip) => ({ ...grip, fromY: scale.y(grip.fromY), y: scale.y(grip.y) })),
  }
}

function sample(compiled: CompiledProperty, component: number, { xOf, width, of }: GraphOptions): Sampled {
  const { times, spans } = compiled
  const out = new Float64Array(Math.max(compiled.width, compiled.speedWidth))
  const points: [number, number][] = []
  spans.forEach((span, i) => {
    const [x0, x1] = [xOf(times[i]!), xOf(times[i + 1]!)]
    if (x1 < -STEP || x0 > width + STEP || x1 <= x0) return
    const at = (u: number): void => {
      if (of === 'speed') span.speedInto(out, u)
      else span.valueInto(out, u)
      const value = out[component]!
      if (Number.isFinite(value)) points.push([x0 + u * (x1 - x0), value])
    }
    const count = Math.max(8, Math.ceil((x1 - x0) / STEP))
    const first = Math.max(0, Math.floor((-STEP - x0) / ((x1 - x0) / count)))
    const last = Math.min(count, Math.ceil((width + STEP - x0) / ((x1 - x0) / count)))
    for (let k = first; k < last; k += 1) at(k / count)
    if (last < count) return
    at(BEFORE_END)
    at(1)
  })
  if (points.length === 0) {
    const value = of === 'speed' ? 0 : compiled.values[component]!
    points.push([0, value], [width, value])
  }
  return { component, points }
}

function beadsOf(
  compiled: CompiledProperty,
  { xOf, width, of }: GraphOptions,
  scale: GraphScale,
): GraphBead[] {
  if (of === 'speed') return []
  return compiled.keys.flatMap((key, index) => {
    const x = xOf(key.t)
    if (x < -8 || x > width + 8) return []
    return Array.from({ length: Math.min(2, compiled.width) }, (_, component): GraphBead => {
      const value = compiled.values[index * compiled.width + component]!
      return { key: key.id, index, component, x, y: scale.y(value), value }
    })
  })
}

/** Handles with their y still in the graph's units. */
function gripsOf(compiled: CompiledProperty, { xOf, of, shows }: GraphOptions): GraphGrip[] {
  // A place's own X and Y are shaped on the stage; along its route it has one speed.
  if (of === 'value' && compiled.property.kind === 'place') return []
  return compiled.spans.flatMap((_, span): GraphGrip[] => {
    const key = compiled.keys[span]!.id
    const handles = shows(key) ? graphHandles(compiled, span) : null
    if (!handles) return []
    const [t0, t1] = [compiled.times[span]!, compiled.times[span + 1]!]
    const seconds = secondsOfTicks(t1 - t0)
    return (['leave', 'arrive'] as const).flatMap((side) => {
      const { reach, offset, speed } = handles[side]
      const time = side === 'leave' ? t0 + reach * (t1 - t0) : t1 - reach * (t1 - t0)
      return speed.slice(0, 2).map((own, component): GraphGrip => {
        const index = side === 'leave' ? span : span + 1
        const value = compiled.values[index * compiled.width + component]!
        return {
          key,
          span,
          side,
          component,
          reach,
          offset,
          speeds: speed,
          seconds,
          fromX: xOf(side === 'leave' ? t0 : t1),
          x: xOf(time),
          fromY: of === 'speed' ? own : value,
          y: of === 'speed' ? own : value + offset[component]!,
        }
      })
    })
  })
}

function scaleOf(
  sampled: readonly Sampled[],
  grips: readonly GraphGrip[],
  { top, bottom, of, held }: GraphOptions,
): GraphScale {
  const values = [
    ...sampled.flatMap(({ points }) => points.map(([, value]) => value)),
    ...grips.map(({ y }) => y),
    ...(of === 'speed' ? [0] : []),
    ...(held ? [held.low, held.high] : []),
  ].filter(Number.isFinite)
  let low = values.reduce((least, value) => Math.min(least, value), Infinity)
  let high = values.reduce((most, value) => Math.max(most, value), -Infinity)
  if (!(high - low > 1e-9 * Math.max(1, Math.abs(high), Math.abs(low)))) {
    const room = Math.max(1, Math.abs(high) * 0.1)
    low -= room
    high += room
  }
  const [from, to] = [top + CLEAR, bottom - CLEAR]
  const y = (value: number): number => to - ((value - low) / (high - low)) * (to - from)
  return {
    low,
    high,
    y,
    valueOf: (at) => low + ((to - at) / (to - from)) * (high - low),
    ticks: ticks(low, high, to - from > 70 ? 5 : 3).map((value) => ({
      value,
      label: String(value).replace('-', '−'),
      y: y(value),
    })),
  }
}
