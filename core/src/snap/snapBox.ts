import type { Vec2 } from '../route/index.ts'

/** A box on the stage with its sides along the axes, px. A point is a box without width and height. */
export interface SnapBox {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** What a moving box may come to lie in line with. */
export interface SnapTo {
  /** Boxes whose sides and middles count; earlier ones win where several are as near. */
  readonly boxes: readonly SnapBox[]
  /** Lines across the whole stage: upright ones at x, level ones at y, px. */
  readonly guides: { readonly x: readonly number[]; readonly y: readonly number[] }
  /** How far it may be moved to come into line, px. */
  readonly within: number
  /** The one axis it may be moved along; both when left out. */
  readonly only?: 'x' | 'y' | undefined
}

/** A line things lie on: upright at an x, level at a y, drawn from one coordinate to another along itself. */
export interface SnapLine {
  readonly axis: 'x' | 'y'
  readonly at: number
  readonly from: number
  readonly to: number
}

/** A distance between the moving box and one it lies in line with, measured along their line, px. */
export interface SnapGap {
  readonly axis: 'x' | 'y'
  readonly at: number
  readonly from: number
  readonly to: number
}

export interface Snapped {
  /** What has to be added to the box's place, px. */
  readonly by: Vec2
  readonly lines: readonly SnapLine[]
  readonly gaps: readonly SnapGap[]
}

/** Two coordinates count as one when they are nearer than this, px. */
const SAME = 1e-6

/** One axis of a box: where it begins and how long it is, and the same across. */
interface Extent {
  readonly start: number
  readonly length: number
  readonly across: number
  readonly breadth: number
}

/** A place on an axis something can come into line with; `extent` is null for a guide. */
interface Stop {
  readonly at: number
  /** Which part of a box it is: 0 its start, 0.5 its middle, 1 its end. */
  readonly part: number
  readonly extent: Extent | null
}

const PARTS = [0, 0.5, 1] as const

/**
 * Brings a moving box into line with others, each axis by itself: its sides or its middle come to lie on their sides or
 * middles, or on guides, where one is near enough; the nearest wins.
 * Source: own.
 */
export function snapBox(moving: SnapBox, to: SnapTo): Snapped {
  const along = (axis: 'x' | 'y'): number =>
    to.only && to.only !== axis ? 0 : snapAxis(extentOf(moving, axis), stopsOf(to, axis), to.within)
  const [x, y] = [along('x'), along('y')]
  const placed: SnapBox = { ...moving, x: moving.x + x, y: moving.y + y }
  const found = [marksOf(placed, to, 'x'), marksOf(placed, to, 'y')]
  return {
    by: [x, y],
    lines: found.flatMap(({ lines }) => lines),
    gaps: found.flatMap(({ gaps }) => gaps),
  }
}

function extentOf(box: SnapBox, axis: 'x' | 'y'): Extent {
  return axis === 'x'
    ? { start: box.x, length: box.width, across: box.y, breadth: box.height }
    : { start: box.y, length: box.height, across: box.x, breadth: box.width }
}

function stopsOf({ boxes, guides }: SnapTo, axis: 'x' | 'y'): Stop[] {
  const sides = boxes.flatMap((box) => {
    const extent = extentOf(box, axis)
    return PARTS.map((part) => ({ at: extent.start + part * extent.length, part, extent }))
  })
  return [...guides[axis].map((at) => ({ at, part: NaN, extent: null })), ...sides]
}

/** By how much the nearest part of an extent has to move onto the nearest stop; 0 when none is near enough. */
function snapAxis({ start, length }: Extent, stops: readonly Stop[], within: number): number {
  let best = 0
  // Where two are as near, like comes to like: a middle to a middle rather than to a side.
  let least = within
  let alike = false
  for (const stop of stops) {
    for (const part of PARTS) {
      const way = stop.at - (start + part * length)
      const nearer = Math.abs(way) < least - SAME
      const fitter = Math.abs(way) < least + SAME && !alike && stop.part === part
      if (!nearer && !(fitter && Math.abs(way) <= within)) continue
      best = way
      least = Math.abs(way)
      alike = stop.part === part
    }
  }
  return best
}

/** The lines a placed box lies on, each drawn as far as what lies on it, and how far the box is from those. */
function marksOf(box: SnapBox, to: SnapTo, axis: 'x' | 'y'): { lines: SnapLine[]; gaps: SnapGap[] } {
  const own = extentOf(box, axis)
  const lines: SnapLine[] = []
  const gaps: SnapGap[] = []
  const stops = stopsOf(to, axis)
  for (const part of PARTS) {
    const at = own.start + part * own.length
    if (lines.some((line) => Math.abs(line.at - at) < SAME)) continue
    const met = stops.filter((stop) => Math.abs(stop.at - at) < SAME)
    if (met.length === 0) continue
    const extents = [own, ...met.flatMap(({ extent }) => extent ?? [])]
    lines.push({
      axis,
      at,
      from: Math.min(...extents.map(({ across }) => across)),
      to: Math.max(...extents.map(({ across, breadth }) => across + breadth)),
    })
    const clear = met.flatMap(({ extent }) => (extent && gapBetween(own, extent)) ?? [])
    // Of several one behind the other only the nearest each way says something.
    for (const side of [
      clear.filter(({ to }) => to <= own.across),
      clear.filter(({ from }) => from > own.across),
    ]) {
      const nearest = side.reduce<Clear | null>(
        (best, gap) => (best && best.to - best.from <= gap.to - gap.from ? best : gap),
        null,
      )
      if (nearest && !gaps.some(({ from, to: end }) => from === nearest.from && end === nearest.to))
        gaps.push({ axis, at, ...nearest })
    }
  }
  return { lines, gaps }
}

interface Clear {
  readonly from: number
  readonly to: number
}

/** The clear way between two extents across their axis; null where they overlap. */
function gapBetween(a: Extent, b: Extent): Clear | null {
  if (a.across + a.breadth < b.across - SAME) return { from: a.across + a.breadth, to: b.across }
  if (b.across + b.breadth < a.across - SAME) return { from: b.across + b.breadth, to: a.across }
  return null
}
