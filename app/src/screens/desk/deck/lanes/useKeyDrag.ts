import type { ShallowRef } from 'vue'
import {
  copyKeys,
  findProperty,
  pasteKeys,
  type KeyRef,
  type MoveReport,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import type { PointerTag } from '../../../../gesture/usePointerDrag.ts'
import { recordedIds } from '../../../../command/useReuseActions.ts'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'
import { framesWords } from './framesWords.ts'
import { useKeyMoves } from './useKeyMoves.ts'
import { useTimeDrag } from './useTimeDrag.ts'

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
  const moves = useKeyMoves()
  const tell = useTellReplaced()
  const { drag, tag } = useTimeDrag()

  /** Keys that move, with ripple on all that follows too, or copies of them. */
  const stepsOf = (refs: readonly KeyRef[], copying: boolean): KeySteps => {
    if (copying) {
      const clip = copyKeys(document.committed!, refs)!
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
    return { at: moves.of(refs), select: () => undefined }
  }
  /** How far it goes, and what it would do to keys that stand there. */
  const wordsOf = (by: number, report: MoveReport, refs: readonly KeyRef[]): string =>
    [framesWords(by, document.rate), moves.landing(report, refs) ?? []].flat().join(' · ')

  const press: KeyDrag['press'] = (event, time, click) => {
    const refs = selection.keys
    const copying = event.ctrlKey || event.metaKey
    const label = `${refs.length > 1 ? 'Keys' : 'Key'} ${copying ? 'copied' : 'moved'}`
    let report: MoveReport = { replaced: 0 }
    let by = 0
    let steps: KeySteps | null = null
    drag(event, {
      label,
      held: time,
      snap: () => (copying ? {} : { moving: new Set(refs.map(({ key }) => key)), except: [time] }),
      // With Alt, or Ctrl/Cmd pressed on the way, it is not drawn to anything.
      free: (moved) => moved.altKey || (!copying && (moved.ctrlKey || moved.metaKey)),
      at: (to) => {
        steps ??= stepsOf(refs, copying)
        by = to - time
        const recipe = steps.at(by)
        return {
          recipe: (draft) => {
            report = recipe(draft)
          },
          words: () => wordsOf(by, report, copying ? [] : refs),
        }
      },
      ...(click ? { click } : {}),
      done: () => {
        steps!.select()
        tell(report, () => keepBoth(label, steps!, by))
      },
    })
  }
  /** The same once more, a frame farther on, so that none gives way. */
  const keepBoth = (label: string, { at, select }: KeySteps, by: number): void => {
    document.undo()
    tell(document.apply(label, at(by + frameTicks(document.rate)), select))
  }
  return { press, tag }
}

type Step = Recipe<MoveReport>

/** What a drag of keys does, by how far it goes in ticks, and what is selected after it. */
interface KeySteps {
  readonly at: (by: number) => Step
  readonly select: () => void
}
