import { compileBend, type BendLibrary, type UnitCurve } from '../../bend/index.ts'
import { clamp } from '../../number/index.ts'
import { compiledOf, storedValueAt, playedValueInto, type CompiledProperty } from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { Layer } from '../document.ts'
import { opacity, pixels, type PropertyDefinition } from '../layers/propertyDefinition.ts'
import { identityMatrix, transformInto, type Matrix } from '../matrix.ts'
import { PART_ORDERS, partRanks, type PartOrder } from './partOrder.ts'
import { PARTS } from './textParts.ts'
import { ASCENT, type TextLine } from './textLines.ts'

const inSet = { set: 'parts' } as const
const withParts = { ...inSet, listedWith: 'parts' } as const
const choice = (
  name: string,
  label: string,
  choices: readonly string[],
): Omit<PropertyDefinition, 'set'> => ({
  name,
  label,
  kind: 'choice',
  hue: 'shape',
  unit: '',
  value: choices[0]!,
  choices,
  step: 1,
})

/** What each part of a text moves by, played by one part after another; each about a point of its own. */
export const PART_MOVES: readonly PropertyDefinition[] = [
  { ...choice('parts', 'Moves by', PARTS), ...inSet },
  {
    name: 'part delay',
    label: 'Delay between',
    kind: 'number',
    hue: 'time',
    unit: 's',
    value: 0.05,
    step: 0.01,
    ...withParts,
  },
  { ...choice('part order', 'Order', PART_ORDERS), ...withParts },
  {
    ...pixels('part seed', 'Seed of chance', 1),
    unit: '',
    limits: [0, 99_999],
    ...inSet,
    listedWith: 'part order',
  },
  {
    name: 'part offset',
    label: 'Offset of each',
    kind: 'pair',
    hue: 'place',
    unit: 'px',
    value: [0, 0],
    step: 1,
    ...withParts,
  },
  {
    name: 'part scale',
    label: 'Scale of each',
    kind: 'pair',
    hue: 'size',
    unit: '%',
    value: [100, 100],
    step: 1,
    ...withParts,
  },
  {
    name: 'part turn',
    label: 'Turn of each',
    kind: 'turn',
    hue: 'turn',
    unit: '°',
    value: 0,
    step: 1,
    ...withParts,
  },
  { ...opacity, name: 'part opacity', label: 'Opacity of each', ...withParts },
  {
    name: 'part pivot',
    label: 'Pivot of each',
    kind: 'pair',
    hue: 'place',
    unit: '%',
    value: [50, 50],
    step: 1,
    ...withParts,
  },
]

/** How the parts of a text move, made ready. */
export interface PartMoves {
  readonly delay: CompiledProperty
  readonly order: CompiledProperty
  readonly seed: CompiledProperty
  readonly offset: CompiledProperty
  readonly scale: CompiledProperty
  readonly turn: CompiledProperty
  readonly opacity: CompiledProperty
  readonly pivot: CompiledProperty
  readonly fill: CompiledProperty
  /** How delays grow from the first to the last; null for evenly. */
  readonly growth: UnitCurve | null
  /** The ranks asked for last: they seldom change. */
  ranks: { readonly which: string; readonly of: readonly number[]; readonly last: number } | null
}

export function compilePartMoves(
  { properties, partBend }: Pick<Layer, 'properties' | 'partBend'>,
  library: BendLibrary,
): PartMoves {
  const compiled = (name: string): CompiledProperty => compiledOf(properties[name]!, library)
  return {
    delay: compiled('part delay'),
    order: compiled('part order'),
    seed: compiled('part seed'),
    offset: compiled('part offset'),
    scale: compiled('part scale'),
    turn: compiled('part turn'),
    opacity: compiled('part opacity'),
    pivot: compiled('part pivot'),
    fill: compiled('fill'),
    growth: partBend ? compileBend(partBend) : null,
    ranks: null,
  }
}

const one = new Float64Array(1)
const numberAt = (property: CompiledProperty, time: number): number => {
  playedValueInto(one, property, time)
  return one[0]!
}

/** The layer time a part shows, ticks: each plays what its layer's keys say later than those before it. */
export function partTimeAt(moves: PartMoves, time: number, part: number, count: number): number {
  const order = String(storedValueAt(moves.order, time)) as PartOrder
  const seed = Math.round(numberAt(moves.seed, time))
  const which = `${order} ${seed} ${count}`
  if (moves.ranks?.which !== which) {
    const of = partRanks(count, order, seed)
    moves.ranks = { which, of, last: Math.max(...of) }
  }
  const { of, last } = moves.ranks
  const rank = of[part]!
  const delays = moves.growth && last > 0 ? moves.growth.progress(rank / last) * last : rank
  return time - delays * numberAt(moves.delay, time) * TICKS_PER_SECOND
}

/** How a part is drawn. */
export interface PartLook {
  /** From where it stands in the whole, px of the layer. */
  readonly matrix: Matrix
  /** 0 … 1 */
  opacity: number
  /** OKLab and alpha. */
  readonly fill: Float64Array
}

export const plainPartLook = (): PartLook => ({
  matrix: identityMatrix(),
  opacity: 1,
  fill: new Float64Array(4),
})

const pivot = new Float64Array(2)
const place = new Float64Array(2)
const scale = new Float64Array(2)

/** The point a part turns and grows about, px of the layer. */
export function partPivotInto(
  out: Float64Array,
  { pivot: share }: PartMoves,
  { x, y, width }: TextLine,
  { fontSize, time }: { readonly fontSize: number; readonly time: number },
): void {
  playedValueInto(out, share, time)
  out[0] = x + (width * out[0]!) / 100
  out[1] = y + fontSize * (out[1]! / 100 - ASCENT)
}

/**
 * Writes how a part is drawn at its own time: translate(offset) · rotate(turn) · scale(scale) about its pivot.
 * @param time the part's own layer time, ticks
 */
export function partLookInto(
  out: PartLook,
  moves: PartMoves,
  part: TextLine,
  { fontSize, time }: { readonly fontSize: number; readonly time: number },
): void {
  partPivotInto(pivot, moves, part, { fontSize, time })
  playedValueInto(place, moves.offset, time)
  place[0] = place[0]! + pivot[0]!
  place[1] = place[1]! + pivot[1]!
  playedValueInto(scale, moves.scale, time)
  transformInto(out.matrix, { position: place, pivot, scale, turnDegrees: numberAt(moves.turn, time) })
  out.opacity = clamp(numberAt(moves.opacity, time) / 100, 0, 1)
  playedValueInto(out.fill, moves.fill, time)
}
