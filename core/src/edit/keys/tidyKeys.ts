import type { Draft } from 'immer'
import { orderKeys, timedKeys, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, frameTicks, snapToFrame } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { withTimes } from '../timing/moveKeys.ts'
import { byProperty, findProperty, sceneIn, type KeyRef } from '../refs.ts'
import { removeKeys } from './removeKeys.ts'

export interface SnapReport {
  /** Keys that stood between frames and were moved. */
  readonly moved: number
  /** Keys that gave way, as two came to one frame. */
  readonly replaced: number
  /** The farthest a key went, ticks. */
  readonly farthest: number
}

/** Moves keys that stand between frames to the nearest frame. One that would come to where another stands goes. */
export function snapKeysToFrames(draft: Draft<Project>, refs: readonly KeyRef[]): SnapReport {
  const report = { moved: 0, replaced: 0, farthest: 0 }
  for (const { ref, keys } of byProperty(refs).values()) {
    const { rate } = sceneIn(draft, ref.scene)
    const frame = frameTicks(rate)
    editProperty(draft, ref, (property) => {
      const timed = timedKeys(property)
      const off = timed.filter(({ id, t }) => keys.has(id) && t % frame !== 0)
      if (off.length === 0) return property
      const leaving = new Set(off.map(({ id }) => id))
      const taken = new Set<number>(timed.flatMap(({ id, t }) => (leaving.has(id) ? [] : [t])))
      const times = new Map<string, number>()
      const gone = new Set<string>()
      for (const { id, t } of off) {
        const to = snapToFrame(t, rate)
        report.farthest = Math.max(report.farthest, Math.abs(to - t))
        if (taken.has(to)) gone.add(id)
        else times.set(id, to)
        taken.add(to)
      }
      report.moved += times.size
      report.replaced += gone.size
      const left = { ...property, keys: orderKeys(property.keys.filter(({ id }) => !gone.has(id))) }
      return withTimes(left, ({ id }) => times.get(id)).property
    })
  }
  return report
}

type Keys = ReturnType<typeof timedKeys>

export interface MergeReport {
  readonly merged: number
}

/**
 * Takes away keys that stand nearer than so many ticks before or after another of their property, as slips of the hand
 * leave them. Of such neighbours the one on a whole frame stays, or else the later, which was set last.
 * @throws BadEdit for a gap of 0 or less
 */
export function mergeNearKeys(draft: Draft<Project>, refs: readonly KeyRef[], within: number): MergeReport {
  if (!(within > 0))
    throw new BadEdit('How near keys may stand has to be above 0 frames. Nothing was changed.')
  const gone: KeyRef[] = []
  for (const { ref, keys } of byProperty(refs).values()) {
    const frame = frameTicks(sceneIn(draft, ref.scene).rate)
    const property = undrafted<Property | null>(findProperty(draft, ref))
    if (!property) continue
    for (const key of nearKeys(timedKeys(property), { among: keys, within, frame }))
      gone.push({ ...ref, key })
  }
  if (gone.length > 0) removeKeys(draft, gone, asTicks(0))
  return { merged: gone.length }
}

interface NearOptions {
  readonly among: ReadonlySet<string>
  /** Ticks. */
  readonly within: number
  readonly frame: number
}

/** Ids of the keys that go, of those among the given, so that no two of them stand nearer than `within`. */
export function nearKeys(timed: Keys, { among, within, frame }: NearOptions): string[] {
  const gone: string[] = []
  let kept: Keys[number] | null = null
  for (const key of timed) {
    const near = kept && key.t - kept.t < within && among.has(key.id) && among.has(kept.id)
    if (!kept || !near) kept = key
    else if (kept.t % frame === 0 && key.t % frame !== 0) gone.push(key.id)
    else {
      gone.push(kept.id)
      kept = key
    }
  }
  return gone
}
