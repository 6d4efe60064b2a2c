import type { Parts } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { useView } from '../session/view/view.ts'
import { useToldStep } from './useToldStep.ts'
import { listWords } from '../ui/listWords.ts'

const PLAYING: Readonly<Record<Parts, string>> = {
  whole: 'The whole',
  letters: 'Each letter',
  words: 'Each word',
  lines: 'Each line',
}

/** Has texts play by letters, words or lines, or as a whole, and says what became of their keys. */
export function usePlayByParts(): (by: Parts, texts: readonly string[]) => Promise<void> {
  const document = useDocument()
  const tell = useToldStep()
  const view = useView()
  return async (by, texts) => {
    const { playByParts } = await import('./seldomEdits.ts')
    const before = document.lastStep
    const reports = document.apply(
      by === 'whole' ? 'Moves as a whole' : `Moves by ${by}`,
      (draft) => texts.map((layer) => playByParts(draft, { scene: document.sceneId, layer }, by)),
      () => {
        // What is gone on with is listed, and in sight.
        for (const id of texts) view.full.add(id)
        view.wanted = `${texts.at(-1)}/${by === 'whole' ? 'content' : 'part delay'}`
      },
    )
    if (!reports || document.lastStep === before) return
    const names = (which: 'moved' | 'kept'): string =>
      listWords(new Set(reports.flatMap((report) => report[which].map((name) => name.replace('part ', '')))))
    const [moved, kept] = [names('moved'), names('kept')]
    const words = [
      ...(moved ? [`${PLAYING[by]} plays the keys of ${moved} now.`] : []),
      ...(kept ? [`Those of ${kept} stay: they would not play the same there.`] : []),
      ...(!moved && !kept && by !== 'whole'
        ? [`Key offset, scale, turn or opacity of each: ${PLAYING[by].toLowerCase()} plays them in turn.`]
        : []),
    ]
    if (words.length > 0) tell(words.join(' '))
  }
}
