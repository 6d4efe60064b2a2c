import type { BendLibrary } from '../../bend/index.ts'
import {
  compiledOf,
  directionInto,
  speedInto,
  playedValueInto,
  type CompiledProperty,
} from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { Layer } from '../document.ts'
import { playedProperty } from '../layers/playedProperty.ts'
import { transformInto, type Matrix } from '../matrix.ts'

/** What places a layer on what it rides on, made ready. */
export interface Placing {
  readonly position: PositionTrack
  readonly pivot: CompiledProperty
  readonly scale: CompiledProperty
  readonly turn: CompiledProperty
  /** Degrees added to the direction of the route; null when the layer does not turn with it. */
  readonly along: number | null
}

/** Where a layer goes, whether its position is one place or split into X and Y. */
interface PositionTrack {
  valueInto(out: Float64Array, time: number): void
  /** Unit direction of the way; [0, 0] where there is none. */
  directionInto(out: Float64Array, time: number): void
}

/** Room for one number, so that sampling allocates nothing. */
const one = new Float64Array(1)

/** Makes a layer's transform ready. The layer must come from a valid document. */
export function makePlacing(layer: Layer, library: BendLibrary): Placing {
  const compiled = (name: string): CompiledProperty => compiledOf(layer.properties[name]!, library)
  return {
    position: positionTrack(layer, library),
    pivot: compiled('pivot'),
    scale: compiled('scale'),
    turn: compiledOf(playedProperty(layer, 'turn', library), library),
    along: layer.rolls ? null : (layer.turnAlongRoute ?? null),
  }
}

/** A layer's position over time. */
function positionTrack({ properties }: Layer, library: BendLibrary): PositionTrack {
  const place = properties['position']!
  if (!place.split) {
    const compiled = compiledOf(place, library)
    return {
      valueInto: (out, time) => playedValueInto(out, compiled, time),
      directionInto: (out, time) => directionInto(out, compiled, time),
    }
  }
  const axes = ['position x', 'position y'].map((name) => compiledOf(properties[name]!, library))
  const keys = axes.flatMap(({ times }) => [...times]).sort((a, b) => a - b)
  return {
    valueInto: (out, time) => {
      for (let i = 0; i < axes.length; i += 1) {
        playedValueInto(one, axes[i]!, time)
        out[i] = one[0]!
      }
    },
    directionInto: (out, time) => splitDirectionInto(out, { axes, keys }, time),
  }
}

/** How far beside a key its sides are asked for their headings, ticks: a microsecond. */
const BESIDE = TICKS_PER_SECOND / 1e6

/**
 * Writes the heading of two axes together. While they stand, the heading they came with; before they ever move, the
 * one they will leave with.
 */
function splitDirectionInto(
  out: Float64Array,
  { axes, keys }: { readonly axes: readonly CompiledProperty[]; readonly keys: readonly number[] },
  time: number,
): void {
  if (headingInto(out, axes, time)) return
  for (let i = keys.length - 1; i >= 0; i -= 1)
    if (keys[i]! <= time && headingInto(out, axes, keys[i]! - BESIDE)) return
  for (const key of keys) if (key > time && headingInto(out, axes, key - BESIDE)) return
  for (const key of keys) if (key >= time && headingInto(out, axes, key + BESIDE)) return
  out.fill(0, 0, 2)
}

/** Writes the unit direction of the axes' speeds at a moment; false where they stand, or one is endless. */
function headingInto(out: Float64Array, axes: readonly CompiledProperty[], time: number): boolean {
  for (let i = 0; i < axes.length; i += 1) {
    speedInto(one, axes[i]!, time)
    out[i] = one[0]!
  }
  const speed = Math.hypot(out[0]!, out[1]!)
  if (!(speed > 0 && Number.isFinite(speed))) return false
  out[0] = out[0]! / speed
  out[1] = out[1]! / speed
  return true
}

const position = new Float64Array(2)
const heading = new Float64Array(2)
const pivot = new Float64Array(2)
const scale = new Float64Array(2)
const turn = new Float64Array(1)

/** Degrees the route adds to a layer's turn at a moment: its direction clockwise from the x axis, and the offset. */
export function alongDegrees({ position: track, along }: Placing, time: number): number {
  if (along === null) return 0
  track.directionInto(heading, time)
  return (Math.atan2(heading[1]!, heading[0]!) * 180) / Math.PI + along
}

/** Writes a layer's own matrix at a moment, toward what it rides on. */
export function ownMatrixInto(out: Matrix, placing: Placing, time: number): void {
  placing.position.valueInto(position, time)
  playedValueInto(pivot, placing.pivot, time)
  playedValueInto(scale, placing.scale, time)
  playedValueInto(turn, placing.turn, time)
  const turnDegrees = placing.along === null ? turn[0]! : turn[0]! + alongDegrees(placing, time)
  transformInto(out, { position, pivot, scale, turnDegrees })
}
