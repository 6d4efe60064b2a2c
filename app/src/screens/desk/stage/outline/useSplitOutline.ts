import { joinOutline, keyVertices, splitOutline } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import { toast } from '../../../../ui/toast.ts'
import type { OutlineEditing } from './useOutline.ts'

const countOf = (count: number, thing: string): string => `${count} ${thing}${count === 1 ? '' : 's'}`

/** Vertices that move by themselves: made so, keyed, and made one outline again. */
export function useSplitOutline({ ref, split, chosen }: OutlineEditing) {
  const document = useDocument()
  const playback = usePlayback()

  const join = (): void => {
    const { makeId } = document
    const report = document.apply('Outline joined', (draft) => joinOutline(draft, ref.value, { makeId }))
    if (!report) return
    const off =
      report.error < 0.005 ? 'the motion is the same' : `at most ${numberWords(report.error)} px off`
    toast(`The outline is one again: ${countOf(report.keys, 'key')}, ${off}.`)
  }
  const apart = (): void => {
    const lanes = document.apply('Outline split into vertices', (draft) =>
      splitOutline(draft, ref.value, document.makeId),
    )
    if (typeof lanes !== 'number') return
    toast(
      lanes > 0
        ? `Each vertex moves by itself now: ${countOf(lanes, 'lane')}.`
        : 'Each vertex can move by itself now: choose some and press “Key”.',
    )
  }
  const turnSplit = (): void => (split.value ? join() : apart())
  /** Sets keys of the chosen vertices at the playhead. */
  const keyChosen = (): void => {
    const [which, { time }] = [chosen.value, playback]
    document.apply(
      which.size > 1 ? 'Vertices keyed' : 'Vertex keyed',
      (draft) => keyVertices(draft, ref.value, which, { time, makeId: document.makeId }),
      () => (chosen.value = which),
    )
  }
  return { turnSplit, keyChosen }
}
