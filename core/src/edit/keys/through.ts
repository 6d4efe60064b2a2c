import type { Draft } from 'immer'
import {
  pinSmooth,
  type Key,
  type Mix,
  type Outside,
  type Property,
  type Through,
} from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { byProperty, type KeyRef, type PropertyRef } from '../refs.ts'

/**
 * Makes keys corners, joined or smooth. A corner or joined key that was smooth keeps the handles it showed; a key
 * that becomes joined takes the mean slope of its two sides.
 */
export function setThrough(draft: Draft<Project>, refs: readonly KeyRef[], through: Through): void {
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property, library) => {
      const timed = property.keys.filter(({ timeless }) => !timeless)
      const pinned =
        through === 'smooth' ? property : pinSmooth(property, (i) => keys.has(timed[i]!.id), library)
      return {
        ...pinned,
        keys: pinned.keys.map((key): Key => (keys.has(key.id) && !key.timeless ? { ...key, through } : key)),
      }
    })
  }
}

export interface PropertyRules {
  readonly before?: Outside
  readonly after?: Outside
  readonly smoothing?: 'steady' | 'flowing'
  readonly mix?: Mix
}

const COLOUR_MIXES: readonly Mix[] = ['oklab', 'oklch', 'oklch-longer', 'srgb-linear', 'srgb']

/** Sets how properties go on outside their keys, how smooth sides are worked out and how values are mixed. */
export function setRules(draft: Draft<Project>, refs: readonly PropertyRef[], rules: PropertyRules): void {
  for (const ref of refs) {
    editProperty(draft, ref, (property) => {
      if (rules.mix) checkMix(property, rules.mix)
      return { ...property, ...rules }
    })
  }
}

function checkMix({ kind }: Property, mix: Mix): void {
  const fits = kind === 'colour' ? COLOUR_MIXES.includes(mix) : mix === 'plain' || mix === 'geometric'
  if (!fits) throw new BadEdit(`A ${kind} cannot be mixed as ${mix}. Nothing was changed.`)
}
