import { clamp } from '../../number/index.ts'
import type { BendLibrary } from '../../bend/index.ts'
import { compiledOf, playedValueInto, type CompiledProperty } from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { Layer } from '../document.ts'
import { identityMatrix, multiplyInto, powerInto, transformInto, type Matrix } from '../matrix.ts'
import { LIMITS } from '../schema/limits.ts'

/** How a layer repeats itself, made ready. */
export interface Copying {
  readonly count: CompiledProperty
  readonly delay: CompiledProperty
  readonly offset: CompiledProperty
  readonly turn: CompiledProperty
  readonly scale: CompiledProperty
  readonly opacity: CompiledProperty
  readonly pivot: CompiledProperty
}

/** Whether a layer ever repeats itself. */
export function isCopied({ properties }: Pick<Layer, 'properties'>): boolean {
  const copies = properties['copies']
  return copies !== undefined && (copies.keys.length > 0 || (copies.value as number) >= 2)
}

/** Null for a layer that never repeats itself. */
export function compileCopying(layer: Layer, library: BendLibrary): Copying | null {
  if (!isCopied(layer)) return null
  const compiled = (name: string): CompiledProperty => compiledOf(layer.properties[name]!, library)
  return {
    count: compiled('copies'),
    delay: compiled('copy delay'),
    offset: compiled('copy offset'),
    turn: compiled('copy turn'),
    scale: compiled('copy scale'),
    opacity: compiled('copy opacity'),
    pivot: compiled('pivot'),
  }
}

const one = new Float64Array(1)
const offset = new Float64Array(2)
const pivot = new Float64Array(2)
const place = new Float64Array(2)
const scale = new Float64Array(2)
const step = identityMatrix()
const power = identityMatrix()

const numberAt = (property: CompiledProperty, time: number): number => {
  playedValueInto(one, property, time)
  return one[0]!
}

/** How many there are at a layer time: the whole part, 1 at least. */
export function copyCountAt({ count }: Copying, time: number): number {
  return clamp(Math.floor(numberAt(count, time)), 1, LIMITS.copies)
}

/** The layer time copy `k` shows, ticks. */
export function copyTimeAt({ delay }: Copying, k: number, time: number): number {
  return k === 0 ? time : time - k * numberAt(delay, time) * TICKS_PER_SECOND
}

/**
 * Puts copy `k` in its place: its layer's matrix times (translate(offset) · rotate(turn) · scale(ratio))ᵏ about the pivot.
 * @param matrix the layer's own at the copy's time; rewritten
 * @param time the copy's own layer time, ticks
 */
export function placeCopy(matrix: Matrix, copying: Copying, k: number, time: number): void {
  if (k === 0) return
  playedValueInto(offset, copying.offset, time)
  playedValueInto(pivot, copying.pivot, time)
  place[0] = pivot[0]! + offset[0]!
  place[1] = pivot[1]! + offset[1]!
  scale.fill(numberAt(copying.scale, time))
  transformInto(step, { position: place, pivot, scale, turnDegrees: numberAt(copying.turn, time) })
  powerInto(power, step, k)
  multiplyInto(matrix, matrix, power)
}

/** The share of its layer's opacity that copy `k` has at its own layer time, 0 … 1. */
export function copyShare({ opacity }: Copying, k: number, time: number): number {
  return k === 0 ? 1 : clamp(numberAt(opacity, time) / 100, 0, 1) ** k
}
