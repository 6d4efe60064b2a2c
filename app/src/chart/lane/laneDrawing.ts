import type { BendLibrary, PlainBend } from '@arrow-bend/core/bend'
import {
  compiledOf,
  hexOf,
  ribbonScale,
  ribbonSpeed,
  type CompiledProperty,
  type CompiledSpan,
  type OklabAlpha,
  type Property,
} from '@arrow-bend/core/property'
import { thinLine } from '../thinLine.ts'
import { isCrowded, together } from './crowding.ts'

/** Height of a closed lane and of its midline, px. */
export const LANE_HEIGHT = 26
const MIDLINE = 13
/** Thickness of the fastest moment, and of the slowest that still moves, px. */
const THICKEST = 10
const THINNEST = 0.75
/** Gap between samples of a ribbon, px; wider while it follows a drag. */
const GAP = 0.5
const COARSE_GAP = 3
const TOOTH = { width: 8, height: 9, clear: 7 } as const
/** px a stitched line keeps clear of beads. */
const STITCH_CLEAR = 6
const RAMP_CELL = 3

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

export interface BeadDrawing {
  readonly key: string
  readonly slot: string
  readonly index: number
  readonly x: number
  /** A point of a route without a time of its own; it stands where it is passed. */
  readonly waypoint: boolean
  /** Keys it stands for: more than one where they crowd. */
  readonly count: number
}

/** All that is seen of a lane but its beads, as a few lines: what takes hold of it lies over these. */
export interface LanePicture {
  /** Ribbons and teeth, filled. */
  readonly areas: string
  /** Midlines, by how they are drawn. */
  readonly lines: Readonly<Record<SpanDrawing['look'], string>>
  /** Before the first key and after the last. */
  readonly outside: string
  readonly ramp: SpanDrawing['ramp']
}

export interface LaneDrawing {
  readonly picture: LanePicture
  readonly spans: readonly SpanDrawing[]
  readonly beads: readonly BeadDrawing[]
  /** Ends of the dashed lines before the first key and after the last, px. */
  readonly first: number
  readonly last: number
}

export interface LaneScale {
  readonly xOf: (time: number) => number
  readonly width: number
  /** Ribbons need not be exact now; one that is known exactly is drawn so all the same. */
  readonly coarse?: boolean
}

/** Beads that stand for several keys. */
export const manyOf = (beads: readonly BeadDrawing[]): BeadDrawing[] => beads.filter(({ count }) => count > 1)

/** The keys a bead stands for, by id. */
export const keysOfBead = ({ index, count }: BeadDrawing, { keys }: Property): string[] =>
  keys.slice(index, index + count).map(({ id }) => id)

/** Whether any of the keys a bead stands for is among those chosen. */
export const isBeadChosen = (bead: BeadDrawing, property: Property, chosen: ReadonlySet<string>): boolean =>
  bead.count === 1 || chosen.size === 0
    ? chosen.has(bead.key)
    : keysOfBead(bead, property).some((id) => chosen.has(id))

interface Known {
  readonly view: string
  readonly library: BendLibrary
  readonly coarse: boolean
  readonly drawing: LaneDrawing
}

const KNOWN = new WeakMap<Property, Known>()

/** Everything a closed lane shows of a property, in px; what lies outside the view is left out. The same as long as all is. */
export function drawLane(property: Property, scale: LaneScale, library: BendLibrary): LaneDrawing {
  const { xOf, width, coarse = false } = scale
  // Time is laid out evenly, so two places tell all.
  const view = `${xOf(0)} ${xOf(1e9)} ${width}`
  const known = KNOWN.get(property)
  if (known?.view === view && known.library === library && (coarse || !known.coarse)) return known.drawing
  const drawing = drawLaneAnew(property, scale, library)
  KNOWN.set(property, { view, library, coarse, drawing })
  return drawing
}

function drawLaneAnew(
  property: Property,
  { xOf, width, coarse = false }: LaneScale,
  library: BendLibrary,
): LaneDrawing {
  const { keys } = property
  const gap = coarse ? COARSE_GAP : GAP
  const compiled = compiledOf(property, library)
  const place = (time: number): number => Math.round(xOf(time) * 100) / 100
  const beads = keys.map((key, index): BeadDrawing => ({
    key: key.id,
    slot: key.id,
    index,
    x: place(key.t),
    waypoint: key.timeless ?? false,
    count: 1,
  }))
  const scale = ribbonScale(property, library)
  const inView = beads.filter(({ x }) => x > -8 && x < width + 8)
  const crowded = isCrowded(inView.length, width)
  const spans = crowdRuns(compiled, { place, width, crowded }).map(
    ({ index, count, x0, x1 }, i): SpanDrawing => {
      const span = compiled.spans[index]!
      const bend = compiled.bends[index]!
      const one = { property, compiled, span, bend, index, x0, x1, scale, width, gap }
      const drawn = count > 1 ? drawCrowd(one, count) : drawSpan(one)
      return crowded ? { ...drawn, slot: String(i) } : drawn
    },
  )
  const ends = [beads[0]?.x ?? 0, beads[beads.length - 1]?.x ?? 0] as const
  return {
    picture: pictureOf(spans, ends, width),
    spans,
    beads: crowded ? thinned(inView) : inView,
    first: ends[0],
    last: ends[1],
  }
}

