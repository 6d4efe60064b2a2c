import { computed, shallowRef, type ComputedRef } from 'vue'
import { stretchKeys, stretchOnto, type MoveReport } from '@arrow-bend/core/edit'
import { frameTicks, secondsOfTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { usePinnedKey } from '../../../../session/selection/pinnedKey.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import { steady } from '../../../../ui/steady.ts'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'
import { useTimeDrag } from './useTimeDrag.ts'

/** More keys than this are not all stretched at every step of a drag. */
const MANY_KEYS = 1000

/** Which end of the bracket. */
export type BracketEnd = 0 | 1

export interface StretchBracket {
  /** From the first to the last of the effective keys, ticks; null where there is no length to stretch. */
  readonly shown: ComputedRef<readonly [number, number] | null>
  readonly words: ComputedRef<string>
  readonly press: (event: PointerEvent, end: BracketEnd) => void
  readonly nudge: (event: KeyboardEvent, end: BracketEnd) => void
}

/**
 * The bracket round the effective keys. Either end stretches about the other; with Alt about the pinned key, or else the
 * playhead. Past what stays, they play backwards.
 */
export function useStretchBracket(): StretchBracket {
  const document = useDocument()
  const effective = useEffectiveSelection()
  const pinned = usePinnedKey()
  const playback = usePlayback()
  const preferences = usePreferences()
  const view = useView()
  const tell = useTellReplaced()
  const { drag } = useTimeDrag()
  /** Where a drag has brought the ends, and what they were. */
  const dragged = shallowRef<{
    readonly now: readonly [number, number]
    readonly from: readonly [number, number]
  } | null>(null)

  const shown = steady(() => {
    if (dragged.value) return dragged.value.now
    const { range } = effective
    return range && range[1] > range[0] ? range : null
  })
  const words = computed(() => {
    if (!shown.value) return ''
    const [from, to] = shown.value
    const was = dragged.value?.from
    const length = Math.abs(to - from)
    const parts = [
      `${numberWords(length / frameTicks(document.rate), 2)} f`,
      `${numberWords(secondsOfTicks(length), 2)} s`,
    ]
    if (was) parts.push(`${numberWords((length / (was[1] - was[0])) * 100, 1)} %`)
    if (to < from) parts.push('backwards')
    return parts.join(' · ')
  })

  const recipeOf = (
    keys: typeof effective.keys,
    from: readonly [number, number],
    to: readonly [number, number],
  ) => {
    const stretch = stretchOnto(from, to)
    const snapTo = preferences.landOnFrames ? { snapTo: document.rate } : {}
    return (draft: Parameters<typeof stretchKeys>[0]): MoveReport =>
      stretchKeys(draft, keys, { ...stretch, ...snapTo })
  }
  /** Where both ends come when one is brought to a time about one that stays. */
  const about = (
    from: readonly [number, number],
    end: BracketEnd,
    stays: number,
    time: number,
  ): readonly [number, number] => {
    const factor = (time - stays) / (from[end] - stays)
    const other = stays + factor * (from[1 - end]! - stays)
    return end === 0 ? [time, other] : [other, time]
  }
  const staysOf = (range: readonly [number, number], end: BracketEnd, alt: boolean): number => {
    const other = range[1 - end]!
    if (!alt) return other
    const wanted: number = pinned.time ?? playback.time
    // About itself nothing can be stretched.
    return wanted === range[end] ? other : wanted
  }

  /** Of very many keys those in view, which are all that shows until the drag is done. */
  const seen = (keys: typeof effective.keys): typeof effective.keys => {
    if (keys.length <= MANY_KEYS) return keys
    const { rowsInView } = view
    return keys.filter(({ layer }) => rowsInView.has(layer))
  }

  const press: StretchBracket['press'] = (event, end) => {
    const { keys, range } = effective
    if (!range) return
    let report: MoveReport = { replaced: 0 }
    let now = range as readonly [number, number]
    drag(event, {
      label: 'Keys stretched',
      held: range[end],
      snap: () => ({ moving: new Set(keys.map(({ key }) => key)), except: range }),
      at: (time, { altKey }) => {
        const stays = staysOf(range, end, altKey)
        // At no length at all there is nothing to be seen; the last step stays.
        if (Math.abs(time - stays) < 1) return null
        now = about(range, end, stays, time)
        dragged.value = { now, from: range }
        return { recipe: recipeOf(seen(keys), range, now), words: '' }
      },
      whole: () => {
        const recipe = recipeOf(keys, range, now)
        return (draft) => {
          report = recipe(draft)
        }
      },
      done: () => tell(report),
      ended: () => {
        dragged.value = null
      },
    })
  }
  const nudge: StretchBracket['nudge'] = (event, end) => {
    const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
    if (!way) return
    const { keys, range } = effective
    if (!range) return
    event.preventDefault()
    event.stopPropagation()
    const time = range[end] + way * (event.shiftKey ? 10 : 1) * frameTicks(document.rate)
    const stays = staysOf(range, end, event.altKey)
    if (time === stays) return
    tell(document.apply('Keys stretched', recipeOf(keys, range, about(range, end, stays, time))))
  }
  return { shown, words, press, nudge }
}
