import type { Draft } from 'immer'
import { LIMITS, type Marker, type Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { sceneIn, type MakeId } from '../refs.ts'

export interface MarkBeats {
  /** What they are called, with a number after it. */
  readonly word?: 'Beat' | 'Bar'
  /** Whether beats that were marked before stay. */
  readonly beside?: boolean
  readonly makeId: MakeId
}

/**
 * Marks moments as beats, in place of those that were marked before; markers set by hand stay, and where one stands no other
 * comes.
 * @returns how many were set
 * @throws BadEdit for more than a scene holds
 */
export function markBeats(
  draft: Draft<Project>,
  sceneId: string,
  times: readonly Ticks[],
  { word = 'Beat', beside = false, makeId }: MarkBeats,
): number {
  const scene = sceneIn(draft, sceneId)
  const kept = scene.markers.filter(({ beat }) => beside || !beat)
  const before = kept.filter(({ beat }) => beat).length
  const taken = new Set<number>(kept.map(({ t }) => t))
  const fresh = [...new Set(times)].filter((t) => !taken.has(t)).sort((a, b) => a - b)
  if (kept.length + fresh.length > LIMITS.markers)
    throw new BadEdit(
      `A scene holds ${LIMITS.markers.toLocaleString('en')} markers at most; these beats would make ${(kept.length + fresh.length).toLocaleString('en')}. Find fewer of them. Nothing was changed.`,
    )
  const beats = fresh.map((t, i): Draft<Marker> => ({
    id: makeId(),
    t,
    name: `${word} ${before + i + 1}`,
    beat: true,
  }))
  scene.markers = [...kept, ...beats].sort((a, b) => a.t - b.t)
  return beats.length
}
