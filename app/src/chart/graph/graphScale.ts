import { ticks } from 'd3-array'
import { numberWords } from '../../ui/numberWords.ts'

/** A stretch of values. */
export interface ValueRange {
  readonly low: number
  readonly high: number
}
export type Range = ValueRange

export interface GraphTick {
  readonly value: number
  readonly label: string
  /** px */
  readonly y: number
}

/** Where values lie in a graph, px. */
export interface GraphScale extends Range {
  readonly y: (value: number) => number
  readonly valueOf: (y: number) => number
  readonly ticks: readonly GraphTick[]
}

/** How values are laid out: evenly, by equal ratios (values above 0), or evenly with turns for numbers. */
export type ScaleKind = 'even' | 'ratio' | 'turn'

/** Clear space above and below, px. */
const CLEAR = 12
/** Height from which there is room for more numbers, px. */
const TALL = 70
const TURN_STEPS = [1, 5, 15, 30, 45, 90, 180, 360, 720, 1800, 3600, 7200, 18000, 36000]
/** The ratio from which numbers stand at 1, 2 and 5 of each decade. */
const WIDE_RATIO = 6

/** A scale for a range of values between two heights, px. */
export function graphScale(
  range: Range,
  { kind, top, bottom }: { readonly kind: ScaleKind; readonly top: number; readonly bottom: number },
): GraphScale {
  const { low, high } = roomy(range, kind)
  const [from, to] = [top + CLEAR, bottom - CLEAR]
  const count = to - from > TALL ? 5 : 3
  const tall = to - from
  if (kind === 'ratio') {
    const whole = Math.log(high / low)
    const y = (value: number): number => to - (Math.log(Math.max(value, low / 100) / low) / whole) * tall
    const valueOf = (at: number): number => low * Math.exp(((to - at) / tall) * whole)
    return { low, high, y, valueOf, ticks: numbered(ratioTicks({ low, high }, count), y) }
  }
  const y = (value: number): number => to - ((value - low) / (high - low)) * tall
  const valueOf = (at: number): number => low + ((to - at) / tall) * (high - low)
  const list = kind === 'turn' ? turnTicks({ low, high }, count) : ticks(low, high, count)
  return { low, high, y, valueOf, ticks: numbered(list, y, kind === 'turn' ? turnLabel : undefined) }
}

/** A range that is not just a point. */
function roomy({ low, high }: Range, kind: ScaleKind): Range {
  if (kind === 'ratio') return high / low > 1 + 1e-9 ? { low, high } : { low: low / 1.1, high: high * 1.1 }
  if (high - low > 1e-9 * Math.max(1, Math.abs(high), Math.abs(low))) return { low, high }
  const room = Math.max(1, Math.abs(high) * 0.1)
  return { low: low - room, high: high + room }
}

function numbered(
  values: readonly number[],
  y: (value: number) => number,
  label: (value: number) => string = (value) => numberWords(value, 6),
): GraphTick[] {
  return values.map((value) => ({ value, label: label(value), y: y(value) }))
}

function ratioTicks({ low, high }: Range, count: number): number[] {
  if (high / low < WIDE_RATIO) return ticks(low, high, count)
  const first = Math.floor(Math.log10(low))
  const decades = Array.from({ length: Math.ceil(Math.log10(high)) - first + 1 }, (_, i) => 10 ** (first + i))
  const all = decades.flatMap((decade) => [decade, 2 * decade, 5 * decade])
  return all.filter((value) => value >= low && value <= high)
}

function turnTicks({ low, high }: Range, count: number): number[] {
  const step = TURN_STEPS.find((one) => (high - low) / one <= count + 1)
  if (!step) return ticks(low, high, count)
  const first = Math.ceil(low / step)
  return Array.from({ length: Math.floor(high / step) - first + 1 }, (_, i) => (first + i) * step)
}

/** Whole turns as such, other angles in degrees. */
function turnLabel(degrees: number): string {
  return degrees !== 0 && degrees % 360 === 0 ? `${numberWords(degrees / 360)}↻` : `${numberWords(degrees)}°`
}
