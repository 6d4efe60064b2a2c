import { hexOf, isColour, parseColour, type Outline, type Value } from '../../../property/index.ts'
import { MOST_STOPS, outlineBounds, type Bounds } from '../../../scene/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import { isStill, mapMoving, still, zipMoving, type Moving } from '../motion/moving.ts'
import { movingValue, stillValue, type PieceValue } from '../pieces/piece.ts'
import { isJson, numberIn, objectsIn, type Json } from './lottieFile.ts'
import { numberOf, numbersOf, pairOf, type LottieClock } from './lottieProperty.ts'

export type Values = Readonly<Record<string, PieceValue>>

const NOTHING = '#00000000'
const CAPS = ['butt', 'butt', 'round', 'square'] as const
const JOINS = ['miter', 'miter', 'round', 'bevel'] as const

/** A colour of red, green, blue and what it covers, each 0 … 1. */
function colourOf([r, g, b]: readonly number[], alpha: number): string {
  const part = (share: number): number => Number((255 * Math.min(1, Math.max(0, share))).toFixed(3))
  const text = `rgb(${part(r!)} ${part(g!)} ${part(b!)} / ${Math.min(1, Math.max(0, alpha))})`
  if (!isColour(text)) return NOTHING
  return [r, g, b].every((share) => Number.isInteger(part(share!))) ? hexOf(parseColour(text)) : text
}

/** A colour with its opacity, in time. */
function movingColour({ c, o }: Json, clock: LottieClock): Moving<string> {
  const [plain, percent] = [numbersOf(c, [0, 0, 0], clock), numberOf(o, 100, clock)]
  const both = zipMoving(plain, percent, (rgb, covers) => colourOf(rgb, covers / 100))
  if (both) return both
  clock.leftOut({
    what: 'How its opacity moves was left out, as its colour moves at other times.',
    where: clock.where,
  })
  return mapMoving(plain, (rgb) => colourOf(rgb, percent.keys[0]!.value / 100))
}

/** What a fill paints. Source: Lottie specification 1.0, Fill, Gradient Fill. */
export function fillValues(paint: Json, geometry: Values, clock: LottieClock): Values {
  const none: Values = { stroke: stillValue(NOTHING), 'stroke width': stillValue(0) }
  if (paint['ty'] === 'gf') return { ...none, ...gradientValues(paint, geometry, clock) }
  return { ...none, fill: movingValue(movingColour(paint, clock), 'srgb') }
}

/** What a line paints. Source: Lottie specification 1.0, Stroke, Dashes. */
export function strokeValues(paint: Json, clock: LottieClock): Values {
  if (paint['ty'] === 'gs')
    clock.leftOut({ what: 'The gradient of its line; the line has its first colour.', where: clock.where })
  const gradient = paint['ty'] === 'gs' ? stopsOf(paint, clock)[0]?.colour.rest : undefined
  return {
    fill: stillValue(NOTHING),
    stroke: gradient ? stillValue(gradient) : movingValue(movingColour(paint, clock), 'srgb'),
    'stroke width': { moving: mapMoving(numberOf(paint['w'], 1, clock), (px): Value => Math.max(0, px)) },
    'line ends': stillValue(CAPS[numberIn(paint['lc'], 1)] ?? 'butt'),
    'line joins': stillValue(JOINS[numberIn(paint['lj'], 1)] ?? 'miter'),
    ...dashValues(paint, clock),
  }
}

function dashValues({ d }: Json, clock: LottieClock): Values {
  const dashes = objectsIn(d)
  const [dash, gap, offset] = ['d', 'g', 'o'].map((kind) => dashes.filter(({ n }) => n === kind))
  if (dash!.length === 0) return {}
  if (dash!.length > 1 || gap!.length > 1)
    clock.leftOut({ what: 'Dashes of several lengths; the first of them were taken.', where: clock.where })
  const length = (part: Json | undefined): PieceValue => ({ moving: numberOf(part?.['v'], 0, clock) })
  return {
    dash: length(dash![0]),
    'dash gap': length(gap![0] ?? dash![0]),
    ...(offset![0] ? { 'dash offset': length(offset![0]) } : {}),
  }
}

interface Stop {
  /** % */
  readonly offset: Moving<number>
  readonly colour: Moving<string>
}

