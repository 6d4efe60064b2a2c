import { layerById, NUMBER_MARK, type Parts } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import { setName } from '../session/view/rowList.ts'
import { useView } from '../session/view/view.ts'
import { toast } from '../ui/toast.ts'
import type { CommandRuns, CommandWords } from './command.ts'
import { usePlayByParts } from './usePlayByParts.ts'
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

/** What they do. */
export function useTextCommands(): CommandRuns<keyof typeof TEXT_COMMANDS> {
  const document = useDocument()
  const selection = useSelection()
  const view = useView()
  const tell = useToldStep()
  const playByParts = usePlayByParts()

  const withTexts = async (use: (ids: string[]) => Promise<void>): Promise<void> => {
    const ids = selection.layers.filter((id) => layerById(document.scene!, id)?.kind === 'text')
    if (ids.length > 0) await use(ids)
    else toast('Select a text first: click it on the stage or in the list.')
  }
  const play = (by: Parts) => (ids: string[]) => playByParts(by, ids)
  const number = async (ids: string[]): Promise<void> => {
    const { showNumber } = await import('./seldomEdits.ts')
    const before = document.lastStep
    document.apply(
      'Number shown',
      (draft) => ids.forEach((layer) => showNumber(draft, { scene: document.sceneId, layer })),
      () => {
        for (const id of ids) {
          view.full.add(id)
          view.sets.add(setName(id, 'number'))
        }
        view.wanted = `${ids.at(-1)}/number`
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
