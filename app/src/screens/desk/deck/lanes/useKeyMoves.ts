import { moveKeys, rangeOf, rippleKeys, type KeyRef, type MoveReport } from '@arrow-bend/core/edit'
import { standsNear } from '@arrow-bend/core/choose'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'

/** Keys nearer to one that stands than so many frames look like one key. */
const NEAR_FRAMES = 2

export interface KeyMoves {
  /** What moves keys by so many ticks; with ripple on all that comes later on their layers goes along. Ask once a drag. */
  readonly of: (refs: readonly KeyRef[]) => (by: number) => Recipe<MoveReport>
  /** What is to be said of where keys have come to, now that they are there; null where they have room. */
  readonly landing: (report: MoveReport, refs: readonly KeyRef[]) => string | null
}

/** Moving keys in time, in lanes and in graphs alike. */
export function useKeyMoves(): KeyMoves {
  const document = useDocument()
  const preferences = usePreferences()

  const of: KeyMoves['of'] = (refs) => {
    if (!preferences.ripple) return (by) => (draft) => moveKeys(draft, refs, by)
    const from = rangeOf(document.committed!, refs)![0]
    const layers = [...new Set(refs.map(({ layer }) => layer))]
    return (byTicks) => (draft) => {
      if (byTicks !== 0) rippleKeys(draft, { scene: document.sceneId, layers, from, byTicks })
      return { replaced: 0 }
    }
  }
  const landing: KeyMoves['landing'] = ({ replaced }, refs) => {
    if (replaced > 0)
      return `${replaced} ${replaced === 1 ? 'key gives' : 'keys give'} way; a frame beside keeps both`
    const near = standsNear(document.scene!, refs, NEAR_FRAMES * frameTicks(document.rate))
    return near ? 'close beside another key' : null
  }
  return { of, landing }
}
