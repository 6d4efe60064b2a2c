import type { Handle, Handles, PlainBend } from '../bend/index.ts'
import { asHandles } from '../fit/index.ts'
import { secondsOfTicks } from '../time/index.ts'
import type { CompiledProperty } from './compileProperty.ts'
import { endChange, handleOfOffset, type Side } from './smooth/sideSlopes.ts'

/** A handle of a span as it stands in a graph of the value. */
export interface GraphHandle {
  readonly side: Side
  /** Share of the span's time it reaches over, 0 … 1. */
  readonly reach: number
  /** How far its end lies from its key, one number a component, in the value's units (a place: px along its route). */
  readonly offset: readonly number[]
  /** Speed with which the span is left or arrived at, units per second a component; with reach 0 that of the curve there. */
  readonly speed: readonly number[]
}

/** Whether a bend has two handles as it stands; others get those of the nearest Bézier only when one is taken hold of. */
export function hasHandles({ kind }: PlainBend): boolean {
  return kind === 'handles' || kind === 'linear'
}

/**
 * The two handles of a span in value units; null for a bend that has none.
 * Source: own; the control points of the span's cubic Bézier as mixed, bumps added.
 */
export function graphHandles(
  compiled: CompiledProperty,
  span: number,
): { readonly leave: GraphHandle; readonly arrive: GraphHandle } | null {
  const bend = compiled.bends[span]!
  if (!hasHandles(bend)) return null
  const offsets = offsetsOf(compiled, span, asHandles(bend))
  const seconds = secondsOfTicks(compiled.times[span + 1]! - compiled.times[span]!)
  const of = (side: Side): GraphHandle => {
    const { reach } = asHandles(bend)[side]
    const way = side === 'leave' ? 1 : -1
    const offset = offsets[side]
    const speeds = new Float64Array(compiled.speedWidth)
    compiled.spans[span]!.speedInto(speeds, side === 'leave' ? 0 : 1)
    const speed = reach > 0 ? offset.map((part) => (way * part) / (reach * seconds)) : [...speeds]
    return { side, reach, offset, speed }
  }
  return { leave: of('leave'), arrive: of('arrive') }
}

/** How far the ends of a span's handles lie from their keys, one number a component, in the value's units. */
export function offsetsOf(
  compiled: CompiledProperty,
  span: number,
  handles: Handles,
): Readonly<Record<Side, readonly number[]>> {
  const of = (side: Side): number[] => {
    const { rise, lift } = handles[side]
    const way = side === 'leave' ? 1 : -1
    return endChange(compiled.mixers[span]!, side).map((part, i) => way * part * rise + (lift?.[i] ?? 0))
  }
  return { leave: of('leave'), arrive: of('arrive') }
}

/**
 * The handle of a span whose end lies where it is wanted in a graph of the value: the reverse of `graphHandles`.
 * What the span's change can carry becomes rise, the rest a bump.
 */
export function handleAt(
  compiled: CompiledProperty,
  span: number,
  { side, reach, offset }: Pick<GraphHandle, 'side' | 'reach' | 'offset'>,
): Handle {
  const change = endChange(compiled.mixers[span]!, side)
  const way = side === 'leave' ? 1 : -1
  return handleOfOffset(
    offset.map((part) => way * part),
    change,
    { reach, side },
  )
}
