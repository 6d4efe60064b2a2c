import { toast } from '../ui/toast.ts'
import { groupLayers, switchLayers, ungroupLayers } from '@arrow-bend/core/edit'
import { layerById, type Layer } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useStageView } from '../session/view/stageView.ts'
import { useView } from '../session/view/view.ts'
import type { CommandRuns, CommandWords } from './command.ts'

/** Commands on whole layers. */
export const LAYER_COMMANDS = {
  rename: {
    name: 'Rename',
    shown: ['F2'],
    chords: ['F2'],
    label: 'Rename the selected layer',
    group: 'Layers',
  },
  editText: {
    name: 'Edit the text',
    shown: ['Shift+F2'],
    chords: ['Shift+F2'],
    label: 'Edit the selected text on the stage',
    group: 'Layers',
  },
  group: {
    name: 'Group',
    shown: ['Ctrl/Cmd+G'],
    chords: ['$mod+g'],
    label: 'Put the selected layers into a group',
    group: 'Layers',
  },
  ungroup: {
    name: 'Ungroup',
    shown: ['Shift+Ctrl/Cmd+G'],
    chords: ['Shift+$mod+g'],
    label: 'Take the selected groups apart; what is in them stays where it is',
    group: 'Layers',
  },
  hide: {
    name: 'Hide or show',
    shown: [],
    chords: [],
    label: 'Hide the selected layers, or show them again',
    group: 'Layers',
  },
  lock: {
    name: 'Lock or unlock',
    shown: [],
    chords: [],
    label: 'Lock the selected layers, or unlock them',
    group: 'Layers',
  },
  solo: {
    name: 'Show alone on the stage',
    shown: [],
    chords: [],
    label: 'Show only the selected layers on the stage; what you export is not changed',
    group: 'Layers',
  },
} as const satisfies Record<string, CommandWords>

/** What they do. */
export function useLayerCommands(): CommandRuns<keyof typeof LAYER_COMMANDS> {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()
  const stageView = useStageView()
  const view = useView()

  const chosen = (): Layer[] => selection.layers.flatMap((id) => layerById(document.scene!, id) ?? [])
  const withLayers = (use: (layers: readonly Layer[]) => void): void => {
    const layers = chosen()
    if (layers.length > 0) use(layers)
    else toast('Select a layer first: click it on the stage or in the list.')
  }
  const idsOf = (layers: readonly Layer[]): string[] => layers.map(({ id }) => id)

  /** Switches all of them on where one is off. */
  const toggle = (what: 'visible' | 'locked', [on, off]: readonly [string, string]): void =>
    withLayers((layers) => {
      const to =
        what === 'visible' ? !layers.every(({ visible }) => visible) : !layers.every(({ locked }) => locked)
      document.apply(`${layers.length > 1 ? 'Layers' : 'Layer'} ${to ? on : off}`, (draft) =>
        switchLayers(draft, document.sceneId, idsOf(layers), { [what]: to }),
      )
    })

  return {
    rename: () => withLayers((layers) => (view.renaming = layers.at(-1)!.id)),
    editText: () => {
      const text = chosen()
        .reverse()
        .find(({ kind }) => kind === 'text')
      if (!text) toast('Select a text first: click it on the stage or in the list.')
      else if (text.locked) toast(`“${text.name}” is locked. Unlock it to change it.`)
      else if (!stageView.boxOf([text.id]))
        toast(`“${text.name}” is not seen at the playhead. Go to where it is, or edit it in the list.`)
      else stageView.writing = text.id
    },
    group: () =>
      withLayers((layers) => {
        const box = stageView.boxOf(idsOf(layers))
        const middle = box && {
          at: [box.x + box.width / 2, box.y + box.height / 2] as const,
          time: playback.time,
        }
        document.apply(
          'Layers grouped',
          (draft) =>
            groupLayers(draft, document.sceneId, idsOf(layers), {
              name: 'Group',
              makeId: document.makeId,
              ...(middle ? { middle } : {}),
            }),
          (id) => selection.selectLayers([id]),
        )
      }),
    ungroup: () =>
      withLayers((layers) =>
        document.apply(
          'Group taken apart',
          (draft) => ungroupLayers(draft, document.sceneId, idsOf(layers), playback.time),
          (freed) => selection.selectLayers(freed),
        ),
      ),
    hide: () => toggle('visible', ['shown', 'hidden']),
    lock: () => toggle('locked', ['locked', 'unlocked']),
    solo: () => withLayers((layers) => stageView.toggleSolo(idsOf(layers))),
  }
}
