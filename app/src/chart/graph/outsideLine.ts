import type { CompiledProperty } from '@arrow-bend/core/property'
import type { GraphScale } from './graphScale.ts'
import { readingOutside, type GraphOf } from './sampleGraph.ts'

/** px from one look at a value that goes on to the next. */
const STEP = 3

/**
 * What a property does before its first key and after its last, as path data: level where it holds, else as it loops or
 * goes on; empty where neither is in view.
 */
export function outsideLine(
  compiled: CompiledProperty,
  component: number,
  {
    of,
    scale,
    xOf,
    width,
  }: {
    readonly of: GraphOf
    readonly scale: GraphScale
    readonly xOf: (time: number) => number
    /** px */
    readonly width: number
  },
): string {
  const [first, last] = [compiled.times[0]!, compiled.times.at(-1)!]
  const second = xOf(first + 1e6)
  const timeOf = (x: number): number => first + ((x - xOf(first)) * 1e6) / (second - xOf(first))
  const level = (x: number): string => {
    const y = scale.y(readingOutside(compiled, timeOf(x), { of, component }))
    return `${x.toFixed(1)} ${y.toFixed(1)}`
  }
  /** @param isHeld two points say it all, a hair inside the part that is asked for */
  const run = (from: number, to: number, isHeld: boolean): string => {
    if (to - from < 1) return ''
    const steps = isHeld ? 1 : Math.ceil((to - from) / STEP)
    const inset = Math.min(0.5, (to - from) / 4)
    const at = (i: number): number => from + inset + ((to - from - 2 * inset) * i) / steps
    return `M${Array.from({ length: steps + 1 }, (_, i) => level(at(i))).join('L')}`
  }
  const [x0, x1] = [xOf(first), xOf(last)]
  return (
    run(0, Math.min(width, x0), compiled.before === 'hold') +
    run(Math.max(0, x1), width, compiled.after === 'hold')
  )
}
