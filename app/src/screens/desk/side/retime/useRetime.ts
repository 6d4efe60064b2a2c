import { computed, type ComputedRef } from 'vue'
import { keyTimes } from '@arrow-bend/core/choose'
import { rangeOf, stretchKeys, stretchOnto, type MoveReport, type Stretch } from '@arrow-bend/core/edit'
import { layerById } from '@arrow-bend/core/scene'
import { frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { usePinnedKey } from '../../../../session/selection/pinnedKey.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'

/** A moment that stays while the rest is stretched: `end of` a layer is the last of its effective keys. */
export type Anchor = 'start' | 'end' | 'playhead' | 'pinned' | `end of ${string}`

export interface Retime {
  readonly anchors: ComputedRef<readonly { readonly anchor: Anchor; readonly label: string }[]>
  /** The frames the effective keys stand on, each once, in order; fractions where they stand between frames. */
  readonly frames: ComputedRef<readonly number[]>
  /** The edit that makes the effective keys take `factor` times as long about what stays; null for no keys. */
  readonly scaled: (anchor: Anchor, factor: number) => Recipe<MoveReport> | null
  /** Brings the effective keys from their range onto another. */
  readonly onto: (label: string, to: readonly [number, number]) => void
}

/** What the Length section works with. */
export function useRetime(): Retime {
  const document = useDocument()
  const effective = useEffectiveSelection()
  const pinned = usePinnedKey()
  const playback = usePlayback()
  const preferences = usePreferences()
  const tell = useTellReplaced()

  const layers = computed(() => [...new Set(effective.keys.map(({ layer }) => layer))])
  const anchors = computed(() => {
    const list: { anchor: Anchor; label: string }[] = [
      { anchor: 'start', label: 'the start' },
      { anchor: 'end', label: 'the end' },
      { anchor: 'playhead', label: 'the playhead' },
    ]
    if (pinned.time !== null) list.push({ anchor: 'pinned', label: 'the pinned key' })
    if (layers.value.length > 1 && layers.value.length <= 40)
      for (const id of layers.value)
        list.push({
          anchor: `end of ${id}`,
          label: `the end of ${layerById(document.scene!, id)?.name ?? ''}`,
        })
    return list
  })
  const anchorTime = (anchor: Anchor): number | null => {
    const { range, keys } = effective
    if (!range) return null
    if (anchor === 'start') return range[0]
    if (anchor === 'end') return range[1]
    if (anchor === 'playhead') return playback.time
    if (anchor === 'pinned') return pinned.time
    const id = anchor.slice('end of '.length)
    return (
      rangeOf(
        document.committed!,
        keys.filter(({ layer }) => layer === id),
      )?.[1] ?? null
    )
  }
  const landing = (): Pick<Stretch, 'snapTo'> | Record<string, never> =>
    preferences.landOnFrames ? { snapTo: document.rate } : {}

  const frames = computed(() => {
    const step = frameTicks(document.rate)
    return document.project ? keyTimes(document.project, effective.keys).map((time) => time / step) : []
  })
  const scaled: Retime['scaled'] = (anchor, factor) => {
    const about = anchorTime(anchor)
    const { keys } = effective
    if (about === null || keys.length === 0) return null
    const stretch = { about, factor, ...landing() }
    return (draft) => stretchKeys(draft, keys, stretch)
  }
  const onto: Retime['onto'] = (label, to) => {
    const { keys, range } = effective
    if (!range || range[0] === range[1]) return
    const stretch = { ...stretchOnto(range as readonly [Ticks, Ticks], to), ...landing() }
    tell(document.apply(label, (draft) => stretchKeys(draft, keys, stretch)))
  }
  return { anchors, frames, scaled, onto }
}
