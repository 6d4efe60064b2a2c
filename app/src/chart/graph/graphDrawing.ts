import type { BendLibrary, BendNode } from '@arrow-bend/core/bend'
import {
  compiledOf,
  graphHandles,
  KIND_WIDTH,
  type CompiledProperty,
  type Property,
  type Side,
} from '@arrow-bend/core/property'
import { secondsOfTicks } from '@arrow-bend/core/time'
import { thinLine } from '../thinLine.ts'
import { beadsOf, keyValues, type GraphBead } from './beadPlaces.ts'
import { outsideLine } from './outsideLine.ts'
import { graphScale, type GraphScale, type Range, type ScaleKind } from './graphScale.ts'
import {
  curveCount,
  distancesAtKeys,
  isSummed,
  sampleGraph,
  type GraphOf,
  type GraphPiece,
} from './sampleGraph.ts'

export interface GraphCurve {
  readonly component: number
  /** 'X' or 'Y' where there are two, else empty. */
  readonly letter: string
  readonly path: string
  /** What it does before the first key and after the last. */
  readonly outside: string
  /** Where the path begins, px. */
  readonly startX: number
  /** Over spans that hold, and the jump at their end. */
  readonly stitch: string
  /** What lies beyond the limits of the property, and so does not show; empty where nothing does. */
  readonly lost: string
  /** Where its letter stands. */
  readonly endX: number
  readonly endY: number
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

/** A handle of a point of a bend, and where its end lies, px. */
export interface GraphArm {
  readonly side: Side
  readonly handle: readonly [du: number, dp: number]
  readonly x: number
  readonly y: number
}

/** A point of a points bend; the two ends are the span's keys and have a handle only. */
export interface GraphNode {
  readonly key: string
  readonly span: number
  /** Its place among the bend's points. */
  readonly index: number
  readonly inner: boolean
  readonly component: number
  readonly at: readonly [u: number, p: number]
  readonly through: BendNode['through']
  readonly x: number
  readonly y: number
  readonly arms: readonly GraphArm[]
}

export interface GraphDrawing {
  readonly scale: GraphScale
  readonly curves: readonly GraphCurve[]
  readonly beads: readonly GraphBead[]
  readonly grips: readonly GraphGrip[]
  readonly nodes: readonly GraphNode[]
}

export interface GraphOptions {
  readonly of: GraphOf
  readonly xOf: (time: number) => number
  /** px */
  readonly width: number
  readonly top: number
  readonly bottom: number
  readonly library: BendLibrary
  /** Which spans show their handles, by the key they begin at and how wide they are, px. */
  readonly shows: (key: string, px: number) => boolean
  /** The values asked to be in view; all there are when null. */
  readonly range: Range | null
  /** Room that is kept while something is dragged. */
  readonly held: Range | null
  /** Where values stop to show. */
  readonly limits: readonly number[]
}

/** Whether a property has a graph of its value: numbers have, colours, outlines and choices do not. */
export function hasValueGraph({ kind }: Property): boolean {
  return KIND_WIDTH[kind] > 0 && kind !== 'colour'
}

/** How a property's values are laid out. */
function scaleKind({ property: { kind, mix }, values }: CompiledProperty, of: GraphOf): ScaleKind {
  if (of !== 'value') return 'even'
  if (kind === 'turn') return 'turn'
  return mix === 'geometric' && values.every((value) => value > 0) ? 'ratio' : 'even'
}

/** A graph of a property: its curves, and what can be taken hold of. */
export function drawGraph(property: Property, options: GraphOptions): GraphDrawing {
  const compiled = compiledOf(property, options.library)
  const sampled = Array.from({ length: curveCount(compiled, options.of) }, (_, component) =>
    sampleGraph(compiled, component, options),
  )
  const grips = gripsOf(compiled, options)
  const nodes = nodesOf(compiled, options)
  const scale = graphScale(rangeOf(compiled, sampled, [...grips, ...nodes.flatMap(withArms)], options), {
    kind: scaleKind(compiled, options.of),
    top: options.top,
    bottom: options.bottom,
  })
  const two = sampled.length > 1
  return {
    scale,
    curves: sampled.map((pieces, component) => {
      const [first, last] = [pieces[0]!.points[0]!, pieces.at(-1)!.points.at(-1)!]
      return {
        component,
        letter: two ? 'XY'[component]! : '',
        path: `M${pieces.map((piece) => pieceText(piece, scale)).join('L')}`,
        outside: outsideLine(compiled, component, { ...options, scale }),
        startX: first[0],
        stitch: stitches(compiled, component, options, scale),
        lost: options.of === 'value' ? lostPart(pieces, scale, options.limits) : '',
        endX: Math.min(last[0] + 6, options.width - 12),
        endY: scale.y(last[1]) + 4,
      }
    }),
    beads: beadsOf(compiled, options, scale),
    grips: grips.map((grip) => ({ ...grip, fromY: scale.y(grip.fromY), y: scale.y(grip.y) })),
    nodes: nodes.map((node) => ({
      ...node,
      y: scale.y(node.y),
      arms: node.arms.map((arm) => ({ ...arm, y: scale.y(arm.y) })),
    })),
  }
}

interface Written {
  /** Two values and the one midway between them, and where each lies: these tell a scale from all others. */
  readonly scale: readonly number[]
  readonly text: string
}
/** What points were written as last: on the same scale they are the same. */
const WRITTEN = new WeakMap<GraphPiece, Written>()

/** A run of points as path data, without the letter it begins with. */
function pieceText(piece: GraphPiece, { low, high, y }: GraphScale): string {
  const scale = [low, high, y(low), y(high), y((low + high) / 2)]
  const known = WRITTEN.get(piece)
  if (known?.scale.every((part, i) => part === scale[i])) return known.text
  const line = thinLine()
  for (const [x, value] of piece.points) line.take(x, y(value))
  const text = line.text()
  WRITTEN.set(piece, { scale, text })
  return text
}

const withArms = (node: GraphNode): readonly { readonly y: number }[] => [node, ...node.arms]

/** A line along every hold in view, and up or down to what it jumps to. */
function stitches(
  compiled: CompiledProperty,
  component: number,
  { of, xOf, width }: GraphOptions,
  { y }: GraphScale,
): string {
  if (of === 'speed') return ''
  const { bends, times } = compiled
  const valueOf = keyValues(compiled, of)
  let path = ''
  for (let i = 0; i < bends.length; i += 1) {
    if (bends[i]!.kind !== 'hold') continue
    const [x0, x1] = [xOf(times[i]!), xOf(times[i + 1]!)]
    if (x1 < 0 || x0 > width) continue
    const [from, to] = [y(valueOf(i, component)), y(valueOf(i + 1, component))]
    path += `M${x0.toFixed(1)} ${from.toFixed(1)}H${x1.toFixed(1)}V${to.toFixed(1)}`
  }
  return path
}

/** What of a curve lies beyond limits, as areas between it and them; only runs that go beyond are looked at. */
function lostPart(pieces: readonly GraphPiece[], { y }: GraphScale, limits: readonly number[]): string {
  const [least = -Infinity, most = Infinity] = limits
  const area = ({ points }: GraphPiece, limit: number, beyond: (value: number) => number): string => {
    const [first, last] = [points[0]!, points[points.length - 1]!]
    const along = points.map(([x, value]) => `L${x.toFixed(1)} ${y(beyond(value)).toFixed(1)}`).join('')
    return `M${first[0].toFixed(1)} ${y(limit).toFixed(1)}${along}L${last[0].toFixed(1)} ${y(limit).toFixed(1)}Z`
  }
  const above = pieces.filter(({ high }) => high > most)
  const below = pieces.filter(({ low }) => low < least)
  return [
    ...above.map((piece) => area(piece, most, (value) => Math.max(value, most))),
    ...below.map((piece) => area(piece, least, (value) => Math.min(value, least))),
  ].join('')
}

/** Indices of the spans in view that show their handles. */
function spansShown(
  { times, keys, spans }: CompiledProperty,
  { xOf, width, shows }: Pick<GraphOptions, 'xOf' | 'width' | 'shows'>,
): number[] {
  const shown: number[] = []
  let x0 = xOf(times[0]!)
  for (let i = 0; i < spans.length && x0 <= width; i += 1) {
    const x1 = xOf(times[i + 1]!)
    if (x1 >= 0 && shows(keys[i]!.id, x1 - x0)) shown.push(i)
    x0 = x1
  }
  return shown
}

/** Handles with their y still in the graph's units. */
function gripsOf(compiled: CompiledProperty, { xOf, width, of, shows }: GraphOptions): GraphGrip[] {
  const { property, times } = compiled
  // A place's own X and Y are shaped on the stage; along its route it has one distance and one speed.
  if ((of === 'value' && property.kind === 'place') || isSummed(property)) return []
  const valueOf = keyValues(compiled, of)
  return spansShown(compiled, { xOf, width, shows }).flatMap((span): GraphGrip[] => {
    const key = compiled.keys[span]!.id
    const [t0, t1] = [times[span]!, times[span + 1]!]
    const [x0, x1] = [xOf(t0), xOf(t1)]
    const handles = graphHandles(compiled, span)
    if (!handles) return []
    const seconds = secondsOfTicks(t1 - t0)
    return (['leave', 'arrive'] as const).flatMap((side) => {
      const { reach, offset, speed } = handles[side]
      return speed.slice(0, 2).map((own, component): GraphGrip => {
        const from = of === 'speed' ? own : valueOf(side === 'leave' ? span : span + 1, component)
        return {
          key,
          span,
          side,
          component,
          reach,
          offset,
          speeds: speed,
          seconds,
          fromX: side === 'leave' ? x0 : x1,
          x: side === 'leave' ? x0 + reach * (x1 - x0) : x1 - reach * (x1 - x0),
          fromY: from,
          y: of === 'speed' ? own : from + offset[component]!,
        }
      })
    })
  })
}

/** Points of points bends with their y still in the graph's units. */
function nodesOf(compiled: CompiledProperty, { xOf, width, of, shows }: GraphOptions): GraphNode[] {
  const { property, times, bends, mixers } = compiled
  if (of === 'speed' || (of === 'value' && property.kind === 'place') || isSummed(property)) return []
  const distances = of === 'distance' ? distancesAtKeys(compiled) : null
  return spansShown(compiled, { xOf, width, shows }).flatMap((span): GraphNode[] => {
    const bend = bends[span]!
    if (bend.kind !== 'points') return []
    const key = compiled.keys[span]!.id
    const [x0, x1] = [xOf(times[span]!), xOf(times[span + 1]!)]
    const mixer = mixers[span]!
    const out = new Float64Array(mixer.width)
    const valueAt = (p: number, component: number): number => {
      mixer.mixInto(out, p)
      return (distances?.[span] ?? 0) + out[component]!
    }
    const last = bend.nodes.length - 1
    return Array.from({ length: curveCount(compiled, of) }).flatMap((_, component): GraphNode[] => {
      // Where nothing changes there is nothing a point could be moved along.
      if (valueAt(0, component) === valueAt(1, component)) return []
      return bend.nodes.map(({ at: [u, p], arrive, leave, through }, index): GraphNode => {
        const arm = (side: Side, handle: BendNode['leave']): GraphArm => ({
          side,
          handle,
          x: x0 + (u + handle[0]) * (x1 - x0),
          y: valueAt(p + handle[1], component),
        })
        return {
          key,
          span,
          index,
          inner: index > 0 && index < last,
          component,
          at: [u, p],
          through,
          x: x0 + u * (x1 - x0),
          y: valueAt(p, component),
          arms: [
            ...(index > 0 ? [arm('arrive', arrive)] : []),
            ...(index < last ? [arm('leave', leave)] : []),
          ],
        }
      })
    })
  })
}

function rangeOf(
  compiled: CompiledProperty,
  sampled: readonly (readonly GraphPiece[])[],
  held: readonly { readonly y: number }[],
  options: GraphOptions,
): Range {
  let [low, high] = [Infinity, -Infinity]
  const take = (value: number): void => {
    if (!Number.isFinite(value)) return
    low = Math.min(low, value)
    high = Math.max(high, value)
  }
  if (options.range) {
    take(options.range.low)
    take(options.range.high)
  } else {
    for (const { low: least, high: most } of sampled.flat()) {
      take(least)
      take(most)
    }
    held.forEach(({ y }) => take(y))
    if (options.of === 'speed') take(0)
  }
  if (options.held) {
    take(options.held.low)
    take(options.held.high)
  }
  if (scaleKind(compiled, options.of) !== 'ratio') return { low, high }
  // Nothing that is 0 or less has a place on an axis of ratios.
  const least = Math.min(...compiled.values)
  return { low: Math.max(low, least / 4), high }
}
