import type { BendLibrary } from '@arrow-bend/core/bend'
import {
  compiledOf,
  ribbonScale,
  ribbonSpeed,
  type CompiledProperty,
  type Property,
} from '@arrow-bend/core/property'
import { isCrowded, together } from './crowding.ts'
import { linkMark } from '../linkMark.ts'
import { patternLine } from './patternLine.ts'
import {
  COARSE_GAP,
  GAP,
  type LaneScale,
  MIDLINE,
  type SpanDrawing,
  type SpanToDraw,
  THICKEST,
  drawSpan,
  rampOf,
} from './ribbon.ts'

/** Height of a closed lane, px. */
export const LANE_HEIGHT = 26

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
  /** What is seen where patterns move it, a fine line. */
  readonly patterns: string
  /** Marks of spans that follow a bend of the library, stroked. */
  readonly links: string
}

export interface LaneDrawing {
  readonly picture: LanePicture
  readonly spans: readonly SpanDrawing[]
  readonly beads: readonly BeadDrawing[]
  /** Ends of the dashed lines before the first key and after the last, px. */
  readonly first: number
  readonly last: number
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

interface Drawn {
  readonly view: string
  readonly library: BendLibrary
  readonly coarse: boolean
  readonly drawing: LaneDrawing
}

const DRAWN = new WeakMap<Property, Drawn>()

/** Everything a closed lane shows of a property, in px; what lies outside the view is left out. The same as long as all is. */
export function drawLane(property: Property, scale: LaneScale, library: BendLibrary): LaneDrawing {
  const { xOf, width, coarse = false } = scale
  // Time is laid out evenly, so two places tell all.
  const view = `${xOf(0)} ${xOf(1e9)} ${width}`
  const known = DRAWN.get(property)
  if (known?.view === view && known.library === library && (coarse || !known.coarse)) return known.drawing
  const drawing = drawLaneAnew(property, scale, library)
  DRAWN.set(property, { view, library, coarse, drawing })
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
    picture: {
      ...pictureOf(spans, ends, width),
      patterns: patternLine(compiled, { xOf, width, coarse }),
      links: linksOf(spans, compiled),
    },
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
): Omit<LanePicture, 'patterns' | 'links'> {
  const lines = { ribbon: '', hold: '', steps: '' }
  let areas = ''
  for (const { area, teeth, look, line } of spans) {
    areas += area + teeth
    lines[look] += `M${line[0]} ${MIDLINE}H${line[1]}`
  }
  const outside = `M0 ${MIDLINE}H${first}M${last} ${MIDLINE}H${width}`
  return { areas, lines, outside, ramp: spans.flatMap(({ ramp }) => ramp) }
}

/** Where marks of links stand: below the ribbon, where there is room beside the beads, px. */
const LINKS_AT = 21
const LINK_CLEAR = 13
const LEAST_LINKED = 32

function linksOf(spans: readonly SpanDrawing[], { keys }: CompiledProperty): string {
  let links = ''
  for (const { index, keys: many, x0, x1 } of spans) {
    if (many.length > 1 || x1 - x0 < LEAST_LINKED || keys[index]!.bend.kind !== 'linked') continue
    // Of a long span that begins before the view the mark stands where it is seen.
    links += linkMark(Math.min(Math.max(x0, 0), x1 - LEAST_LINKED) + LINK_CLEAR, LINKS_AT)
  }
  return links
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
