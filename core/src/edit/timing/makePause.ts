import type { Draft } from 'immer'
import { HOLD } from '../../bend/index.ts'
import {
  pinRoutes,
  pinSmooth,
  timedKeys,
  type Key,
  type KeyRoute,
  type Property,
} from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, frameTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { byProperty, sceneIn, type KeyRef, type MakeId } from '../refs.ts'

export interface Pause {
  /** How long it stands still; whole frames of the scene, ≥ 1. */
  readonly frames: number
  readonly makeId: MakeId
}

const NO_ARM = [0, 0] as const

/**
 * Makes the motion stand still at keys: each gets an equal one some frames later, holds until it, and everything that
 * follows on the property comes that much later. How the key is arrived at and left stays as it was.
 * @returns the new keys
 * @throws BadEdit for a length that is no whole number of frames
 */
export function makePause(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { frames, makeId }: Pause,
): KeyRef[] {
  if (!Number.isInteger(frames) || frames < 1)
    throw new BadEdit('A pause lasts one frame at least, in whole frames. Nothing was changed.')
  const made: KeyRef[] = []
  for (const { ref, keys: paused } of byProperty(refs).values()) {
    const length = frames * frameTicks(sceneIn(draft, ref.scene).rate)
    editProperty(draft, ref, (given, library) => {
      const timed = new Set(timedKeys(given).flatMap(({ id }) => (paused.has(id) ? [id] : [])))
      if (timed.size === 0) return given
      const pinned = pinRoutes(
        pinSmooth(given, (i) => timed.has(timedKeys(given)[i]!.id), library),
        (i) => timed.has(given.keys[i]!.id),
      )
      let later = 0
      const keys = pinned.keys.flatMap((key): Key[] => {
        const t = asTicks(key.t + later)
        if (!timed.has(key.id)) return [{ ...key, t }]
        later += length
        const id = makeId()
        made.push({ ...ref, key: id })
        const { route } = key
        const side = (kept: Partial<KeyRoute>): Pick<Key, 'route'> =>
          route ? { route: { arrive: NO_ARM, leave: NO_ARM, through: 'corner', ...kept } } : {}
        return [
          { ...key, t, bend: HOLD, through: 'corner', ...side({ arrive: route?.arrive ?? NO_ARM }) },
          {
            ...key,
            id,
            t: asTicks(t + length),
            through: 'corner',
            ...side({ leave: route?.leave ?? NO_ARM }),
          },
        ]
      })
      return { ...pinned, keys } satisfies Property
    })
  }
  return made
}
