import type { Draft } from 'immer'
import { plainBend, type PlainBend } from '../../bend/index.ts'
import { asPoints, convertBend } from '../../fit/index.ts'
import { compileProperty, pinSmooth } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { keptBends } from './changeBends.ts'
import { editProperty, libraryIn } from '../editProperty.ts'
import { setNamedBend } from './namedBends.ts'
import { byProperty, type KeyRef } from '../refs.ts'

/** Nearer than this a bend takes more pieces than it may have points. */
const LEAST_WITHIN = 1e-6

export interface ConversionReport {
  /** Largest error of progress over all converted bends. */
  readonly error: number
}

/**
 * Turns bends of any kind into handles (where one Bézier is near enough) or points, so that they can be shaped on; of linked
 * spans the library's.
 * @param to 'handles' leaves points where one Bézier cannot follow; 'points' always makes points
 * @param within largest error of progress, ≥ LEAST_WITHIN
 * @throws BadEdit for less
 */
export function convertBends(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { to, within = 0.002 }: { readonly to: 'handles' | 'points'; readonly within?: number },
): ConversionReport {
  if (!(within >= LEAST_WITHIN))
    throw new BadEdit(`A bend can be followed to ${LEAST_WITHIN} of its change at best. Nothing was changed.`)
  let error = 0
  const converted = (bend: PlainBend): PlainBend => {
    const made = to === 'points' ? asPoints(bend, within) : convertBend(bend, within)
    error = Math.max(error, made.error)
    return made.bend
  }
  const { own, followed } = keptBends(draft, refs)
  for (const { ref, keys } of byProperty(own).values()) {
    editProperty(draft, ref, (property, library) => {
      const shown = compileProperty(property, library)
      const bends = new Map(
        shown.bends.flatMap((bend, i) => {
          const { id } = shown.keys[i]!
          return keys.has(id) ? [[id, converted(bend)] as const] : []
        }),
      )
      const touched = (i: number): boolean =>
        keys.has(shown.keys[i]!.id) || (i > 0 && keys.has(shown.keys[i - 1]!.id))
      const pinned = pinSmooth(property, touched, library)
      return {
        ...pinned,
        keys: pinned.keys.map((key) => ({ ...key, bend: bends.get(key.id) ?? key.bend })),
      }
    })
  }
  for (const bendId of followed.keys())
    setNamedBend(draft, bendId, converted(plainBend({ kind: 'linked', bendId }, libraryIn(draft))))
  return { error }
}
