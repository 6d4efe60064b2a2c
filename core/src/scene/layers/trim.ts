import { clamp } from '../../number/index.ts'
import type { PropertyReader, PropertyWriter } from './propertyReader.ts'
import { PERCENT, type PropertyDefinition } from './propertyDefinition.ts'

const share = (name: string, label: string, value: number): PropertyDefinition => ({
  name,
  label,
  kind: 'number',
  hue: 'shape',
  unit: '%',
  value,
  limits: PERCENT,
  step: 1,
  set: 'line',
})

/** Which part of a shape's line is drawn, in % of its length: from start to end, both moved on by the offset. */
export const TRIM: readonly PropertyDefinition[] = [
  share('trim start', 'Trim start', 0),
  { ...share('trim end', 'Trim end', 100), listedWith: 'trim start' },
  {
    name: 'trim offset',
    label: 'Trim offset',
    kind: 'number',
    hue: 'shape',
    unit: '%',
    value: 0,
    step: 1,
    set: 'line',
    listedWith: 'trim start',
  },
]

/** Start, end and offset, %. */
export type Trim = Float64Array

export const wholeLine = (): Trim => Float64Array.of(0, 100, 0)

export function trimWriters(trim: Trim, read: PropertyReader): PropertyWriter[] {
  return TRIM.map(({ name }, i) => read.number(name, (value) => (trim[i] = value)))
}

/** What is drawn of a line: all of it, nothing, or from a share of its length on, 0 … 1, for another share, round past its end. */
export type DrawnPart = 'all' | 'nothing' | { readonly from: number; readonly length: number }

export function drawnPart([start, end, offset]: Trim): DrawnPart {
  const [a, b] = [clamp(start!, 0, 100), clamp(end!, 0, 100)]
  if (b <= a) return 'nothing'
  if (b - a >= 100) return 'all'
  const from = (a + offset!) / 100
  return { from: from - Math.floor(from), length: (b - a) / 100 }
}

/** A pattern of a line: lengths drawn and left out by turns, and how far into it the line begins, px. */
export interface Dash {
  readonly lengths: readonly number[]
  readonly offset: number
}

/**
 * The pattern that draws a part of a line. What is left out at its end is longer than the line, as those who draw measure it a
 * little otherwise, and no speck of the next round is to show.
 * @param total how long the line is, px
 */
export function dashOf({ from, length }: Exclude<DrawnPart, string>, total: number): Dash {
  const past = from + length - 1
  if (past <= 0) return { lengths: [length * total, 2 * total], offset: -from * total }
  return { lengths: [past * total, (1 - length) * total, 2 * total, 0], offset: 0 }
}