/** The stops of a gradient in time. Source: Lottie specification 1.0, Gradients (colour stops, then opacity stops). */
function stopsOf({ g, o }: Json, clock: LottieClock): readonly Stop[] {
  if (!isJson(g)) return []
  const given = Math.max(0, numberIn(g['p'], 0))
  const count = Math.min(MOST_STOPS, given)
  if (given > MOST_STOPS)
    clock.leftOut({ what: `The stops of its gradient past the ${MOST_STOPS}th.`, where: clock.where })
  const { k } = isJson(g['k']) ? g['k'] : {}
  const first = Array.isArray(k) && isJson(k[0]) ? k[0]['s'] : k
  const length = Array.isArray(first) ? first.length : 0
  const numbers = numbersOf(g['k'], new Array<number>(length).fill(0), clock)
  const opacity = numberOf(o, 100, clock)
  let both = zipMoving(numbers, opacity, (all, percent) => ({ all, share: percent / 100 }))
  if (!both) {
    clock.leftOut({
      what: 'How the opacity of its gradient moves was left out, as its stops move at other times.',
      where: clock.where,
    })
    both = mapMoving(numbers, (all) => ({ all, share: opacity.keys[0]!.value / 100 }))
  }
  return Array.from({ length: count }, (_, i) => ({
    offset: settled(mapMoving(both, ({ all }) => 100 * Math.min(1, Math.max(0, all[4 * i]!)))),
    colour: settled(
      mapMoving(both, ({ all, share }) => {
        const [offset = 0, r = 0, green = 0, b = 0] = all.slice(4 * i, 4 * i + 4)
        return colourOf([r, green, b], share * coversAt(offset, all.slice(4 * given)))
      }),
    ),
  }))
}

/** What a gradient covers at a share of its way. @param clear shares and what it covers there, by turns */
function coversAt(share: number, clear: readonly number[]): number {
  const stops = Array.from(
    { length: Math.floor(clear.length / 2) },
    (_, i) => [clear[2 * i]!, clear[2 * i + 1]!] as const,
  )
  const after = stops.findIndex(([at]) => at >= share)
  if (stops.length === 0) return 1
  if (after <= 0) return stops.at(after === 0 ? 0 : -1)![1]
  const [[from, a], [to, b]] = [stops[after - 1]!, stops[after]!]
  return to > from ? a + ((b - a) * (share - from)) / (to - from) : b
}

/** Without keys where they all say the same. */
const settled = <V>(moving: Moving<V>): Moving<V> => {
  const [first, ...more] = moving.keys
  return first && more.every(({ value }) => value === first.value) ? still(first.value) : moving
}

function gradientValues(paint: Json, geometry: Values, clock: LottieClock): Values {
  const stops = stopsOf(paint, clock)
  const box = boxOf(geometry)
  const [first] = stops
  if (!first || stops.length < 2 || !box) return { fill: stillValue(first?.colour.rest ?? NOTHING) }
  if (numberOf(paint['h'], 0, clock).rest !== 0)
    clock.leftOut({
      what: 'The highlight of its gradient, which lies in its middle now.',
      where: clock.where,
    })
  const share = (at: Moving<Vec2>): PieceValue => ({
    moving: mapMoving(at, ([x, y]): Value => [
      (100 * (x - box.x)) / box.width,
      (100 * (y - box.y)) / box.height,
    ]),
  })
  return {
    fill: stillValue(first.colour.rest),
    gradient: stillValue(paint['t'] === 2 ? 'radial' : 'linear'),
    'gradient mix': stillValue('srgb'),
    'gradient start': share(pairOf(paint['s'], [0, 0], clock)),
    'gradient end': share(pairOf(paint['e'], [100, 0], clock)),
    ...Object.fromEntries(
      stops.flatMap(({ offset, colour }, i) => [
        [`stop ${i + 1} offset`, { moving: offset }],
        [`stop ${i + 1} colour`, movingValue(colour, 'srgb')],
      ]),
    ),
  }
}

/** The box of a form while it stays as it is; null where it is flat. */
function boxOf({ size, outline }: Values): Bounds | null {
  const [width, height] = (size?.moving.rest as Vec2 | undefined) ?? [0, 0]
  const box = outline
    ? outlineBounds(outline.moving.rest as Outline)
    : { x: -width / 2, y: -height / 2, width, height }
  return box.width > 0 && box.height > 0 ? box : null
}

/** Whether paint never shows. */
export const isUnseen = (values: Values, name: 'fill' | 'stroke'): boolean => {
  const paint = values[name]!.moving
  const isClear = isStill(paint) && parseColour(String(paint.rest))[3] === 0
  return name === 'fill'
    ? isClear && values['gradient'] === undefined
    : isClear || isNone(values['stroke width']!)
}
const isNone = ({ moving }: PieceValue): boolean => isStill(moving) && moving.rest === 0
