import { clamp } from '../../number/index.ts'
import type { BendNode, PlainBend } from '../../bend/index.ts'
import { LIMITS } from '../../scene/index.ts'
import { unreadable } from './unreadable.ts'

/** One entry of linear(): an output with up to two inputs, as shares. */
export interface LinearStop {
  readonly output: number
  readonly inputs: readonly number[]
}

/**
 * A linear() function as points, its missing inputs filled in.
 * @throws BadBend (quoting `text`) unless it runs from 0 at 0% to 1 at 100%, as a span does
 * Source: W3C, CSS Easing Functions 2, 2.1.1 (canonicalisation, by step).
 */
export function bendOfLinear(given: readonly LinearStop[], text: string): PlainBend {
  const stops = given.flatMap(({ output, inputs }): { output: number; input: number | null }[] =>
    inputs.length > 0 ? inputs.map((input) => ({ output, input })) : [{ output, input: null }],
  )
  if (stops.length < 2) throw unreadable(text)
  if (stops.length > LIMITS.nodesOfBend)
    throw unreadable(text, `: a bend has ${LIMITS.nodesOfBend} points at most`)
  const inputs = stops.map((stop) => stop.input)
  inputs[0] ??= 0
  inputs[inputs.length - 1] ??= Math.max(1, ...inputs.map((input) => input ?? 0))
  let largest = -Infinity
  inputs.forEach((input, i) => {
    if (input === null) return
    largest = Math.max(largest, input)
    inputs[i] = largest
  })
  for (let i = 0; i < inputs.length; i += 1) {
    if (inputs[i] !== null) continue
    const next = inputs.findIndex((input, k) => k > i && input !== null)
    inputs[i] = inputs[i - 1]! + (inputs[next]! - inputs[i - 1]!) / (next - i + 1)
  }
  return polyline(
    stops.map((stop, i) => [inputs[i]!, stop.output]),
    text,
  )
}

/** How far apart in u the two sides of a jump are kept. */
const HAIR = 1e-9

/** Straight pieces through points; a span starts at 0, 0 and ends at 1, 1, so others are refused. */
function polyline(points: readonly (readonly [number, number])[], text: string): PlainBend {
  const [first, last] = [points[0]!, points[points.length - 1]!]
  if (first[0] !== 0 || first[1] !== 0 || last[0] !== 1 || last[1] !== 1) {
    throw unreadable(text, ': it has to run from 0 at 0% to 1 at 100%')
  }
  let before = -HAIR
  const spread = points.map(([u, p], i): readonly [number, number] => {
    const most = 1 - (points.length - 1 - i) * HAIR
    before = i === 0 ? 0 : clamp(u, before + HAIR, most)
    return [before, p]
  })
  const third = (from: number, to: number): number => (to - from) / 3
  const nodes = spread.map(([u, p], i): BendNode => {
    const next = spread[i + 1] ?? [u, p]
    const previous = spread[i - 1] ?? [u, p]
    return {
      at: [u, p],
      arrive: [third(u, previous[0]), third(p, previous[1])],
      leave: [third(u, next[0]), third(p, next[1])],
      through: 'corner',
    }
  })
  return { kind: 'points', nodes }
}
