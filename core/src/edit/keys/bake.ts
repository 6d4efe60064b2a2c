import type { Draft } from 'immer'
import { fitCurve, type Curve } from '../../fit/index.ts'
import { keysOfPieces } from '../../property/index.ts'
import { definitionOf, type Project } from '../../scene/index.ts'
import { frameTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { layerIn, sceneIn, type MakeId, type PropertyRef } from '../refs.ts'

export interface Bake {
  /** What the property is to follow: its numbers over ticks. */
  readonly curve: Curve
  readonly start: Ticks
  readonly end: Ticks
  /** Largest distance from the curve, in the value's own units, > 0. */
  readonly within: number
  /** Moments where the curve may jump or have a kink, ticks. */
  readonly breaks?: readonly number[]
  readonly makeId: MakeId
}

export interface BakeReport {
  readonly keys: number
  /** Largest distance between keys and curve, at four looks a frame. */
  readonly error: number
}

/**
 * Gives a property the fewest keys the fit finds that follow a curve. Its keys from start to end are replaced.
 * @throws BadEdit for kinds that do not go by numbers alone (places, outlines, choices) and for an empty stretch
 */
export function bakeCurve(draft: Draft<Project>, ref: PropertyRef, bake: Bake): BakeReport {
  const { curve, start, end, within, breaks, makeId } = bake
  if (!(start < end) || !(within > 0))
    throw new BadEdit('A curve is baked over some time and within some distance. Nothing was changed.')
  let report: BakeReport = { keys: 0, error: 0 }
  editProperty(draft, ref, (property) => {
    if (['place', 'outline', 'choice'].includes(property.kind)) {
      const label = definitionOf(layerIn(draft, ref).kind, ref.property)?.label ?? ref.property
      throw new BadEdit(`${label} does not follow a curve of numbers. Nothing was changed.`)
    }
    const step = frameTicks(sceneIn(draft, ref.scene).rate)
    const fitted = fitCurve(curve, start, end, { within, step, search: true, ...(breaks ? { breaks } : {}) })
    const made = keysOfPieces(fitted.pieces, { property, makeId })
    report = { keys: made.length, error: fitted.error }
    const others = property.keys.filter(({ t }) => t < start || t > end)
    return { ...property, keys: [...others, ...made].sort((a, b) => a.t - b.t) }
  })
  return report
}
