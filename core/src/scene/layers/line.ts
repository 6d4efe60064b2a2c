import type { PropertyReader, PropertyWriter } from './propertyReader.ts'
import { pixels, type PropertyDefinition } from './propertyDefinition.ts'
import { dashOf, drawnPart, TRIM, trimWriters, wholeLine, type Dash, type Trim } from './trim.ts'

/** How a line ends where it does not close. Source of the words: W3C, SVG 2, 13.5. */
export const LINE_ENDS = ['round', 'butt', 'square'] as const
export type LineEnds = (typeof LINE_ENDS)[number]

/** How a line goes round a corner. Source of the words: W3C, SVG 2, 13.5. */
export const LINE_JOINS = ['round', 'miter', 'bevel'] as const
export type LineJoins = (typeof LINE_JOINS)[number]

/** A corner is cut off where its tip would be longer than this many widths of the line. Source: W3C, SVG 2, 13.5. */
export const MITER_LIMIT = 4

const inSet = { set: 'line' } as const
const choice = (
  name: string,
  label: string,
  choices: readonly string[],
  value: string,
): PropertyDefinition => ({
  name,
  label,
  kind: 'choice',
  hue: 'shape',
  unit: '',
  value,
  choices,
  step: 1,
  ...inSet,
})

const DASH: readonly PropertyDefinition[] = [
  { ...pixels('dash', 'Dash', 0), ...inSet },
  { ...pixels('dash gap', 'Dash gap', 0), ...inSet, listedWith: 'dash' },
  {
    name: 'dash offset',
    label: 'Dash offset',
    kind: 'number',
    hue: 'shape',
    unit: 'px',
    value: 0,
    step: 1,
    ...inSet,
    listedWith: 'dash',
  },
]

/**
 * What is told of a shape's line besides its colour and width: which part of it is drawn, how it ends and turns, and its
 * pattern of dashes.
 * @param usual how it ends and turns where nothing is said; a kind that has no corners says nothing of them
 */
export function lineDefinitions(usual: {
  readonly ends: LineEnds
  readonly joins?: LineJoins
}): readonly PropertyDefinition[] {
  return [
    ...TRIM,
    choice('line ends', 'Line ends', LINE_ENDS, usual.ends),
    ...(usual.joins ? [choice('line joins', 'Line joins', LINE_JOINS, usual.joins)] : []),
    ...DASH,
  ]
}

/** How a shape's line is drawn. */
export interface LineLook {
  readonly trim: Trim
  ends: LineEnds
  joins: LineJoins
  /** Length of a dash, of a gap, and how far into the pattern the line begins, px. */
  readonly dash: Float64Array
}

export const plainLine = (): LineLook => ({
  trim: wholeLine(),
  ends: 'butt',
  joins: 'miter',
  dash: new Float64Array(3),
})

export function lineWriters(line: LineLook, read: PropertyReader, hasJoins: boolean): PropertyWriter[] {
  return [
    ...trimWriters(line.trim, read),
    read.choice('line ends', (value) => (line.ends = value as LineEnds)),
    ...(hasJoins ? [read.choice('line joins', (value) => (line.joins = value as LineJoins))] : []),
    ...DASH.map(({ name }, i) => read.number(name, (value) => (line.dash[i] = value))),
  ]
}

/** Shorter rounds of a pattern than this are not told apart, px. */
const LEAST_ROUND = 0.1
/** Dashes one line is cut into where only a part of it is drawn; more are drawn as a line without gaps. */
const MOST_DASHES = 5_000

/** A pattern as it repeats: a dash and a gap, which is as long as the dash where none is given; null for no gaps. */
export function dashPattern([dash, gap, offset]: Float64Array): Dash | null {
  const on = Math.max(0, dash!)
  const off = gap! > 0 ? gap! : on
  return on + off < LEAST_ROUND ? null : { lengths: [on, off], offset: offset! }
}

/**
 * What of a line is drawn, as lengths drawn and left out by turns; null for all of it, `nothing` for none. Dashes stand
 * still on the line, whichever part of it is drawn.
 * @param length tells how long the line is, px; asked only where a part of it is drawn
 */
export function drawnLine({ trim, dash }: LineLook, length: () => number): Dash | 'nothing' | null {
  const [part, pattern] = [drawnPart(trim), dashPattern(dash)]
  if (part === 'nothing') return 'nothing'
  if (part === 'all') return pattern
  const total = length()
  if (!pattern) return dashOf(part, total)
  const end = part.from + part.length
  const stretches =
    end <= 1
      ? [[part.from, end]]
      : [
          [0, end - 1],
          [part.from, 1],
        ]
  const [on, off] = pattern.lengths as [number, number]
  if (total / (on + off) > MOST_DASHES) return dashOf(part, total)
  const pieces = stretches.flatMap(([a, b]) => dashesIn(pattern, a! * total, b! * total))
  return pieces.length > 0 ? asDash(pieces, total) : 'nothing'
}

type Stretch = readonly [from: number, to: number]

/** The dashes of a pattern that begins where the line does, between two places of the line. */
function dashesIn({ lengths: [on, off], offset }: Dash, from: number, to: number): Stretch[] {
  const round = on! + off!
  const found: Stretch[] = []
  for (let k = Math.floor((from + offset - on!) / round); k * round - offset <= to; k += 1) {
    const start = k * round - offset
    const [a, b] = [Math.max(from, start), Math.min(to, start + on!)]
    if (b >= a && (b > a || on === 0)) found.push([a, b])
  }
  return found
}

/** Stretches in order as lengths drawn and left out, beginning with the first; what follows the last is longer than the line. */
function asDash(stretches: readonly Stretch[], total: number): Dash {
  const lengths = stretches.flatMap(([from, to], i) => [to - from, (stretches[i + 1]?.[0] ?? 3 * total) - to])
  return { lengths, offset: -stretches[0]![0] }
}
