import { clamp } from '@arrow-bend/core/number'
import {
  hexOf,
  ribbonSpeed,
  type CompiledProperty,
  type CompiledSpan,
  type OklabAlpha,
  type Property,
} from '@arrow-bend/core/property'
import type { PlainBend } from '@arrow-bend/core/bend'
import { thinLine } from '../thinLine.ts'

/** Midline of a closed lane, px. */
export const MIDLINE = 13
/** Thickness of the fastest moment, and of the slowest that still moves, px. */
export const THICKEST = 10
const THINNEST = 0.75
/** Gap between samples of a ribbon, px; wider while it follows a drag. */
export const GAP = 0.5
export const COARSE_GAP = 3
const TOOTH = { width: 8, height: 9, clear: 7 } as const
/** px a stitched line keeps clear of beads. */
const STITCH_CLEAR = 6
const RAMP_CELL = 3

export interface LaneScale {
  readonly xOf: (time: number) => number
  readonly width: number
  /** Ribbons need not be exact now; one that is known exactly is drawn so all the same. */
  readonly coarse?: boolean
}

/** How a span is drawn, or several too narrow to be told apart. */
export interface SpanDrawing {
  readonly key: string
  /** What tells it from the others on the page: its key, or its place where many crowd and few things are moved. */
  readonly slot: string
  readonly index: number
  /** The keys all its spans begin at; one unless spans crowd. */
  readonly keys: readonly string[]
  readonly x0: number
  readonly x1: number
  readonly look: 'ribbon' | 'hold' | 'steps'
  /** The filled ribbon. */
  readonly area: string
  /** Midline, from and to, px. */
  readonly line: readonly [number, number]
  readonly teeth: string
  readonly ramp: readonly { readonly x: number; readonly colour: string }[]
}

/** A span, and what it is drawn with. */
export interface SpanToDraw {
  readonly property: Property
  readonly compiled: CompiledProperty
  readonly span: CompiledSpan
  readonly bend: PlainBend
  readonly index: number
  readonly x0: number
  readonly x1: number
  readonly scale: number
  readonly width: number
  /** Between samples, px. */
  readonly gap: number
}

export function drawSpan(given: SpanToDraw): SpanDrawing {
  const { compiled, bend, index, x0, x1 } = given
  const rising = direction(compiled, index)
  const key = compiled.keys[index]!.id
  const base = { key, slot: key, keys: [key], index, x0, x1, ramp: rampOf(given) }
  if (bend.kind === 'hold') {
    const line = [x0 + STITCH_CLEAR, Math.max(x0 + STITCH_CLEAR, x1 - STITCH_CLEAR)] as const
    return {
      ...base,
      look: 'hold',
      area: '',
      line,
      teeth: rising === 0 ? '' : tooth(x1 - TOOTH.clear, rising),
    }
  }
  if (bend.kind === 'family' && bend.family === 'steps') {
    return { ...base, look: 'steps', area: '', line: [x0, x1], teeth: stepTeeth(given, rising) }
  }
  return { ...base, look: 'ribbon', area: ribbonArea(given), line: [x0, x1], teeth: '' }
}

/** Whether a span's change goes up (1), down (−1) or nowhere (0). */
function direction({ property: { kind }, keys }: CompiledProperty, index: number): -1 | 0 | 1 {
  const [from, to] = [keys[index]!.value, keys[index + 1]!.value]
  if (JSON.stringify(from) === JSON.stringify(to)) return 0
  if (kind === 'number' || kind === 'turn') return (to as number) > (from as number) ? 1 : -1
  if (kind !== 'pair') return 1
  const sum = (pair: unknown): number => (pair as number[])[0]! + (pair as number[])[1]!
  return sum(to) < sum(from) ? -1 : 1
}

/** A triangle with its upright side at x, pointing up or down from the midline. */
function tooth(x: number, rising: -1 | 0 | 1): string {
  const tip = MIDLINE - TOOTH.height * (rising || 1)
  return `M${x.toFixed(1)} ${MIDLINE}V${tip}L${(x - TOOTH.width).toFixed(1)} ${MIDLINE}Z`
}

function stepTeeth({ span, x0, x1 }: SpanToDraw, rising: -1 | 0 | 1): string {
  const count = clamp(Math.round((x1 - x0) / 2), 1, 240)
  let path = ''
  let before = span.curve.progress(0)
  for (let i = 1; i <= count; i += 1) {
    const p = span.curve.progress(i / count)
    if (p === before) continue
    const x = Math.min(x0 + (i / count) * (x1 - x0), x1 - TOOTH.clear)
    path += tooth(x, (Math.sign(p - before) * (rising || 1)) as -1 | 1)
    before = p
  }
  return path
}

/** The ribbon: thickness is speed, above the midline when the value rises and below when it falls. */
function ribbonArea({ property, compiled, span, x0, x1, scale, width, gap }: SpanToDraw): string {
  if (scale === 0 || x1 - x0 < 1e-6) return ''
  const scratch = new Float64Array(compiled.speedWidth)
  const [from, to] = [Math.max(x0, -4), Math.min(x1, width + 4)]
  const count = Math.max(2, Math.ceil((to - from) / gap))
  const line = thinLine()
  line.take(from, MIDLINE)
  for (let i = 0; i <= count; i += 1) {
    const x = from + ((to - from) * i) / count
    // A hair inside, where an upright end's speed is finite.
    const u = clamp((x - x0) / (x1 - x0), 1e-4, 1 - 1e-4)
    const speed = ribbonSpeed(property.kind, span, u, scratch)
    const share = Math.min(1, Math.abs(speed) / scale)
    const thick = share < 1e-4 ? 0 : Math.max(THINNEST, share * THICKEST)
    line.take(x, MIDLINE - Math.sign(speed) * thick)
  }
  line.take(to, MIDLINE)
  return `M${line.text()}Z`
}

export function rampOf({ property, span, x0, x1, width }: SpanToDraw): SpanDrawing['ramp'] {
  if (property.kind !== 'colour') return []
  const out = new Float64Array(4)
  const cells: { x: number; colour: string }[] = []
  for (let x = Math.max(0, x0); x < Math.min(x1, width); x += RAMP_CELL) {
    span.valueInto(out, clamp((x + RAMP_CELL / 2 - x0) / (x1 - x0), 0, 1))
    cells.push({ x, colour: hexOf([...out] as OklabAlpha) })
  }
  return cells
}
