import { toast } from '../ui/toast.ts'
import type { PlainBend } from '@arrow-bend/core/bend'
import {
  copyKeys,
  findProperty,
  giveBends,
  moveKeys,
  pasteKeys,
  pasteTargets,
  removeKeys,
  reverseKeys,
  type KeyClip,
  type KeyRef,
  type MakeId,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { writeKeyClip } from '@arrow-bend/core/format/clip'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { asTicks } from '@arrow-bend/core/time'
import { useDocument } from '../session/document/document.ts'
import { useKeyClipboard } from '../session/selection/keyClipboard.ts'
import { useEffectiveSelection } from '../session/selection/effectiveSelection.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { useSelection } from '../session/selection/selection.ts'
import { targetSpans } from '@arrow-bend/core/choose'
import { useTellReplaced } from './useTellReplaced.ts'

export interface ReuseActions {
  /** Copies the effective keys. Returns them as text for the clipboard; null when there are none (which is said). */
  copy(): string | null
  cut(): string | null
  /** Pastes copied keys at the playhead, onto what is selected or where they came from. */
  paste(clip: KeyClip): void
  /** Gives the selected spans a bend that was on the clipboard. */
  pasteBend(bend: PlainBend): void
  /** The same keys so many times more after themselves, once when left out, with a gap of so many ticks. */
  again(times?: number, gap?: number): Promise<void> | null
  reverse(): void
  /** Backwards after themselves, after a gap of so many ticks; when left out, as many as lead to a playhead that is later. */
  thereAndBack(gap?: number): Promise<void> | null
  toPlayhead(): void
}

const NO_KEYS = 'Select keys first: beads, spans, lanes or layers.'

/** Ids as they are made, and which keys they became. */
export function recordedIds(makeId: MakeId): {
  readonly makeId: MakeId
  readonly keysAmong: (
    find: (ref: PropertyRef) => readonly { id: string }[],
    refs: readonly PropertyRef[],
  ) => KeyRef[]
} {
  const made = new Set<string>()
  return {
    makeId: () => {
      const id = makeId()
      made.add(id)
      return id
    },
    keysAmong: (find, refs) =>
      refs.flatMap((ref) => find(ref).flatMap(({ id }) => (made.has(id) ? [{ ...ref, key: id }] : []))),
  }
}

/** Commands that use keys again: copies, repeats, backwards. */
export function useReuseActions(): ReuseActions {
  const document = useDocument()
  const clipboard = useKeyClipboard()
  const effective = useEffectiveSelection()
  const playback = usePlayback()
  const selection = useSelection()
  const tell = useTellReplaced()

  /** Calls with the effective keys; says so where there are none. */
  const withKeys = <T>(use: (keys: readonly KeyRef[]) => T): T | null => {
    if (effective.keys.length > 0) return use(effective.keys)
    toast(NO_KEYS)
    return null
  }

  const copy: ReuseActions['copy'] = () =>
    withKeys((keys) => {
      const clip = copyKeys(document.committed!, keys)
      if (!clip) return null
      clipboard.put(clip)
      const count = clip.tracks.reduce((sum, track) => sum + track.keys.length, 0)
      toast(`${count} ${count === 1 ? 'key' : 'keys'} copied.`)
      return writeKeyClip(clip)
    })
  const cut: ReuseActions['cut'] = () => {
    const keys = effective.keys
    const text = copy()
    if (text !== null)
      document.apply(
        'Keys cut',
        (draft) => removeKeys(draft, keys, playback.time),
        () => selection.clear(),
      )
    return text
  }

  const paste: ReuseActions['paste'] = (clip) => {
    const scene = document.scene!
    const ids = recordedIds(document.makeId)
    let properties: PropertyRef[]
    try {
      properties = pasteTargets(scene, clip, selection)
    } catch (caught) {
      toast.error(sentenceOf(caught))
      return
    }
    const report = document.apply(
      'Keys pasted',
      (draft) => pasteKeys(draft, clip, { properties, time: playback.time, makeId: ids.makeId }),
      () =>
        selection.selectKeys(
          ids.keysAmong((ref) => findProperty(document.project!, ref)?.keys ?? [], properties),
        ),
    )
    tell(report)
  }
  const pasteBend: ReuseActions['pasteBend'] = (bend) => {
    const refs = targetSpans(document.project!, selection.state).map(({ ref }) => ref)
    if (refs.length === 0)
      toast('Select spans first to give them this bend: click a ribbon between two keys.')
    else document.apply('Bend pasted', (draft) => giveBends(draft, refs, () => bend))
  }

  const again: ReuseActions['again'] = (times = 1, gap = 0) =>
    withKeys(async (keys) => {
      const { repeatKeys } = await import('./seldomEdits.ts')
      tell(
        document.apply('Keys repeated', (draft) =>
          repeatKeys(draft, keys, { times, gap: asTicks(Math.round(gap)), makeId: document.makeId }),
        ),
      )
    })
  const reverse: ReuseActions['reverse'] = () => {
    withKeys((keys) => tell(document.apply('Keys reversed', (draft) => reverseKeys(draft, keys))))
  }
  /** From the end of the effective keys to a playhead that stands later, ticks. */
  const toLaterPlayhead = (): number => Math.max(0, playback.time - (effective.range?.[1] ?? playback.time))
  const back: ReuseActions['thereAndBack'] = (gap = toLaterPlayhead()) =>
    withKeys(async (keys) => {
      const { thereAndBack } = await import('./seldomEdits.ts')
      tell(
        document.apply('Keys added backwards', (draft) =>
          thereAndBack(draft, keys, { gap: asTicks(Math.round(gap)), makeId: document.makeId }),
        ),
      )
    })
  const toPlayhead: ReuseActions['toPlayhead'] = () => {
    withKeys((keys) => {
      const start = effective.range?.[0]
      if (start === undefined) return
      tell(
        document.apply('Keys brought to the playhead', (draft) =>
          moveKeys(draft, keys, playback.time - start),
        ),
      )
    })
  }
  return { copy, cut, paste, pasteBend, again, reverse, thereAndBack: back, toPlayhead }
}
