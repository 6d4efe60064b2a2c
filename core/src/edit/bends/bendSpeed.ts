import { clamp } from '../../number/index.ts'
import type { Draft } from 'immer'
import { slideBend, slidePeak, strengthenBend, type PlainBend, type ShapedBend } from '../../bend/index.ts'
import { convertBend } from '../../fit/index.ts'
import { reshapeSpeed } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { changeBend, changeBends } from './changeBends.ts'
import type { KeyRef } from '../refs.ts'

export interface SpeedMove {
  /** Elapsed fraction of the span where its speed curve is taken hold of, within (0, 1). */
  readonly from: number
  /** Elapsed fraction it is taken to. */
  readonly to: number
  /** Speed wanted there, units per second. */
  readonly speed: number
  /** Which number of the value; 0 for a place, along its route. */
  readonly component: number
}

/** A bend that can be reshaped; null for those that jump. */
export function shapeOf(bend: PlainBend): ShapedBend | null {
  if (bend.kind === 'hold' || (bend.kind === 'family' && bend.family === 'steps')) return null
  return convertBend(bend).bend as ShapedBend
}

/**
 * Takes a point of a span's speed curve somewhere else. The span keeps its change and its time, so the area under the
 * curve stays and the rest of it gives way. A hold and steps stay as they are.
 * @throws BadEdit for a key that begins no span, or a speed that is no number
 */
export function bendSpeed(
  draft: Draft<Project>,
  ref: KeyRef,
  { from, to, speed, component }: SpeedMove,
): void {
  if (!Number.isFinite(speed) || !Number.isFinite(to))
    throw new BadEdit('A speed has to be a number. Nothing was changed.')
  changeBend(draft, ref, (compiled, at) => {
    const shape = shapeOf(compiled.bends[at]!)
    if (!shape) return null
    const u = clamp(to, 0.01, 0.99)
    const slid = to === from ? shape : slideBend(shape, from, u)
    return reshapeSpeed(compiled, at, slid, { u, speed, component })
  })
}

/** Brings each span's fastest moment to an elapsed fraction, or shifts it by one. A hold and steps stay as they are. */
export function slideSpeedPeaks(draft: Draft<Project>, refs: readonly KeyRef[], to: number): void {
  if (!Number.isFinite(to)) throw new BadEdit('A moment has to be a number. Nothing was changed.')
  changeBends(draft, refs, (bend) => {
    const shape = shapeOf(bend)
    return shape ? slidePeak(shape, to) : bend
  })
}

/**
 * Makes spans' bends stronger or softer.
 * @param by −1 (even speed) … 0 (unchanged) … 1
 */
export function strengthenBends(draft: Draft<Project>, refs: readonly KeyRef[], by: number): void {
  if (!Number.isFinite(by)) throw new BadEdit('A strength has to be a number. Nothing was changed.')
  changeBends(draft, refs, (bend) => strengthenBend(bend, by, (given) => shapeOf(given) ?? given))
}
