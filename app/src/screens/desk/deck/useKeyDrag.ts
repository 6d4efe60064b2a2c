import { toast } from 'vue-sonner'
import { findProperty, moveKeys, type KeyRef } from '@arrow-bend/core/edit'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection.ts'
import { useView } from '../../../session/view.ts'
import { trackPointer } from '../../../ui/trackPointer.ts'
import { snapTime, snapTimes } from './snapTime.ts'

/** Pointer travel before a press becomes a drag, and how near a time pulls, px. */
const DRAG_AFTER = 3
const PULL = 6

/** Dragging the selected keys in time by one of them. */
export function useKeyDrag(): (event: PointerEvent, grabbed: KeyRef) => void {
  const document = useDocument()
  const selection = useSelection()
  const preferences = usePreferences()
  const playback = usePlayback()
  const view = useView()

  return (event, grabbed) => {
    const scene = document.scene!
    const key = findProperty(document.project!, grabbed)?.keys.find(({ id }) => id === grabbed.key)
    if (!key) return
    const refs = selection.keys
    const times = [...snapTimes(scene, new Set(refs.map((ref) => ref.key))), playback.time]
    const startX = event.clientX
    let gesture: ReturnType<typeof document.begin> | null = null
    let replaced = 0
    trackPointer(event, {
      move(moved) {
        const pixels = moved.clientX - startX
        if (!gesture && Math.abs(pixels) < DRAG_AFTER) return
        gesture ??= document.begin(refs.length > 1 ? 'Keys moved' : 'Key moved', 'deck')
        const raw = key.t + pixels / view.pixelsPerTick
        const to = preferences.snap
          ? snapTime(raw, { rate: scene.rate, times, within: PULL / view.pixelsPerTick })
          : Math.round(raw)
        gesture.preview((draft) => {
          replaced = moveKeys(draft, refs, to - key.t).replaced
        })
      },
      end(cancelled) {
        if (cancelled) gesture?.cancel()
        else gesture?.commit()
        if (gesture && !cancelled && replaced > 0) {
          toast(
            `${replaced} ${replaced === 1 ? 'key' : 'keys'} stood where the moved ones landed and gave way.`,
            {
              action: { label: 'Undo', onClick: () => document.undo() },
            },
          )
        }
      },
    })
  }
}
