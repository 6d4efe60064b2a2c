import { layerById, NUMBER_MARK, type Parts } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import { setName } from '../session/view/rowList.ts'
import { useView } from '../session/view/view.ts'
import { toast } from '../ui/toast.ts'
import type { CommandRuns, CommandWords } from './command.ts'
import { useToldStep } from './useToldStep.ts'

/** Commands for texts: what of them moves as one, and the number they show. */
export const TEXT_COMMANDS = {
  byLetters: {
    name: 'Move by letters',
    shown: [],
    chords: [],
    label: 'Each letter of the selected texts plays their keys, one after another',
    group: 'Layers',
  },
  byWords: {
    name: 'Move by words',
    shown: [],
    chords: [],
    label: 'Each word of the selected texts plays their keys, one after another',
    group: 'Layers',
  },
  byLines: {
    name: 'Move by lines',
    shown: [],
    chords: [],
    label: 'Each line of the selected texts plays their keys, one after another',
    group: 'Layers',
  },
  asWhole: {
    name: 'Move as a whole',
    shown: [],
    chords: [],
    label: 'The selected texts play their keys in one piece again',
    group: 'Layers',
  },
  showNumber: {
    name: 'Show a number',
    shown: [],
    chords: [],
    label: 'A number in the selected text can be keyed, to count up or down',
    group: 'Layers',
  },
} as const satisfies Record<string, CommandWords>

const PARTS: Readonly<Record<Parts, string>> = {
  whole: 'The whole',
  letters: 'Each letter',
  words: 'Each word',
  lines: 'Each line',
}

const AND = new Intl.ListFormat('en')

/** What they do. */
export function useTextCommands(): CommandRuns<keyof typeof TEXT_COMMANDS> {
  const document = useDocument()
  const selection = useSelection()
  const view = useView()
  const tell = useToldStep()

  const withTexts = async (use: (ids: string[]) => Promise<void>): Promise<void> => {
    const ids = selection.layers.filter((id) => layerById(document.scene!, id)?.kind === 'text')
    if (ids.length > 0) await use(ids)
    else toast('Select a text first: click it on the stage or in the list.')
  }
  /** Its rows are listed, the one to go on with in sight. */
  const list = (ids: readonly string[], row: string): void => {
    for (const id of ids) view.full.add(id)
    view.wanted = `${ids.at(-1)}/${row}`
  }
  const play = (by: Parts) => async (ids: string[]) => {
    const { playByParts } = await import('./seldomEdits.ts')
    const before = document.lastStep
    const reports = document.apply(
      by === 'whole' ? 'Moves as a whole' : `Moves by ${by}`,
      (draft) => ids.map((layer) => playByParts(draft, { scene: document.sceneId, layer }, by)),
      () => list(ids, by === 'whole' ? 'content' : 'part delay'),
    )
    if (!reports || document.lastStep === before) return
    const names = (which: 'moved' | 'kept'): string =>
      AND.format(new Set(reports.flatMap((report) => report[which].map((name) => name.replace('part ', '')))))
    const [moved, kept] = [names('moved'), names('kept')]
    const words = [
      ...(moved ? [`${PARTS[by]} plays the keys of ${moved} now.`] : []),
      ...(kept ? [`Those of ${kept} stay: they would not play the same there.`] : []),
      ...(!moved && !kept && by !== 'whole'
        ? [`Key offset, scale, turn or opacity of each: ${PARTS[by].toLowerCase()} plays them in turn.`]
        : []),
    ]
    if (words.length > 0) tell(words.join(' '))
  }
  const number = async (ids: string[]): Promise<void> => {
    const { showNumber } = await import('./seldomEdits.ts')
    const before = document.lastStep
    document.apply(
      'Number shown',
      (draft) => ids.forEach((layer) => showNumber(draft, { scene: document.sceneId, layer })),
      () => {
        for (const id of ids) view.sets.add(setName(id, 'number'))
        list(ids, 'number')
      },
    )
    if (document.lastStep !== before) tell(`${NUMBER_MARK} in its content is the number: key that to count.`)
  }
  return {
    byLetters: () => void withTexts(play('letters')),
    byWords: () => void withTexts(play('words')),
    byLines: () => void withTexts(play('lines')),
    asWhole: () => void withTexts(play('whole')),
    showNumber: () => void withTexts(number),
  }
}