function pictureOf(
  spans: readonly SpanDrawing[],
  [first, last]: readonly [number, number],
  width: number,
): LanePicture {
  const lines = { ribbon: '', hold: '', steps: '' }
  let areas = ''
  for (const { area, teeth, look, line } of spans) {
    areas += area + teeth
    lines[look] += `M${line[0]} ${MIDLINE}H${line[1]}`
  }
  const outside = `M0 ${MIDLINE}H${first}M${last} ${MIDLINE}H${width}`
  return { areas, lines, outside, ramp: spans.flatMap(({ ramp }) => ramp) }
}

/** How near beads are drawn as one, spans so narrow are drawn together, and how wide they then are, px. */
const NEAR = 9
const NARROW = 6
const TOGETHER = 24

/** Of beads nearer than can be told apart the first, with their number. */
function thinned(beads: readonly BeadDrawing[]): BeadDrawing[] {
  return together(beads, NEAR).map(({ first, all }, i) => ({ ...first, count: all.length, slot: String(i) }))
}

interface Run {
  readonly index: number
  readonly count: number
  readonly x0: number
  readonly x1: number
}

/** The spans in view; where keys crowd, runs of narrow ones together. */
function crowdRuns(
  { times, spans }: CompiledProperty,
  { place, width, crowded }: { place: (time: number) => number; width: number; crowded: boolean },
): Run[] {
  const runs: { index: number; count: number; x0: number; x1: number }[] = []
  for (let index = 0; index < spans.length; index += 1) {
    const [x0, x1] = [place(times[index]!), place(times[index + 1]!)]
    if (x1 < 0) continue
    if (x0 > width) break
    const before = runs[runs.length - 1]
    const joins = crowded && before && x1 - x0 < NARROW && before.x1 === x0 && x1 - before.x0 <= TOGETHER
    // The first of a run may be wide by itself; then it stays alone.
    if (joins && before.x1 - before.x0 < TOGETHER) {
      before.count += 1
      before.x1 = x1
    } else runs.push({ index, count: 1, x0, x1 })
  }
  return runs
}

/** Several narrow spans as one ribbon: how fast they get, up and down, in each pixel. */
function drawCrowd(given: SpanToDraw, count: number): SpanDrawing {
  const { property, compiled, index, x0, x1, scale } = given
  const columns = Math.max(1, Math.ceil(x1 - x0))
  const [up, down] = [new Float64Array(columns), new Float64Array(columns)]
  const scratch = new Float64Array(Math.max(1, compiled.speedWidth))
  const [from, to] = [compiled.times[index]!, compiled.times[index + count]!]
  for (let i = index; i < index + count; i += 1) {
    const speed = ribbonSpeed(property.kind, compiled.spans[i]!, 0.5, scratch)
    const middle = (compiled.times[i]! + compiled.times[i + 1]!) / 2
    const column = Math.min(columns - 1, Math.floor(((middle - from) / (to - from)) * columns))
    const thick = scale > 0 ? Math.min(1, Math.abs(speed) / scale) * THICKEST : 0
    const side = speed < 0 ? down : up
    side[column] = Math.max(side[column]!, Number.isFinite(thick) ? thick : THICKEST)
  }
  const x = (column: number): string => (x0 + ((x1 - x0) * column) / columns).toFixed(1)
  const outward = [...up].map((thick, i) => `V${(MIDLINE - thick).toFixed(1)}H${x(i + 1)}`).join('')
  const back = [...down]
    .map((thick, i) => `V${(MIDLINE + thick).toFixed(1)}H${x(i)}`)
    .reverse()
    .join('')
  const keys = compiled.keys.slice(index, index + count).map(({ id }) => id)
  const area = `M${x(0)} ${MIDLINE}${outward}${back}Z`
  return {
    key: keys[0]!,
    slot: keys[0]!,
    keys,
    index,
    x0,
    x1,
    look: 'ribbon',
    area,
    line: [x0, x1],
    teeth: '',
    ramp: rampOf(given),
  }
}

interface SpanToDraw {
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

function drawSpan(given: SpanToDraw): SpanDrawing {
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
  const count = Math.min(240, Math.max(1, Math.round((x1 - x0) / 2)))
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
    const u = Math.min(1 - 1e-4, Math.max(1e-4, (x - x0) / (x1 - x0)))
    const speed = ribbonSpeed(property.kind, span, u, scratch)
    const share = Math.min(1, Math.abs(speed) / scale)
    const thick = share < 1e-4 ? 0 : Math.max(THINNEST, share * THICKEST)
    line.take(x, MIDLINE - Math.sign(speed) * thick)
  }
  line.take(to, MIDLINE)
  return `M${line.text()}Z`
}

function rampOf({ property, span, x0, x1, width }: SpanToDraw): SpanDrawing['ramp'] {
  if (property.kind !== 'colour') return []
  const out = new Float64Array(4)
  const cells: { x: number; colour: string }[] = []
  for (let x = Math.max(0, x0); x < Math.min(x1, width); x += RAMP_CELL) {
    span.valueInto(out, Math.min(1, Math.max(0, (x + RAMP_CELL / 2 - x0) / (x1 - x0))))
    cells.push({ x, colour: hexOf([...out] as OklabAlpha) })
  }
  return cells
}
