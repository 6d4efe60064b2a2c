import { clamp } from '../../number/index.ts'
import type { Draft } from 'immer'
import type { Handle, Handles, PlainBend } from '../../bend/index.ts'
import { asHandles } from '../../fit/index.ts'
import { handleAt, offsetsOf, type CompiledProperty, type Side } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { changeBend } from './changeBends.ts'
import type { KeyRef } from '../refs.ts'

export interface GraphHandleMove {
  readonly side: Side
  /** Share of the span's time, 0 … 1; taken to the nearest of these. */
  readonly reach: number
  /** How far the handle's end lies from its key, one number a component, in the value's units. */
  readonly offset: readonly number[]
  /** Frees the key's other side, which else turns with it where the key is joined. */
  readonly free?: boolean
}

/**
 * Puts a handle of a span where it is wanted in a graph of the value. A bend without handles gets those of the nearest
 * Bézier first; what the span's change cannot carry becomes a bump.
 * @param ref the key the span begins at
 * @throws BadEdit for a key that begins no span, or an offset that is no number
 */
export function setGraphHandle(draft: Draft<Project>, ref: KeyRef, move: GraphHandleMove): void {
  const { side, offset, free = false } = move
  if (!offset.every(Number.isFinite) || !Number.isFinite(move.reach))
    throw new BadEdit('A handle has to stand at a number. Nothing was changed.')
  const reach = clamp(move.reach, 0, 1)
  const shaped = (compiled: CompiledProperty, at: number): PlainBend => ({
    kind: 'handles',
    ...asHandles(compiled.bends[at]!),
    [side]: handleAt(compiled, at, { side, reach, offset }),
  })
  changeBend(draft, ref, shaped, free ? side : null)
}

export interface GraphBendMove {
  /** Elapsed share of the span at the point that is taken hold of, within (0, 1). */
  readonly u: number
  /** By how much the value there is to change, one number a component. */
  readonly by: readonly number[]
}

/**
 * Turns both handles of a span so that its graph comes through a point: the change is shared so that the handles move
 * least. Their reaches stay, and so the moment of the point.
 * @throws BadEdit for a key that begins no span, at a span's very ends, or for an amount that is no number
 * Source: own; least squares over the two inner control points of a cubic Bézier.
 */
export function bendGraph(draft: Draft<Project>, ref: KeyRef, { u, by }: GraphBendMove): void {
  if (!by.every(Number.isFinite)) throw new BadEdit('A value has to be a number. Nothing was changed.')
  if (!(u > 0 && u < 1))
    throw new BadEdit('A graph bends between its keys, not at them. Nothing was changed.')
  changeBend(draft, ref, (compiled, at) => {
    const handles = asHandles(compiled.bends[at]!)
    const s = parameterAt(handles, u)
    const [near, far] = [3 * s * (1 - s) ** 2, 3 * s ** 2 * (1 - s)]
    const share = near * near + far * far
    const now = offsetsOf(compiled, at, handles)
    const moved = (side: Side, weight: number): Handle =>
      handleAt(compiled, at, {
        side,
        reach: handles[side].reach,
        offset: now[side].map((part, i) => part + (weight / share) * (by[i] ?? 0)),
      })
    return { kind: 'handles', leave: moved('leave', near), arrive: moved('arrive', far) }
  })
}

/** The Bézier parameter at an elapsed share: bisection, as u is monotone in it. */
function parameterAt({ leave, arrive }: Handles, u: number): number {
  let low = 0
  let high = 1
  for (let i = 0; i < 60; i += 1) {
    const s = (low + high) / 2
    const at = 3 * s * (1 - s) ** 2 * leave.reach + 3 * s ** 2 * (1 - s) * (1 - arrive.reach) + s ** 3
    if (at < u) low = s
    else high = s
  }
  return (low + high) / 2
}
