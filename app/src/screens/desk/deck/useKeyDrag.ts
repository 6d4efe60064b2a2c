import { shallowRef, type ShallowRef } from 'vue'
import {
  copyKeys,
  findProperty,
  moveKeys,
  pasteKeys,
  rangeOf,
  rippleKeys,
  type KeyRef,
  type MoveReport,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { standsNear } from '@arrow-bend/core/choose'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Gesture } from '../../../session/document.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection.ts'
import { useView } from '../../../session/view.ts'
import { numberWords } from '../../../ui/numberWords.ts'
import { trackPointer } from '../../../ui/trackPointer.ts'
import type { PointerTag } from '../usePointerDrag.ts'
import { recordedIds } from '../useReuseActions.ts'
import { useTellReplaced } from '../useTellReplaced.ts'
import { useTimeSnap } from './useTimeSnap.ts'

/** Pointer travel before a press becomes a drag, px. */
const DRAG_AFTER = 3
/** Keys nearer to one that stands than so many frames look like one key. */
const NEAR_FRAMES = 2

export interface KeyDrag {
  /**
   * Drags the selected keys by one of them; with Ctrl/Cmd held at the press, copies of them.
   * @param time of the one that is held, ticks
   * @param click what a press without a drag does
   */
  readonly press: (event: PointerEvent, time: number, click?: () => void) => void
  /** What is said of the drag, beside the pointer. */
  readonly tag: ShallowRef<PointerTag | null>
}

/** Dragging the selected keys in time by one of them. */
export function useKeyDrag(): KeyDrag {
  const document = useDocument()
  const selection = useSelection()
  const preferences = usePreferences()
  const view = useView()
  const tell = useTellReplaced()
  const snapping = useTimeSnap()
  const tag = shallowRef<PointerTag | null>(null)

  /** One step of the drag, in ticks; with `copies`, of what they become. */
  const step = (
    refs: readonly KeyRef[],
    copying: boolean,
  ): { at: (by: number) => Step; select: () => void } => {
    const scene = document.scene!
    if (copying) {
      const clip = copyKeys(document.project!, refs)!
      const ids = recordedIds(document.makeId)
      const lanes = new Map(refs.map((ref) => [`${ref.layer}/${ref.property}`, ref]))
      const properties = [...lanes.values()].map(({ scene: of, layer, property }): PropertyRef => ({
        scene: of,
        layer,
        property,
      }))
      return {
        at: (by) => (draft) =>
          pasteKeys(draft, clip, { properties, time: asTicks(clip.start + by), makeId: ids.makeId }),
        select: () =>
          selection.selectKeys(
            ids.keysAmong((ref) => findProperty(document.project!, ref)?.keys ?? [], properties),
          ),
      }
    }
    if (preferences.ripple) {
      const from = rangeOf(document.project!, refs)![0]
      const layers = [...new Set(refs.map(({ layer }) => layer))]
      return {
        at: (byTicks) => (draft) => {
          rippleKeys(draft, { scene: scene.id, layers, from, byTicks })
          return { replaced: 0 }
        },
        select: () => undefined,
      }
    }
    return { at: (by) => (draft) => moveKeys(draft, refs, by), select: () => undefined }
  }
  /** How far it goes, and what it would do to keys that stand there. */
  const wordsOf = (by: number, { replaced }: MoveReport, refs: readonly KeyRef[]): string => {
    const frames = by / frameTicks(document.rate)
    const parts = [`${frames < 0 ? '−' : '+'}${numberWords(Math.abs(frames), 2)} f`]
    if (replaced > 0)
      parts.push(`${replaced} ${replaced === 1 ? 'key gives' : 'keys give'} way; a frame beside keeps both`)
    else if (standsNear(document.scene!, refs, NEAR_FRAMES * frameTicks(document.rate)))
      parts.push('close beside another key')
    return parts.join(' · ')
  }

  const press: KeyDrag['press'] = (event, time, click) => {
    const refs = selection.keys
    const copying = event.ctrlKey || event.metaKey
    const snap = snapping({
      moving: new Set(copying ? [] : refs.map((ref) => ref.key)),
      except: copying ? [] : [time],
    })
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
    let gesture: Gesture | null = null
    let report: MoveReport = { replaced: 0 }
    let by = 0
    const steps = step(refs, copying)
    trackPointer(event, {
      move(moved) {
        const pixels = moved.clientX - event.clientX
        if (!gesture && Math.abs(pixels) < DRAG_AFTER) return
        const what = refs.length > 1 ? 'Keys' : 'Key'
        gesture ??= document.begin(`${what} ${copying ? 'copied' : 'moved'}`, 'deck')
        // With Alt, or Ctrl/Cmd pressed on the way, it is not drawn to anything.
        const free = moved.altKey || (!copying && (moved.ctrlKey || moved.metaKey))
        by = snap.to(time + pixels / view.pixelsPerTick, free) - time
        const recipe = steps.at(by)
        const refused = gesture.preview((draft) => {
          report = recipe(draft)
        })
        const words = refused ? firstWords(refused) : wordsOf(by, report, copying ? [] : refs)
        tag.value = { x: moved.clientX - box.left, y: -7, words }
      },
      end(cancelled) {
        snap.done()
        tag.value = null
        if (!gesture) {
          if (!cancelled) click?.()
          return
        }
        if (cancelled) gesture.cancel()
        else {
          gesture.commit()
          steps.select()
          tell(report, () => keepBoth(steps.at, by))
        }
      },
    })
  }
  /** The same once more, a frame farther on, so that none gives way. */
  const keepBoth = (at: (by: number) => Step, by: number): void => {
    document.undo()
    tell(document.apply('Keys moved', at(by + frameTicks(document.rate))))
  }
  return { press, tag }
}

/** What a refusal says first: the rest is told when the pointer is let go. */
const firstWords = (sentence: string): string => sentence.split(/[.:](?:\s|$)/)[0]!

type Step = (draft: Parameters<Parameters<ReturnType<typeof useDocument>['apply']>[1]>[0]) => MoveReport
